import type { Reached } from './extend.ts';
import type { States } from './states.ts';
import type { Fine } from './units.ts';

/**
 * Prices of the states of a node, seen from one end of the lattice: `base` is the least of them, `above[j]` what state j
 * costs beyond it. `by[j]` is the node nearer to that end by which it is reached (the how-manieth of its neighbours), and
 * `via[j]` the state there; at the end itself there is none.
 */
export interface Table {
  readonly base: Fine;
  readonly above: Float64Array;
  readonly via: Int32Array;
  /** Null where there is one neighbour only. */
  readonly by: Uint8Array | null;
}

const NOWHERE = new Int32Array();
/** The table of a node at the end. */
export const ownTable = ({ own }: States): Table => normalised({ price: own, via: NOWHERE });

/** What a step reached, as a table of its own. */
export function normalised({ price, via }: Reached): Table {
  let base = Infinity;
  for (const one of price) if (one < base) base = one;
  return { base, above: price.map((one) => one - base), via, by: null };
}

/** The table of a node that is reached by the cheapest of several ways; of equally cheap ones the first. */
export function nearestOf(ways: readonly Table[]): Table {
  const base = Math.min(...ways.map((way) => way.base));
  const size = ways[0]!.above.length;
  const above = new Float64Array(size).fill(Infinity);
  const via = new Int32Array(size);
  const by = new Uint8Array(size);
  ways.forEach((way, k) => {
    for (let j = 0; j < size; j++) {
      const here = way.base - base + way.above[j]!;
      if (here >= above[j]!) continue;
      above[j] = here;
      via[j] = way.via[j]!;
      by[j] = k;
    }
  });
  return { base, above, via, by };
}

/** The price of the best whole path through a state, from its two tables: what it costs itself is in both. */
export const through = ({ own }: States, forward: Table, backward: Table, j: number): Fine =>
  forward.base + backward.base + (forward.above[j]! + backward.above[j]! - own[j]!);

/** The state through which the best path goes, the first of equally good ones. */
export function leastThrough(states: States, forward: Table, backward: Table): { state: number; price: Fine } {
  let best = { state: 0, price: Infinity };
  for (let j = 0; j < states.size; j++) {
    const price = through(states, forward, backward, j);
    if (price < best.price) best = { state: j, price };
  }
  return best;
}

/** The node and its state by which a state is reached. */
export function reachedBy({ via, by }: Table, neighbours: readonly number[], state: number) {
  return { node: neighbours[by ? by[state]! : 0]!, state: via[state]! };
}

/** Whether two lists of prices are the same. */
export function sameNumbers(a: Float64Array, b: Float64Array): boolean {
  if (a === b) return true;
  if (a.length !== b.length) return false;
  for (let i = 0; i < a.length; i++) if (a[i] !== b[i]) return false;
  return true;
}
