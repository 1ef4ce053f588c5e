import {
  barresOf,
  musical,
  noteIn,
  noteText,
  pitchClassOf,
  type Chord,
  type Finger,
  type Grip,
  type HandShape,
} from '../../../core/index.ts';
import { SvgLabel } from '../symbol/glyphs.tsx';
import { neckLayout, type Guitar, type NeckLayout } from './layout.ts';
import './neck.css';

/** What stands on the fingers' places. */
export const NECK_LABELS = ['fingers', 'degrees', 'notes'] as const;
export type NeckLabels = (typeof NECK_LABELS)[number];

/** A grip to draw: what it is of says how its notes are named. */
export interface DrawnGrip {
  readonly grip: Pick<Grip, 'frets' | 'fingers' | 'degrees'>;
  readonly chord: Chord | null;
  /** Strings that may be left out. */
  readonly optional?: readonly number[];
  /** Which finger damps a string left out between others. */
  readonly mutedBy?: readonly (Finger | null)[];
}

/** How far a hand opens: a finger here and another there, a string and a fret each. */
export interface Span {
  readonly from: { readonly string: number; readonly fret: number };
  readonly to: { readonly string: number; readonly fret: number };
}
/** A note that a finger takes while a grip is held. */
export interface BetweenNote {
  readonly string: number;
  readonly fret: number;
  readonly finger: Finger;
}
const NO_NOTES: readonly BetweenNote[] = [];
const NO_SPANS: readonly Span[] = [];

interface NeckProps {
  readonly guitar: Guitar;
  readonly drawn: DrawnGrip | null;
  /** The grip that comes next, as ghosts. */
  readonly next: Pick<Grip, 'frets' | 'fingers'> | null;
  /** Notes of the tune that are played from the grip, in order. */
  readonly between?: readonly BetweenNote[];
  readonly labels: NeckLabels;
  /** Two fingers and the distance between them. */
  readonly spans?: readonly Span[];
  /** Frets to lie in, from the capo. */
  readonly area?: readonly [number, number] | null;
  readonly label: string;
  /** The string at hand, when fingers are put down by keys. */
  readonly cursor?: number | null;
  /** A place on the neck was pointed at; fret 0 is before the nut. */
  readonly onPlace?: (string: number, fret: number) => void;
}

const DOT = 12.5;
const OPEN_DOT = 8;
const INLAYS = [3, 5, 7, 9, 12, 15, 17, 19, 21, 24];

/** The neck of this guitar, true to scale: fingers now, and dashed where they go. */
export function Neck({
  guitar,
  drawn,
  next,
  between = NO_NOTES,
  labels,
  spans = NO_SPANS,
  area = null,
  label,
  cursor = null,
  onPlace,
}: NeckProps) {
  const at = neckLayout(guitar);
  const { highestFret, capo, open, unusedStrings } = guitar;
  const middle = (at.top + at.bottom) / 2;
  const [left, right] = [Math.min(at.nut, at.end), Math.max(at.nut, at.end)];
  return (
    <svg className="neck" viewBox={`0 0 ${at.width} ${at.height}`} role="img" aria-label={label}>
      <rect x={left} y={at.top} width={right - left} height={at.bottom - at.top} className="neck-board" />
      {area && <Area area={area} guitar={guitar} at={at} />}
      {INLAYS.filter((fret) => fret <= highestFret).map((fret) => (
        <circle key={fret} className="neck-inlay" cx={at.between(fret)} cy={middle} r={fret % 12 === 0 ? 6 : 4} />
      ))}
      {INLAYS.filter((fret) => fret <= highestFret - capo).map((fret) => (
        <text key={fret} className="neck-number" x={at.between(fret + capo)} y={at.height - 8} textAnchor="middle">
          {fret}
        </text>
      ))}
      {Array.from({ length: highestFret }, (_, i) => (
        <line key={i} x1={at.wire(i + 1)} x2={at.wire(i + 1)} y1={at.top} y2={at.bottom} className="neck-fret" />
      ))}
      <line x1={at.nut} x2={at.nut} y1={at.top - 1} y2={at.bottom + 1} className="neck-nut" />
      {open.map((_, s) => (
        <line
          key={s}
          x1={at.nut}
          x2={at.end}
          y1={at.string(s)}
          y2={at.string(s)}
          className={`neck-string ${unusedStrings.includes(s) ? 'neck-unused' : ''} ${s === cursor ? 'neck-cursor' : ''}`}
          strokeWidth={2.2 - s * (1.4 / (open.length - 1))}
        />
      ))}
      {capo > 0 && <Capo at={at} fret={capo} />}
      {spans.map(({ from, to }) => (
        <g key={`${from.string} ${from.fret}`} className="neck-span">
          <line
            x1={at.finger(from.fret)}
            x2={at.finger(to.fret)}
            y1={at.string(from.string)}
            y2={at.string(to.string)}
          />
          {[from, to].map(({ string, fret }, i) => (
            <g key={i} className="neck-finger">
              <circle cx={at.finger(fret)} cy={at.string(string)} r={DOT} />
              <SvgLabel text={i === 0 ? '1' : '4'} x={at.finger(fret)} y={at.string(string)} size={14} />
            </g>
          ))}
        </g>
      ))}
      {next && drawn && <Paths grip={drawn.grip} next={next} at={at} />}
      {next && <Ghosts grip={drawn?.grip ?? null} next={next} at={at} />}
      <Between notes={between} at={at} />
      {drawn && <Fingers drawn={drawn} guitar={guitar} labels={labels} at={at} />}
      {onPlace && <Places guitar={guitar} at={at} onPlace={onPlace} />}
    </svg>
  );
}

/** Every place a finger can be put, for pointing at. */
function Places({
  guitar: { capo, highestFret, open },
  at,
  onPlace,
}: Required<Pick<NeckProps, 'guitar' | 'onPlace'>> & { at: NeckLayout }) {
  return (
    <g className="neck-places">
      {open.flatMap((_, s) =>
        Array.from({ length: highestFret - capo + 1 }, (__, fret) => {
          const end = at.wire(capo + fret);
          const begin = fret === 0 ? at.beside(end, -44) : at.wire(capo + fret - 1);
          return (
            <rect
              key={`${s} ${fret}`}
              x={Math.min(begin, end)}
              y={at.string(s) - at.gap / 2}
              width={Math.abs(end - begin)}
              height={at.gap}
              onClick={() => onPlace(s, fret)}
            />
          );
        }),
      )}
    </g>
  );
}

function Capo({ at, fret }: { at: NeckLayout; fret: number }) {
  const x = at.wire(fret);
  const before = at.between(fret);
  return (
    <g className="neck-capo">
      <rect
        x={Math.min(at.nut, before)}
        y={at.top}
        width={Math.abs(before - at.nut)}
        height={at.bottom - at.top}
        className="neck-behind"
      />
      <line x1={(x + before) / 2} x2={(x + before) / 2} y1={at.top - 7} y2={at.bottom + 7} />
    </g>
  );
}

/** Where the hand is to stay. */
function Area({ area: [from, to], guitar, at }: { area: readonly [number, number]; guitar: Guitar; at: NeckLayout }) {
  const edge = (fret: number) => at.wire(Math.min(guitar.highestFret, guitar.capo + Math.max(0, fret)));
  const [a, b] = [edge(from - 1), edge(to)];
  return (
    <rect x={Math.min(a, b)} y={at.top} width={Math.abs(b - a)} height={at.bottom - at.top} className="neck-area" />
  );
}

/** From each finger to where it goes next: a slide on its own string, or lifted to another. */
function Paths({ grip, next, at }: { grip: HandShape; next: HandShape; at: NeckLayout }) {
  return (
    <>
      {([1, 2, 3, 4, 'T'] as const).map((number) => {
        const [from, to] = [placeOf(grip, number), placeOf(next, number)];
        if (from === null || to === null || (from.string === to.string && from.fret === to.fret)) return null;
        return (
          <line
            key={number}
            className={from.string === to.string ? 'neck-path' : 'neck-path neck-path-lifted'}
            x1={at.finger(from.fret)}
            x2={at.finger(to.fret)}
            y1={at.string(from.string)}
            y2={at.string(to.string)}
          />
        );
      })}
    </>
  );
}

/** Where a finger stands: its lowest string, if it lies over several. */
function placeOf({ frets, fingers }: HandShape, number: Finger): { string: number; fret: number } | null {
  const string = fingers.indexOf(number);
  return string < 0 ? null : { string, fret: frets[string]! };
}

function Ghosts({ grip, next, at }: { grip: HandShape | null; next: HandShape; at: NeckLayout }) {
  return (
    <>
      {next.frets.map((fret, s) => {
        if (fret <= 0 || grip?.frets[s] === fret) return null;
        return (
          <g key={s} className="neck-ghost">
            <circle cx={at.finger(fret)} cy={at.string(s)} r={DOT - 1} />
            <text x={at.finger(fret)} y={at.string(s) + 4.5} textAnchor="middle">
              {next.fingers[s] || ''}
            </text>
          </g>
        );
      })}
    </>
  );
}

/** Half the height of the sign of a note between. */
const DIAMOND = 11;

/** Notes of the tune between grips: diamonds, as in the stream, with the finger that takes each. */
function Between({ notes, at }: { readonly notes: readonly BetweenNote[]; readonly at: NeckLayout }) {
  return (
    <>
      {notes.map(({ string, fret, finger }, i) => {
        const [x, y] = [fret === 0 ? at.beside(at.nut, -OPEN_DOT * 2) : at.finger(fret), at.string(string)];
        return (
          <g key={i} className="neck-between">
            <path d={`M${x - DIAMOND} ${y}l${DIAMOND} ${-DIAMOND} ${DIAMOND} ${DIAMOND} ${-DIAMOND} ${DIAMOND}z`} />
            <text x={x} y={y + 4} textAnchor="middle">
              {finger || ''}
            </text>
          </g>
        );
      })}
    </>
  );
}

interface FingersProps extends Pick<NeckProps, 'guitar' | 'labels'> {
  readonly drawn: DrawnGrip;
  readonly at: NeckLayout;
}

function Fingers({ drawn, guitar, labels, at }: FingersProps) {
  const { grip, chord, optional = [], mutedBy = [] } = drawn;
  const pitches = grip.frets.map((fret, s) => (fret < 0 ? Infinity : guitar.open[s]! + fret));
  // With open strings the lowest string is not always the lowest note.
  const lowest = pitches.indexOf(Math.min(...pitches));
  const note = (s: number) => {
    const name = chord && noteIn(chord, pitchClassOf(pitches[s]!));
    return name === null ? '' : noteText(name);
  };
  const degree = (s: number) => (grip.degrees[s] === 'bass' ? note(s) : musical(grip.degrees[s] ?? ''));
  const inside = (s: number) =>
    ({ fingers: grip.frets[s] === 0 ? '' : String(grip.fingers[s] ?? ''), degrees: degree(s), notes: note(s) })[labels];
  return (
    <>
      {barresOf(grip).map(({ from, to, fromFret, toFret }) => (
        <line
          key={from}
          className="neck-barre"
          x1={at.finger(fromFret)}
          x2={at.finger(toFret)}
          y1={at.string(from)}
          y2={at.string(to)}
        />
      ))}
      {grip.frets.map((fret, s) => {
        const y = at.string(s);
        const x = at.finger(Math.max(0, fret));
        if (fret < 0)
          return guitar.unusedStrings.includes(s) ? null : (
            <g key={s} className="neck-mute">
              <SvgLabel text="×" x={x} y={y} size={15} />
              {(mutedBy[s] ?? null) !== null && (
                <SvgLabel text={String(mutedBy[s])} x={at.beside(x, -13)} y={y} size={11} />
              )}
            </g>
          );
        const isSmall = fret === 0 && labels === 'fingers';
        const r = isSmall ? OPEN_DOT : DOT;
        return (
          <g key={s} className={`neck-finger ${s === lowest ? 'neck-lowest' : ''} ${fret === 0 ? 'neck-open' : ''}`}>
            <circle cx={x} cy={y} r={r} />
            <SvgLabel text={inside(s)} x={x} y={y} size={inside(s).length > 2 ? 11.5 : 14} />
            {labels === 'fingers' && (
              <SvgLabel
                className="neck-degree"
                text={degree(s)}
                // Beyond the brackets of what may be left out.
                x={at.beside(x, fret === 0 ? -16 : r + (optional.includes(s) ? 16 : 10))}
                y={y - (fret === 0 ? 0 : 8)}
                size={12}
              />
            )}
            {optional.includes(s) && (
              <path
                className="neck-optional"
                d={[-1, 1]
                  .map((side) => {
                    const edge = x + side * (r + 4);
                    return `M${edge - side * 3},${y - r} Q${edge + side * 3},${y} ${edge - side * 3},${y + r}`;
                  })
                  .join(' ')}
              />
            )}
          </g>
        );
      })}
    </>
  );
}
