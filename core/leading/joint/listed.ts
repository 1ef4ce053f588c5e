import { joinPrice } from '../join.ts';
import type { Path } from '../search.ts';
import { inTenths, type Fine } from '../units.ts';
import type { Workings } from '../workings.ts';
import type { Ground } from './bounds.ts';
import { byNode } from './pairs.ts';
import { halfSide, type Stop } from './stops.ts';

/* Paths that are known: the best over the joins that are listed, and one along given nodes. */

/** A grip at a node. */
interface Held {
  readonly node: number;
  readonly state: number;
}

/** A grip at a node by its place among those met. */
interface At {
  readonly node: number;
  readonly place: number;
}

/** A path, grip by grip. */
export interface Found {
  readonly price: Fine;
  readonly held: readonly Held[];
}

/** A path as it is handed on. */
export const pathOf = ({ price, held }: Found, stops: readonly Stop[]): Path => ({
  nodes: held.map(({ node }) => node),
  shapes: held.map(({ node, state }) => stops[node]!.node.states.shape[state]!),
  cost: inTenths(price),
});

/** The best path over the listed joins of some pairs; null where none goes from end to end. */
export function bestListed({ stops, pairs, extra }: Ground, some: readonly number[]): Found | null {
  const { from, to, into, outOf, at, more, extra: way } = pairs;
  const { cheap } = pairs.junctions;
  const reached = byNode(stops.length, some, to);
  /** By node, and there by the grips that were met. */
  const prices: Float64Array[] = [];
  const room = new Float64Array(stops.reduce((sum, { met }) => sum + met.states.length, 0)).fill(Infinity);
  let used = 0;
  for (const [n, { met }] of stops.entries()) {
    const here = room.subarray(used, (used += met.states.length));
    if (into[n]!.length === 0) for (let c = 0; c < here.length; c++) here[c] = met.halves[c]! + extra[n]!;
    prices.push(here);
    for (const p of reached[n]!) {
      const [theirs, { halves }] = [prices[from[p]!]!, stops[from[p]!]!.met];
      for (const joins of [cheap[at[p]!], more[p]]) {
        if (!joins) continue;
        for (let e = 0; e < joins.from.length; e++) {
          const [s, t] = [joins.from[e]!, joins.to[e]!];
          const price = theirs[s]! + halves[s]! + joins.price[e]! + met.halves[t]! + way[p]!;
          if (price < here[t]!) here[t] = price;
        }
      }
    }
  }
  let end = null as At | null;
  let least = Infinity;
  for (const [node, { met }] of stops.entries()) {
    if (outOf[node]!.length > 0) continue;
    for (let place = 0; place < met.states.length; place++) {
      const price = prices[node]![place]! + met.halves[place]! + extra[node]!;
      if (price < least) [least, end] = [price, { node, place }];
    }
  }
  if (end === null) return null;
  /** What led to a grip at its price, by the same sum. */
  const before = ({ node, place }: At): At | null => {
    for (const p of reached[node]!) {
      const [theirs, { halves }] = [prices[from[p]!]!, stops[from[p]!]!.met];
      for (const joins of [cheap[at[p]!], more[p]]) {
        for (let e = 0; joins && e < joins.from.length; e++) {
          const [s, t] = [joins.from[e]!, joins.to[e]!];
          const price = theirs[s]! + halves[s]! + joins.price[e]! + stops[node]!.met.halves[t]! + way[p]!;
          if (t === place && price === prices[node]![place]) return { node: from[p]!, place: s };
        }
      }
    }
    return null;
  };
  const held: Held[] = [];
  for (let one: At | null = end; one; one = before(one))
    held.unshift({ node: one.node, state: stops[one.node]!.met.states[one.place]! });
  return { price: least, held };
}

/** So many of the cheapest grips of a node are tried out where any path will do. */
const TRIED = 60;

/** A path along nodes: at each step a near grip among the cheapest. */
export function pathAlong({ stops }: Ground, nodes: readonly number[], workings: Workings): readonly Held[] {
  const held: Held[] = [];
  for (const node of nodes) {
    const last = held.at(-1);
    const { states, order } = halfSide(stops[node]!.node.states);
    const tried = Array.from(order!.subarray(0, TRIED), (g) => states.setStart[g]!);
    if (!last) {
      held.push({ node, state: tried[0]! });
      continue;
    }
    const [a, b] = [stops[last.node]!.node, stops[node]!.node];
    const prices = workings.join(a, b);
    const price = (t: number) => joinPrice(a.states, last.state, b.states, t, prices) + b.states.own[t]!;
    held.push({ node, state: tried.reduce((best, t) => (price(t) < price(best) ? t : best)) });
  }
  return held;
}

/** What a path costs. */
export function priceAlong({ stops, pairs, extra }: Ground, held: readonly Held[], workings: Workings): Fine {
  return held.reduce((sum, { node, state }, k) => {
    const own = stops[node]!.half[state]! * 2 + extra[node]! * 2;
    const last = held[k - 1];
    if (!last) return sum + own;
    const [a, b] = [stops[last.node]!.node, stops[node]!.node];
    const p = pairs.into[node]!.find((one) => pairs.from[one] === last.node)!;
    return sum + own + pairs.between[p]! + joinPrice(a.states, last.state, b.states, state, workings.join(a, b));
  }, 0);
}
