import { musical, type Area, type NeckTone } from '../../../core/index.ts';
import { Board } from '../neck/Board.tsx';
import type { Guitar } from '../neck/layout.ts';
import { SvgLabel } from '../symbol/glyphs.tsx';
import '../neck/neck.css';
import './grips.css';

const PER_MM = 1.06;
const SIDE = 20;
const TOP = 11;
const BOARD = 98;
const HEIGHT = 134;
const DOT = 8.5;

interface AreaDiagramProps {
  readonly area: Area;
  readonly tones: readonly NeckTone[];
  readonly guitar: Guitar;
}

/** How wide it is beside others, so that all are drawn to one scale. */
export const areaWidth = ([from, to]: Area, { mm }: Guitar): number =>
  Math.round(SIDE + (mm[to]! - mm[Math.max(0, from - 1)]!) * PER_MM + 8);

/** A piece of the neck with the tones of a chord, true to scale; the root is filled. */
export function AreaDiagram({ area: [from, to], tones, guitar }: AreaDiagramProps) {
  const { mm, open, leftHanded } = guitar;
  const first = Math.max(0, from - 1);
  const along = (fret: number) => SIDE + (mm[fret]! - mm[first]!) * PER_MM;
  const width = areaWidth([from, to], guitar);
  const seen = (x: number) => Math.round((leftHanded ? width - x : x) * 10) / 10;
  const y = (s: number) => Math.round((TOP + BOARD - (s * BOARD) / (open.length - 1)) * 10) / 10;
  const finger = (fret: number) => seen(fret <= first ? SIDE - 11 : (along(fret) + along(fret - 1)) / 2);
  const wires = Array.from({ length: to - first + 1 }, (_, i) => first + i);
  return (
    <svg className="area-diagram" viewBox={`0 0 ${width} ${HEIGHT}`} aria-hidden>
      <Board
        frets={wires}
        strings={open.length}
        x={(fret) => seen(along(fret))}
        y={y}
        ends={[seen(SIDE), seen(along(to))]}
      />
      {tones.map(({ string, fret, degree }) => (
        <g key={`${string} ${fret}`} className={degree === '1' ? 'area-tone area-root' : 'area-tone'}>
          <circle cx={finger(fret)} cy={y(string)} r={DOT} />
          <SvgLabel text={musical(degree === 'bass' ? '·' : degree)} x={finger(fret)} y={y(string)} size={10.5} />
        </g>
      ))}
      {wires.slice(from === 0 ? 1 : 0).map((fret) =>
        fret === 0 || fret < from ? null : (
          <text key={fret} x={finger(fret)} y={HEIGHT - 2} textAnchor="middle" className="grip-place">
            {fret}
          </text>
        ),
      )}
    </svg>
  );
}
