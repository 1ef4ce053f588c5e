import { t } from '../../../core/index.ts';
import equal from 'fast-deep-equal';
import { memo } from 'react';
import type { MelodyMark } from './layout.ts';

interface MelodyLineProps {
  readonly marks: readonly MelodyMark[];
  readonly width: number;
  readonly height: number;
  readonly yOf: (pitch: number) => number;
}

/** Half the height of a head, and its share of a note that is short. */
const HEAD = 4.5;
/** Between a note and the next one on its pitch. */
const GAP = 3;

/** Where a note begins and ends in its column, and how high. */
const spotOf = ({ pitch, from, long }: MelodyMark, { width, yOf }: Pick<MelodyLineProps, 'width' | 'yOf'>) => {
  const x = from * width + HEAD;
  return { x, y: yOf(pitch), to: Math.max(x, (from + long) * width - GAP), end: (from + long) * width + HEAD };
};
const kindOf = (part: 'sung' | 'sung-line', { clashes, isFree }: MelodyMark) =>
  [part, clashes ? 'sung-clash' : '', isFree ? 'sung-free' : ''].join(' ');

/** The melody over a column, as long as each note lasts: behind the grip's notes, where those are the melody's. */
export const MelodyLine = memo(function MelodyLine({ marks, width, height, yOf }: MelodyLineProps) {
  if (marks.length === 0) return null;
  return (
    <svg className="melody-line" width={width} height={height} aria-hidden="true">
      {marks.map((mark, i) => {
        const { x, y, to, end } = spotOf(mark, { width, yOf });
        return (
          <g key={i} className={kindOf('sung-line', mark)}>
            {mark.next !== null && mark.from + mark.long <= 1 && (
              <path className="sung-on" d={`M${to} ${y}L${end} ${yOf(mark.next)}`} />
            )}
            <line x1={x} x2={to} y1={y} y2={y} />
          </g>
        );
      })}
    </svg>
  );
}, equal);

/** The heads of its notes, over everything; a hollow one is free, or clashes. */
export const MelodyHeads = memo(function MelodyHeads({ marks, width, height, yOf }: MelodyLineProps) {
  if (marks.length === 0) return null;
  return (
    <>
      <span className="visually-hidden">
        {t('Melody: {marks}', {
          marks: marks.map(({ name, clashes }) => (clashes ? t('{name} clashes', { name }) : name)).join(', '),
        })}
      </span>
      <svg className="melody-line" width={width} height={height} aria-hidden="true">
        {marks.map((mark, i) => {
          const { x, y } = spotOf(mark, { width, yOf });
          return (
            <g key={i} className={kindOf('sung', mark)}>
              <title>{mark.said}</title>
              <path className="sung-head" d={`M${x - HEAD} ${y}l${HEAD} ${-HEAD} ${HEAD} ${HEAD} ${-HEAD} ${HEAD}z`} />
            </g>
          );
        })}
      </svg>
    </>
  );
}, equal);
