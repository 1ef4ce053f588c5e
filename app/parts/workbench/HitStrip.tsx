import type { Pattern } from '../../../core/index.ts';

const WIDTH = 116;
const HEIGHT = 22;
/** Where each kind of hit stands, from the top: the higher its notes the higher. */
const ROWS: Readonly<Record<Pattern['hits'][number]['voices'], readonly [number, number]>> = {
  whole: [3, 16],
  chord: [3, 10],
  top: [3, 4],
  a: [3, 4],
  m: [7, 4],
  middle: [7, 6],
  muted: [6, 7],
  i: [11, 4],
  'other bass': [13, 5],
  bass: [15, 5],
  p: [15, 5],
};

/** A pattern as one sees it: its hits in time, high notes above low ones, accents dark, pushes reaching over. */
export function HitStrip({ pattern: { ticks, hits, meter } }: { readonly pattern: Pattern }) {
  const beat = (4 * 480) / meter.unit;
  const x = (tick: number) => 1 + (tick / ticks) * (WIDTH - 2);
  const beats = Array.from({ length: Math.ceil(ticks / beat) }, (_, i) => i);
  return (
    <svg className="hit-strip" viewBox={`0 0 ${WIDTH} ${HEIGHT}`} width={WIDTH} height={HEIGHT} aria-hidden="true">
      {beats.map((i) => (
        <line
          key={i}
          x1={x(i * beat)}
          x2={x(i * beat)}
          y1={i % meter.count === 0 ? 0 : 5}
          y2={HEIGHT - (i % meter.count === 0 ? 0 : 5)}
          className="hit-beat"
        />
      ))}
      {hits.map(({ at, ticks: long, voices, accent, damped, push }, i) => {
        const [top, high] = ROWS[voices];
        if (voices === 'muted')
          return (
            <path key={i} d={`M${x(at)} ${top}l5 ${high}m-5 0l5 ${-high}`} className={`hit-muted hit-${accent}`} />
          );
        const wide = Math.max(2.5, x(at + long * (damped ? 0.5 : 1)) - x(at) - 1);
        return (
          <rect
            key={i}
            x={x(at)}
            y={top}
            width={wide}
            height={high}
            rx={1.5}
            className={`hit hit-${accent}${push ? ' hit-push' : ''}`}
          />
        );
      })}
    </svg>
  );
}
