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

/** The melody over a column: a head where a note begins and a line as long as it lasts; a hollow head clashes. */
export const MelodyLine = memo(function MelodyLine({ marks, width, height, yOf }: MelodyLineProps) {
  if (marks.length === 0) return null;
  return (
    <>
      <span className="visually-hidden">
        Melody: {marks.map(({ name, clashes }) => (clashes ? `${name} clashes` : name)).join(', ')}
      </span>
      <svg className="melody-line" width={width} height={height} aria-hidden="true">
        {marks.map(({ pitch, isFree, from, long, next, clashes, said }, i) => {
          const [x, y] = [from * width + HEAD, yOf(pitch)];
          const to = Math.max(x, (from + long) * width - GAP);
          return (
            <g key={i} className={['sung', clashes ? 'sung-clash' : '', isFree ? 'sung-free' : ''].join(' ')}>
              <title>{said}</title>
              {next !== null && from + long <= 1 && (
                <path className="sung-on" d={`M${to} ${y}L${(from + long) * width + HEAD} ${yOf(next)}`} />
              )}
              <line x1={x} x2={to} y1={y} y2={y} />
              <path className="sung-head" d={`M${x - HEAD} ${y}l${HEAD} ${-HEAD} ${HEAD} ${HEAD} ${-HEAD} ${HEAD}z`} />
            </g>
          );
        })}
      </svg>
    </>
  );
}, equal);
