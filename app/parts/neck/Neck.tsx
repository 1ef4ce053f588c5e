import { fretDistance, musical, type Finger, type Grip } from '../../../core/index.ts';
import { SvgLabel } from '../symbol/glyphs.tsx';

interface NeckProps {
  readonly grip: Grip | null;
  /** The grip that comes next, as ghosts. */
  readonly next: Grip | null;
  readonly label: string;
}

const SCALE_LENGTH = 648;
const FRETS = 15;
const WIDTH = 1000;
const LEFT = 44;
const RIGHT = 16;
const TOP = 27;
const STRING_GAP = 28;
const BOTTOM = TOP + STRING_GAP * 5;
const HEIGHT = BOTTOM + 34;
const DOT = 12.5;
const INLAYS = [3, 5, 7, 9, 12, 15];

/** Millimetres to drawing units: the fifteenth fret at the right edge, every fret where the instrument has it. */
const perMm = (WIDTH - LEFT - RIGHT) / fretDistance(SCALE_LENGTH, FRETS);
/** To a tenth: the last digits of a power differ between server and browser. */
const tenth = (x: number) => Math.round(x * 10) / 10;
const wire = (fret: number) => tenth(LEFT + fretDistance(SCALE_LENGTH, fret) * perMm);
/** A finger presses just behind its fret; an open string is marked at the nut. */
const finger = (fret: number) =>
  fret === 0 ? LEFT - 22 : tenth(wire(fret) - Math.min(17, (wire(fret) - wire(fret - 1)) * 0.42));
/** The lowest string is drawn at the bottom, as a player looking down sees it. */
const line = (s: number) => BOTTOM - s * STRING_GAP;

/** Where a grip lies along the neck, as a share of its drawing, for bringing it into view. */
export function shareAlong(grip: Grip): number {
  const fretted = grip.frets.filter((fret) => fret > 0);
  if (fretted.length === 0) return 0;
  return (finger(Math.min(...fretted)) + finger(Math.max(...fretted))) / 2 / WIDTH;
}

/** The neck true to scale: fingers now, and dashed where they go. */
export function Neck({ grip, next, label }: NeckProps) {
  return (
    <svg className="neck" viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label={label}>
      <rect x={LEFT} y={TOP} width={WIDTH - LEFT - RIGHT} height={BOTTOM - TOP} className="neck-board" />
      {INLAYS.map((fret) => (
        <g key={fret} className="neck-inlay">
          <circle cx={tenth((wire(fret) + wire(fret - 1)) / 2)} cy={(TOP + BOTTOM) / 2} r={fret === 12 ? 6 : 4} />
          <text x={tenth((wire(fret) + wire(fret - 1)) / 2)} y={HEIGHT - 8} textAnchor="middle">
            {fret}
          </text>
        </g>
      ))}
      {Array.from({ length: FRETS }, (_, i) => (
        <line key={i} x1={wire(i + 1)} x2={wire(i + 1)} y1={TOP} y2={BOTTOM} className="neck-fret" />
      ))}
      <line x1={LEFT} x2={LEFT} y1={TOP - 1} y2={BOTTOM + 1} className="neck-nut" />
      {Array.from({ length: 6 }, (_, s) => (
        <line
          key={s}
          x1={LEFT}
          x2={WIDTH - RIGHT}
          y1={line(s)}
          y2={line(s)}
          className="neck-string"
          strokeWidth={2.2 - s * 0.28}
        />
      ))}
      {next && grip && <Paths grip={grip} next={next} />}
      {next && <Ghosts grip={grip} next={next} />}
      {grip && <Fingers grip={grip} />}
    </svg>
  );
}

/** From each finger to where it goes next: a slide on its own string, or lifted to another. */
function Paths({ grip, next }: { grip: Grip; next: Grip }) {
  return (
    <>
      {([1, 2, 3, 4, 'T'] as const).map((number) => {
        const [from, to] = [placeOf(grip, number), placeOf(next, number)];
        if (from === null || to === null || (from.string === to.string && from.fret === to.fret)) return null;
        return (
          <line
            key={number}
            className={from.string === to.string ? 'neck-path' : 'neck-path neck-path-lifted'}
            x1={finger(from.fret)}
            x2={finger(to.fret)}
            y1={line(from.string)}
            y2={line(to.string)}
          />
        );
      })}
    </>
  );
}

/** Where a finger stands: its lowest string, if it lies over several. */
function placeOf({ frets, fingers }: Grip, number: Finger): { string: number; fret: number } | null {
  const string = fingers.indexOf(number);
  return string < 0 ? null : { string, fret: frets[string]! };
}

function Ghosts({ grip, next }: { grip: Grip | null; next: Grip }) {
  return (
    <>
      {next.frets.map((fret, s) => {
        if (fret <= 0 || grip?.frets[s] === fret) return null;
        return (
          <g key={s} className="neck-ghost">
            <circle cx={finger(fret)} cy={line(s)} r={DOT - 1} />
            <text x={finger(fret)} y={line(s) + 4.5} textAnchor="middle">
              {next.fingers[s] || ''}
            </text>
          </g>
        );
      })}
    </>
  );
}

function Fingers({ grip }: { grip: Grip }) {
  const lowest = grip.frets.findIndex((fret) => fret >= 0);
  return (
    <>
      {barresOf(grip).map(({ fret, from, to }) => (
        <line key={fret} className="neck-barre" x1={finger(fret)} x2={finger(fret)} y1={line(from)} y2={line(to)} />
      ))}
      {grip.frets.map((fret, s) => {
        if (fret < 0) return <SvgLabel key={s} className="neck-mute" text="×" x={LEFT - 22} y={line(s)} size={15} />;
        const x = finger(fret);
        return (
          <g key={s} className={`neck-finger ${s === lowest ? 'neck-lowest' : ''} ${fret === 0 ? 'neck-open' : ''}`}>
            <circle cx={x} cy={line(s)} r={fret === 0 ? 8 : DOT} />
            {fret > 0 && (
              <text x={x} y={line(s) + 5} textAnchor="middle">
                {grip.fingers[s]}
              </text>
            )}
            <SvgLabel
              className="neck-degree"
              text={grip.degrees[s] === 'bass' ? '' : musical(grip.degrees[s] ?? '')}
              x={x + (fret === 0 ? -16 : DOT + 10)}
              y={line(s) - (fret === 0 ? 0 : 8)}
              size={12}
            />
          </g>
        );
      })}
    </>
  );
}

/** Fingers that lie over several strings. */
export function barresOf({
  frets,
  fingers,
}: Pick<Grip, 'frets' | 'fingers'>): { fret: number; from: number; to: number }[] {
  return ([1, 2, 3, 4] as const).flatMap((number) => {
    const strings = fingers.flatMap((used, s) => (used === number ? [s] : []));
    return strings.length > 1 ? [{ fret: frets[strings[0]!]!, from: strings[0]!, to: strings.at(-1)! }] : [];
  });
}
