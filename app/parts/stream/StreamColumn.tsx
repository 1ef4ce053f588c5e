import { memo } from 'react';
import { distinct, musical, type ArrangedColumn, type Grip, type Midi } from '../../../core/index.ts';
import { SvgLabel } from '../symbol/glyphs.tsx';
import { ribbonsBetween, type Ribbon } from './layout.ts';

interface StreamColumnProps {
  readonly column: ArrangedColumn;
  readonly next: ArrangedColumn | null;
  /** Open strings, sounding. */
  readonly open: readonly Midi[];
  readonly width: number;
  readonly height: number;
  readonly yOf: (pitch: number) => number;
  /** Height of a mark in pixels. */
  readonly mark: number;
  /** A grip that is being tried here: its pitches are outlined. */
  readonly tried: Grip | null;
}

const MARGIN = 8;
const RIBBON_ROOM = 40;

/** A column's notes as marks with their degrees, and the ribbons that lead to the next column. */
export const StreamColumn = memo(function StreamColumn(props: StreamColumnProps) {
  const { column, next, open, width, height, yOf, mark, tried } = props;
  const { grip } = column;
  if (!grip) return <svg className="stream-column" width={width} height={height} aria-hidden="true" />;
  const left = MARGIN;
  const right = width - RIBBON_ROOM;
  const ribbons = next?.grip ? ribbonsBetween(grip.pitches, next.grip.pitches) : [];
  const reach = width + MARGIN;
  const pitches = distinct(grip.pitches);
  const heldOn = new Set(ribbons.filter(({ kind }) => kind === 'held').map(({ from }) => from));
  return (
    <svg className="stream-column" width={width} height={height} aria-hidden="true">
      {ribbons.map((ribbon) => (
        <path
          key={ribbon.from}
          className={`ribbon ribbon-${ribbon.kind} ${ribbon.lowest ? 'ribbon-lowest' : ''}`}
          d={ribbonPath(ribbon, right, reach, yOf)}
          style={ribbon.kind === 'held' ? { strokeWidth: Math.max(5, mark * 0.6) } : undefined}
        />
      ))}
      {pitches.map((pitch, i) => {
        const degree = degreeOfPitch(column, open, pitch);
        const kind = i === 0 ? 'lowest' : heldOn.has(pitch) ? 'held' : 'moving';
        return (
          <g key={pitch} className={`note note-${kind}`}>
            <rect x={left} y={yOf(pitch) - mark / 2} width={right - left} height={mark} rx={mark / 2} />
            <SvgLabel text={musical(degree)} x={(left + right) / 2} y={yOf(pitch)} size={Math.min(12.5, mark - 3)} />
          </g>
        );
      })}
      {distinct(tried?.pitches ?? []).map((pitch) => (
        <rect
          key={`tried ${pitch}`}
          className="note-tried"
          x={left - 3}
          y={yOf(pitch) - mark / 2 - 3}
          width={right - left + 6}
          height={mark + 6}
          rx={mark / 2 + 3}
        />
      ))}
    </svg>
  );
});

/** Level for a held note, a lean for a step, the same but broken for a leap. */
function ribbonPath({ from, to }: Ribbon, x1: number, x2: number, yOf: (pitch: number) => number): string {
  const middle = (x1 + x2) / 2;
  return `M${x1},${yOf(from)} C${middle},${yOf(from)} ${middle},${yOf(to)} ${x2},${yOf(to)}`;
}

/** The degree a pitch is in its chord, by the string that sounds it. */
function degreeOfPitch({ grip, column }: ArrangedColumn, open: readonly Midi[], pitch: number): string {
  const { frets, degrees } = grip!;
  const at = frets.findIndex((fret, s) => fret >= 0 && open[s]! + fret === pitch);
  const degree = degrees[at];
  return degree === 'bass' ? (column.chord?.bass ?? '') : (degree ?? '');
}
