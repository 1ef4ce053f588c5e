import { barresOf, diagramLayout, type Grip } from '../../../core/index.ts';
import { Board } from './Board.tsx';
import type { Guitar } from './layout.ts';
import './neck.css';

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
  const at = diagramLayout(grip, { mm, strings: open.length, leftHanded }, cut);
  const { finger, y, beforeNut: x } = at;
  return (
    <svg
      className="grip-diagram"
      viewBox={`0 0 ${at.width} ${at.height}`}
      {...(label === undefined ? { 'aria-hidden': true } : { role: 'img', 'aria-label': label })}
    >
      <Board frets={at.wires} strings={open.length} x={at.x} y={y} ends={at.ends} />
      {barresOf(grip).map(({ from, to, fromFret, toFret }) => (
        <line key={from} x1={finger(fromFret)} x2={finger(toFret)} y1={y(from)} y2={y(to)} className="grip-barre" />
      ))}
      {grip.frets.map((fret, s) => {
        if (fret > 0)
          return (
            <g key={s} className="grip-finger">
              <circle cx={finger(fret)} cy={y(s)} r={at.dot} />
              <text x={finger(fret)} y={y(s) + 3.6} textAnchor="middle">
                {grip.fingers[s]}
              </text>
            </g>
          );
        return fret === 0 ? (
          <circle key={s} cx={x} cy={y(s)} r={3.8} className="grip-open" />
        ) : (
          <path key={s} d={`M${x - 2.6},${y(s) - 2.6} l5.2,5.2 m0,-5.2 l-5.2,5.2`} className="grip-mute" />
        );
      })}
      {optional.map((s) => {
        const place = grip.frets[s]! > 0 ? finger(grip.frets[s]!) : x;
        return <path key={s} d={bracketsAround(place, y(s))} className="grip-optional" />;
      })}
      {at.place !== null && (
        <text x={finger(at.place)} y={at.placeY} textAnchor="middle" className="grip-place">
          {at.place}
        </text>
      )}
    </svg>
  );
}

/** Brackets to the left and right of a finger. */
const bracketsAround = (x: number, y: number): string =>
  [-1, 1].map((side) => `M${x + side * 7},${y - 7} q${side * 4},7 0,14`).join(' ');
