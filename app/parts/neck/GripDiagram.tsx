import type { Grip } from '../../../core/index.ts';
import { Board } from './Board.tsx';
import { barresOf, DIAGRAM_MM, diagramWindow, type Guitar } from './layout.ts';
import './neck.css';

const LEFT = 22;
const PER_MM = 0.66;
const TOP = 9;
const BOARD = 62;
const HEIGHT = 92;
const DOT = 6.6;

interface GripDiagramProps {
  readonly grip: Pick<Grip, 'frets' | 'fingers'>;
  readonly guitar: Guitar;
  /** Read aloud; without it the diagram goes with words that say the same. */
  readonly label?: string;
  /** Cut to its own frets, where it stands large and alone. */
  readonly cut?: boolean;
  /** Strings that may be left out: they stand in brackets. */
  readonly optional?: readonly number[];
}

/**
 * A small picture of a grip: a piece of the neck lying as the neck lies, true to scale, so that a wide grip looks wide;
 * the number under it is the fret of the lowest finger.
 */
export function GripDiagram({ grip, guitar, label, cut = false, optional = [] }: GripDiagramProps) {
  const { mm, leftHanded, open } = guitar;
  const { first, last } = diagramWindow(grip.frets, mm, cut);
  const right = LEFT + (cut ? mm[last]! - mm[first]! : DIAGRAM_MM) * PER_MM;
  const width = right + 6;
  const seen = (x: number) => Math.round((leftHanded ? width - x : x) * 10) / 10;
  const wire = (fret: number) => LEFT + (mm[fret]! - mm[first]!) * PER_MM;
  const finger = (fret: number) => {
    if (fret <= first) return seen(LEFT - 10);
    return seen(wire(fret) - Math.max(DOT - 1, Math.min(8, (wire(fret) - wire(fret - 1)) * 0.42)));
  };
  const gap = BOARD / (open.length - 1);
  const y = (s: number) => Math.round((TOP + BOARD - s * gap) * 10) / 10;
  const fretted = grip.frets.filter((fret) => fret > 0);
  const lowest = fretted.length === 0 ? 0 : Math.min(...fretted);
  const wires = Array.from({ length: last - first + 1 }, (_, i) => first + i);
  return (
    <svg
      className="grip-diagram"
      viewBox={`0 0 ${width} ${HEIGHT}`}
      {...(label === undefined ? { 'aria-hidden': true } : { role: 'img', 'aria-label': label })}
    >
      <Board
        frets={wires}
        strings={open.length}
        x={(fret) => seen(wire(fret))}
        y={y}
        ends={[seen(LEFT), seen(right)]}
      />
      {barresOf(grip).map(({ from, to, fromFret, toFret }) => (
        <line key={from} x1={finger(fromFret)} x2={finger(toFret)} y1={y(from)} y2={y(to)} className="grip-barre" />
      ))}
      {grip.frets.map((fret, s) => {
        if (fret > 0)
          return (
            <g key={s} className="grip-finger">
              <circle cx={finger(fret)} cy={y(s)} r={DOT} />
              <text x={finger(fret)} y={y(s) + 3.6} textAnchor="middle">
                {grip.fingers[s]}
              </text>
            </g>
          );
        const x = seen(LEFT - 10);
        return fret === 0 ? (
          <circle key={s} cx={x} cy={y(s)} r={3.8} className="grip-open" />
        ) : (
          <path key={s} d={`M${x - 2.6},${y(s) - 2.6} l5.2,5.2 m0,-5.2 l-5.2,5.2`} className="grip-mute" />
        );
      })}
      {optional.map((s) => {
        const x = grip.frets[s]! > 0 ? finger(grip.frets[s]!) : seen(LEFT - 10);
        return <path key={s} d={bracketsAround(x, y(s))} className="grip-optional" />;
      })}
      {lowest > 0 && (
        <text x={finger(lowest)} y={HEIGHT - 4} textAnchor="middle" className="grip-place">
          {lowest}
        </text>
      )}
    </svg>
  );
}

/** Brackets to the left and right of a finger. */
const bracketsAround = (x: number, y: number): string =>
  [-1, 1].map((side) => `M${x + side * 7},${y - 7} q${side * 4},7 0,14`).join(' ');
