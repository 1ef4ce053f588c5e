import './neck.css';

interface BoardProps {
  /** The wires in sight; 0 is the nut. */
  readonly frets: readonly number[];
  readonly strings: number;
  readonly x: (fret: number) => number;
  readonly y: (string: number) => number;
  /** Where the strings begin and end. */
  readonly ends: readonly [number, number];
}

/** The wires and strings of a small diagram. */
export function Board({ frets, strings, x, y, ends }: BoardProps) {
  return (
    <>
      {frets.map((fret) => (
        <line
          key={fret}
          x1={x(fret)}
          x2={x(fret)}
          y1={y(0)}
          y2={y(strings - 1)}
          className={fret === 0 ? 'grip-nut' : 'grip-fret'}
        />
      ))}
      {Array.from({ length: strings }, (_, s) => (
        <line key={s} x1={ends[0]} x2={ends[1]} y1={y(s)} y2={y(s)} className="grip-string" />
      ))}
    </>
  );
}
