import { joinPrice } from '../join.ts';
import type { Path } from '../search.ts';
import { inTenths, TENTH, type Fine } from '../units.ts';
import type { Workings } from '../workings.ts';
import { byNode, type Pair, type PricedLattice, type Stop } from './stops.ts';

/* Paths that are known: the best over the joins that are listed, and one there always is. */

/** A path over listed joins. */
export interface Found {
  readonly price: Fine;
  readonly path: (stops: readonly Stop[]) => Path;
}

/** The best path over listed joins. */
export function bestListed(
  stops: readonly Stop[],
  before: readonly (readonly number[])[],
  next: readonly (readonly number[])[],
  pairs: readonly Pair[],
): Found {
  const reached = byNode(stops.length, pairs, 'j');
  const to: Float64Array[] = [];
  /** The node, and the state there, by which each state is reached. */
  const by: Int32Array[] = [];
  const via: Int32Array[] = [];
  for (const [n, { half, extra }] of stops.entries()) {
    const isFirst = before[n]!.length === 0;
    const size = isFirst || reached[n]!.length > 0 ? half.length : 0;
    const prices = isFirst ? half.map((price) => price + extra / 2) : new Float64Array(size).fill(Infinity);
    const [nodes, states] = [new Int32Array(size).fill(-1), new Int32Array(size).fill(-1)];
    for (const pair of reached[n]!) {
      const [there, far] = [to[pair.i]!, stops[pair.i]!.half];
      for (const joins of [pair.cheap, pair.more]) {
        if (!joins || there.length === 0) continue;
        const { from, to: ours, price: each } = joins;
        for (let e = 0; e < from.length; e++) {
          const [s, t] = [from[e]!, ours[e]!];
          const price = there[s]! + far[s]! + each[e]! + half[t]! + pair.extra;
          if (price >= prices[t]!) continue;
          prices[t] = price;
          nodes[t] = pair.i;
          states[t] = s;
        }
      }
    }
    to.push(prices);
    by.push(nodes);
    via.push(states);
  }
  let end = { node: -1, state: -1, price: Infinity };
  for (const [n, { half, extra }] of stops.entries()) {
    if (next[n]!.length > 0) continue;
    for (let t = 0; t < to[n]!.length; t++) {
      const price = to[n]![t]! + half[t]! + extra / 2;
      if (price < end.price) end = { node: n, state: t, price };
    }
  }
  return {
    price: end.price,
    path(of: readonly Stop[]): Path {
      const chosen: { readonly node: number; readonly state: number }[] = [];
      for (let { node, state } = end; node >= 0;) {
        chosen.unshift({ node, state });
        [node, state] = [by[node]![state]!, via[node]![state]!];
      }
      return {
        nodes: chosen.map(({ node }) => node),
        shapes: chosen.map(({ node, state }) => of[node]!.node.states.shape[state]!),
        cost: inTenths(end.price),
      };
    },
  };
}

/** What some path costs: at each step the nearest grip of the first node that follows. */
export function anyPath(
  stops: readonly Stop[],
  next: readonly (readonly number[])[],
  workings: Workings,
  between: PricedLattice['between'],
): Fine {
  let [n, state] = [0, 0];
  let price = stops[0]!.node.states.own[0]! + stops[0]!.extra;
  while (next[n]!.length > 0) {
    const to = next[n]![0]!;
    const [a, b] = [stops[n]!.node, stops[to]!.node];
    const prices = workings.join(a, b);
    let best = { state: 0, price: Infinity };
    for (let t = 0; t < b.states.size; t++) {
      const here = joinPrice(a.states, state, b.states, t, prices) + b.states.own[t]!;
      if (here < best.price) best = { state: t, price: here };
    }
    price += best.price + stops[to]!.extra + between(n, to) * TENTH;
    [n, state] = [to, best.state];
  }
  return price;
}
