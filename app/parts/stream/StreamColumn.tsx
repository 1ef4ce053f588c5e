import equal from 'fast-deep-equal';
import { memo, useRef, useState, type MouseEvent, type PointerEvent } from 'react';
import {
  distinct,
  musical,
  ribbonsBetween,
  type ArrangedColumn,
  type Grip,
  type Midi,
  type Ribbon,
  t,
  pitchText,
} from '../../../core/index.ts';
import { SvgLabel } from '../symbol/glyphs.tsx';
import { standsOf, type Stand } from './layout.ts';
import './stream.css';

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
  /** What another way through the tune has here, or what is tried would bring. */
  readonly ghost: Pick<Grip, 'pitches'> | null;
  /** Which column it is. */
  readonly index: number;
  /** A note is dragged up or down to another pitch. */
  readonly onMove: (index: number, pitch: Midi, to: Midi) => void;
  /** The line that a note, counted from the lowest, goes on by is to be level. */
  readonly onHold: (index: number, voice: number) => void;
}

/** Room for ribbons, and how far a late note overhangs: less where columns are narrow. */
const MARGIN = 8;
const RIBBON_ROOM = 40;
const OVERHANG = 22;
const RIBBON_SHARE = 0.4;
/** Notes narrower than this, or lower, have no degree in them. */
const LABELLED = 15;
const LABELLED_HIGH = 10;

/** A column's notes as marks with their degrees, and the ribbons that lead to the next column. */
export const StreamColumn = memo(function StreamColumn(props: StreamColumnProps) {
  const { column, next, open, width, height, yOf, mark, tried, ghost, index, onMove, onHold } = props;
  const { grip } = column;
  /** The click that ends a drag selects nothing. */
  const dropped = useRef(false);
  const [drag, setDrag] = useState<{ readonly pitch: Midi; readonly from: number; readonly to: Midi } | null>(null);
  if (!grip) return <svg className="stream-column" width={width} height={height} aria-hidden="true" />;
  const left = Math.min(MARGIN, width * 0.1);
  const right = width - Math.min(RIBBON_ROOM, width * RIBBON_SHARE);
  const ribbons = next?.grip ? ribbonsBetween(grip.pitches, next.grip.pitches) : [];
  const reach = width + left;
  const pitches = distinct(grip.pitches);
  const heldOn = new Set(ribbons.filter(({ kind }) => kind === 'held').map(({ from }) => from));
  // A voice that hangs over into the chord it will only then go on to.
  const waits =
    column.column.decision?.voicing?.led === true &&
    next?.column.decision?.voicing?.led === true &&
    next.column.part > column.column.part;
  const isLate = (pitch: Midi) => waits && !heldOn.has(pitch) && ribbons.some(({ from }) => from === pitch);
  const perSemitone = yOf(0) - yOf(1);
  const stands = standsOf(pitches, mark, perSemitone);
  const middle = (left + right) / 2;
  const side = (stand: Stand) =>
    [stand === 'right' ? middle + 1 : left, stand === 'left' ? middle - 1 : right] as const;
  const dragged = (pitch: Midi) => ({
    onPointerDown: (event: PointerEvent<SVGElement>) => {
      if (event.pointerType !== 'mouse' || event.button !== 0 || event.shiftKey) return;
      event.stopPropagation();
      dropped.current = false;
      event.currentTarget.setPointerCapture(event.pointerId);
      setDrag({ pitch, from: event.clientY, to: pitch });
    },
    onPointerMove: (event: PointerEvent<SVGElement>) => {
      if (drag?.pitch !== pitch) return;
      setDrag({ ...drag, to: pitch + Math.round((drag.from - event.clientY) / perSemitone) });
    },
    onPointerUp: () => {
      dropped.current = drag !== null && drag.to !== drag.pitch;
      if (drag && dropped.current) onMove(index, drag.pitch, drag.to);
      setDrag(null);
    },
    onPointerCancel: () => setDrag(null),
    onClick: (event: MouseEvent<SVGElement>) => dropped.current && event.stopPropagation(),
  });
  return (
    <svg className="stream-column" width={width} height={height} aria-hidden="true">
      {ribbons.map((ribbon) => (
        <path
          key={ribbon.from}
          className={`ribbon ribbon-${isLate(ribbon.from) ? 'late' : ribbon.kind} ${ribbon.lowest ? 'ribbon-lowest' : ''}`}
          d={ribbonPath(ribbon, right, reach, yOf)}
          style={ribbon.kind === 'held' ? { strokeWidth: Math.max(5, mark * 0.6) } : undefined}
        />
      ))}
      {ribbons
        .filter(({ kind }) => kind !== 'held')
        .map((ribbon) => (
          <path
            key={`hold ${ribbon.from}`}
            className="ribbon-hold"
            d={ribbonPath(ribbon, right, reach, yOf)}
            onClick={(event) => {
              event.stopPropagation();
              onHold(index, pitches.indexOf(ribbon.from));
            }}
          >
            <title>{t('Hold this voice')}</title>
          </path>
        ))}
      {distinct(ghost?.pitches ?? []).map((pitch) => (
        <rect
          key={`ghost ${pitch}`}
          className="note-ghost"
          x={left}
          y={yOf(pitch) - mark / 2}
          width={right - left}
          height={mark}
          rx={mark / 2}
        />
      ))}
      {pitches.map((pitch, i) => {
        const degree = degreeOfPitch(column, open, pitch);
        const kind = isLate(pitch) ? 'late' : i === 0 ? 'lowest' : heldOn.has(pitch) ? 'held' : 'moving';
        const [inner, to] = side(stands[i]!);
        // It overhangs its column: it comes from the one before.
        const from = kind === 'late' ? inner - Math.min(OVERHANG, width * 0.2) : inner;
        return (
          <g
            key={pitch}
            className={`note note-${kind} ${drag?.pitch === pitch ? 'note-dragged' : ''}`}
            {...dragged(pitch)}
          >
            <rect x={from} y={yOf(pitch) - mark / 2} width={to - from} height={mark} rx={mark / 2} />
            {to - from >= LABELLED && mark >= LABELLED_HIGH && (
              <SvgLabel text={musical(degree)} x={(from + to) / 2} y={yOf(pitch)} size={Math.min(12.5, mark - 3)} />
            )}
          </g>
        );
      })}
      {drag && drag.to !== drag.pitch && (
        <g className="note-wanted">
          <rect x={left} y={yOf(drag.to) - mark / 2} width={right - left} height={mark} rx={mark / 2} />
          <SvgLabel text={pitchText(drag.to)} x={(left + right) / 2} y={yOf(drag.to)} size={mark - 3} />
        </g>
      )}
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
}, equal);

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
