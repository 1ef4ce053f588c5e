import { fretsAt } from '../../grip/grips.ts';
import type { Playing, Rule } from './rule.ts';

/** A player likes to stay in an area of the neck: each fret that a grip reaches beyond it, on both sides, costs. */
export function areaRules(_: unknown, { pricing: { area } }: Playing): readonly Rule[] {
  if (area === null) return [];
  const [from, to] = area;
  return [
    {
      key: `area ${from} ${to}`,
      term: 'area',
      price: (shapes, _chord, library) =>
        Array.from(shapes, (shape) => {
          // Open strings lie in every area.
          const fretted = fretsAt(library, shape).filter((fret) => fret > 0);
          if (fretted.length === 0) return 0;
          return Math.max(0, from - Math.min(...fretted)) + Math.max(0, Math.max(...fretted) - to);
        }),
    },
  ];
}
