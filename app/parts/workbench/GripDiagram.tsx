import type { Grip } from '../../../core/index.ts';

const GAP = 9;
const ROWS = 5;

/** A small picture of a grip: strings upright, lowest at the left, the first fret shown named at the side. */
export function GripDiagram({ grip }: { readonly grip: Pick<Grip, 'frets'> }) {
  const fretted = grip.frets.filter((fret) => fret > 0);
  const first = fretted.length === 0 || Math.max(...fretted) <= ROWS ? 1 : Math.min(...fretted);
  const rows = Math.max(ROWS, Math.max(0, ...fretted) - first + 1);
  const x = (s: number) => 16 + s * GAP;
  const step = (ROWS * GAP) / rows;
  const y = (row: number) => 12 + row * step;
  return (
    <svg className="grip-diagram" width={72} height={64} viewBox="0 0 72 64" aria-hidden="true">
      {Array.from({ length: rows + 1 }, (_, row) => (
        <line
          key={row}
          x1={x(0)}
          x2={x(5)}
          y1={y(row)}
          y2={y(row)}
          className={row === 0 && first === 1 ? 'grip-nut' : ''}
        />
      ))}
      {grip.frets.map((fret, s) => (
        <g key={s}>
          <line x1={x(s)} x2={x(s)} y1={y(0)} y2={y(rows)} />
          {fret > 0 && <circle cx={x(s)} cy={y(fret - first + 0.5)} r={3.6} />}
          {fret === 0 && <circle cx={x(s)} cy={6} r={2.6} className="grip-open" />}
          {fret < 0 && <path d={`M${x(s) - 2.4},3.6 l4.8,4.8 m0,-4.8 l-4.8,4.8`} />}
        </g>
      ))}
      {first > 1 && (
        <text x={11} y={y(0.5) + 3} textAnchor="end">
          {first}
        </text>
      )}
    </svg>
  );
}
