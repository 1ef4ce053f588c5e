import equal from 'fast-deep-equal';
import { memo } from 'react';
import { DECOR_KIND_WORDS, type DecorKind, t } from '../../../core/index.ts';
import './stream.css';

/** What is added to a column, as it is drawn: how far along each note comes, 0 to 1, and how high. */
export interface AddedMark {
  readonly kind: DecorKind;
  readonly name: string;
  readonly isTried: boolean;
  readonly notes: readonly { readonly at: number; readonly pitch: number }[];
}

interface AddedMarksProps {
  readonly mark: AddedMark;
  readonly width: number;
  readonly height: number;
  readonly yOf: (pitch: number) => number;
}

/** Half the height of a small note. */
const SMALL = 3.5;
const LETTER = 15;

type Shape = (x: number, y: number) => string;
const square: Shape = (x, y) => `M${x - SMALL} ${y - SMALL}h${2 * SMALL}v${2 * SMALL}h${-2 * SMALL}z`;
const round: Shape = (x, y) =>
  `M${x - SMALL} ${y}a${SMALL} ${SMALL} 0 1 0 ${2 * SMALL} 0a${SMALL} ${SMALL} 0 1 0 ${-2 * SMALL} 0z`;

/** A small note in the shape of its sort: chords are squares, lines triangles, single notes round, ornaments crosses. */
const SHAPES: Readonly<Record<DecorKind, Shape>> = {
  approach: square,
  passing: square,
  line: (x, y) => `M${x} ${y - SMALL - 1}l${SMALL + 1} ${2 * SMALL}h${-2 * SMALL - 2}z`,
  run: round,
  answer: round,
  ornament: (x, y) => `M${x - SMALL} ${y}h${2 * SMALL}M${x} ${y - SMALL}v${2 * SMALL}`,
  broken: (x, y) => `M${x} ${y - SMALL - 1}v${2 * SMALL + 2}`,
  rest: () => '',
};

/** Small notes between the chords, joined where one follows another, with the letter of their sort. */
export const AddedMarks = memo(function AddedMarks({ mark, width, height, yOf }: AddedMarksProps) {
  const spots = mark.notes.map(({ at, pitch }) => ({ x: at * width + SMALL, y: yOf(pitch) }));
  const { letter } = DECOR_KIND_WORDS[mark.kind];
  const first = spots[0] ?? { x: width / 2, y: 26 };
  const top = Math.min(first.y, ...spots.filter(({ x }) => Math.abs(x - first.x) < LETTER).map(({ y }) => y));
  const isLine = mark.kind === 'run' || mark.kind === 'answer' || mark.kind === 'line';
  return (
    <>
      <span className="visually-hidden">{t('Added: {name}', { name: mark.name })}</span>
      <svg
        className={`added added-${mark.kind} ${mark.isTried ? 'added-tried' : ''}`}
        width={width}
        height={height}
        aria-hidden="true"
      >
        <title>{mark.name}</title>
        {isLine && <polyline className="added-line" points={spots.map(({ x, y }) => `${x},${y}`).join(' ')} />}
        {spots.map(({ x, y }, i) => (
          <path key={i} className="added-note" d={SHAPES[mark.kind](x, y)} />
        ))}
        <g transform={`translate(${Math.max(8, first.x)} ${Math.max(9, top - 14)})`}>
          <circle className="added-badge" r="7.5" />
          <text className="added-letter" textAnchor="middle" y="3.6">
            {letter}
          </text>
        </g>
      </svg>
    </>
  );
}, equal);
