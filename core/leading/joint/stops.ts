import { remembered } from '../../remember.ts';
import type { Lattice } from '../lattice.ts';
import type { States } from '../states.ts';
import type { Fine, Tenths } from '../units.ts';
import type { Prepared } from '../workings.ts';
import { sideWith, type CheapJoins, type Joins } from './joins.ts';

/* What the bounded search works on: nodes, pairs of them, and the joins it has listed of each pair. */

/** A lattice whose nodes, and the ways between them, have prices of their own besides those of their grips. */
export interface PricedLattice extends Lattice {
  /** By node. */
  readonly extra: readonly Tenths[];
  /** Of going from node i to node j. */
  readonly between: (i: number, j: number) => Tenths;
}

/** A node as the search sees it: its grips, half of what they cost, and what the node costs besides. */
export interface Stop {
  readonly node: Prepared;
  readonly half: Float64Array;
  readonly extra: Fine;
}

/** Two nodes of which one follows the other. */
export interface Pair {
  readonly i: number;
  readonly j: number;
  /** Half of what both nodes cost besides their grips, and what it costs to go from one to the other. */
  readonly extra: Fine;
  /** Null until it is known that it may matter. */
  cheap: CheapJoins | null;
  /** What it costs at least to go from a grip of the one to one of the other, half of both included; and by a join not listed. */
  least: Fine;
  floor: Fine;
  /** Of all joins those that a path may need that costs less than what was last looked for; besides the cheap ones. */
  more: Joins | null;
}

export const halfOf = remembered(({ own }: States) => own.map((price) => price / 2));
export const halfSide = remembered((states: States) => sideWith(states, halfOf(states), true));

/** The pairs by the node they lead to, or from. */
export function byNode(count: number, pairs: readonly Pair[], end: 'i' | 'j'): readonly (readonly Pair[])[] {
  const sorted: Pair[][] = Array.from({ length: count }, () => []);
  for (const pair of pairs) sorted[pair[end]]!.push(pair);
  return sorted;
}
