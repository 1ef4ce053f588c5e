import type { Chord } from '../chord/chord.ts';
import type { ShapeLibrary } from '../grip/library.ts';
import type { Column } from '../take/columns.ts';
import { clockOf } from '../time/clock.ts';
import { chainOf, type LatticeNode } from './lattice.ts';
import type { Near } from './near/near.ts';
import { nodesOf } from './nodes.ts';
import { pinRule } from './rules/pin.ts';
import { Search, type Alternative, type Path, type Progress } from './search.ts';
import type { Pricing } from './pricing.ts';

/** A chord to be voiced, and the grip it is pinned to, by frets, if it is. */
export interface WantedColumn extends LatticeNode {
  readonly pin: readonly number[] | null;
}

/**
 * The search over a chain of columns with pins by frets: what a program needs that measures it from outside, against grips
 * that players really play. Inside, a take is solved by `solveTake`.
 */
export class ColumnSearch {
  readonly library: ShapeLibrary;
  readonly pricing: Pricing;
  readonly #search: Search;

  constructor(library: ShapeLibrary, pricing: Pricing, near?: Near) {
    this.library = library;
    this.pricing = pricing;
    this.#search = new Search(library, near);
  }

  setColumns(wanted: readonly WantedColumn[]): void {
    const nodes = wanted.map((one) => ({
      ...one,
      rules: one.pin ? [pinRule(one.pin, undefined), ...one.rules] : one.rules,
    }));
    this.#search.setLattice(chainOf(nodes));
  }

  solve(): Generator<Progress, Path> {
    return this.#search.solve();
  }

  /** Every grip of a chord in a column with the exact price of the best whole path through it, cheapest first. */
  gripAlternatives(column: number, chord: Chord): Alternative[] {
    return this.#search.gripAlternatives(column, chord);
  }
}

/** The columns such a search works on, at a tempo in beats of the first column's meter a minute. */
export function searchable(
  columns: readonly Column[],
  { library, pricing }: ColumnSearch,
  tempo: number,
): { readonly wanted: readonly WantedColumn[]; readonly index: readonly number[] } {
  const meter = columns[0]?.slot.meter ?? { count: 4, unit: 4 };
  const { nodes, index } = nodesOf(columns, clockOf([], tempo, meter), library, { pricing, banished: new Set() });
  return { wanted: nodes.map((node) => ({ ...node, pin: null })), index };
}
