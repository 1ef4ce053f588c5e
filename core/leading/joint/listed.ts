import { joinPrice } from '../join.ts';
import type { Path } from '../search.ts';
import { inTenths, type Fine } from '../units.ts';
import type { Workings } from '../workings.ts';
import type { Ground } from './bounds.ts';
import { byNode, type Pairs } from './pairs.ts';
import { halfSide, type Stop } from './stops.ts';

/* Paths that are known: the best over the joins that are listed, and one along given nodes. */

/** A grip at a node. */
interface Held {
  readonly node: number;
  readonly state: number;
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

/** The joins of a pair that are listed, one after the other, until `take` says that it has enough. */
function eachJoin(
  { cheap, more }: Pairs,
  p: number,
  take: (s: number, t: number, price: Fine) => boolean | void,
): void {
  for (const joins of [cheap[p], more[p]]) {
    if (!joins) continue;
    const { from, to, price } = joins;
    for (let e = 0; e < from.length; e++) if (take(from[e]!, to[e]!, price[e]!)) return;
  }
}

/** The best path over the listed joins of some pairs; null where none goes from end to end. */
export function bestListed({ stops, pairs, extra }: Ground, some: readonly number[]): Found | null {
  const { from, to, into, outOf, extra: way } = pairs;
  const reached = byNode(stops.length, some, to);
  /** By node, and there by the grips that were met. */
  const prices: Float64Array[] = [];
  const priceBy = (p: number, s: number, t: number, join: Fine, n: number): Fine => {
    const there = stops[from[p]!]!;
    return prices[from[p]!]![there.met.place[s]!]! + there.half[s]! + join + stops[n]!.half[t]! + way[p]!;
  };
  for (const [n, { half, met }] of stops.entries()) {
    const isFirst = into[n]!.length === 0;
    const here = new Float64Array(met.states.length).fill(Infinity);
    if (isFirst) for (let c = 0; c < here.length; c++) here[c] = half[met.states[c]!]! + extra[n]!;
    prices.push(here);
    for (const p of reached[n]!) {
      eachJoin(pairs, p, (s, t, join) => {
        const price = priceBy(p, s, t, join, n);
        if (price < here[met.place[t]!]!) here[met.place[t]!] = price;
      });
    }
  }
  let end: Held | null = null;
  let least = Infinity;
  for (const [node, { half, met }] of stops.entries()) {
    if (outOf[node]!.length > 0) continue;
    for (let c = 0; c < met.states.length; c++) {
      const price = prices[node]![c]! + half[met.states[c]!]! + extra[node]!;
      if (price < least) [least, end] = [price, { node, state: met.states[c]! }];
    }
  }
  if (end === null) return null;
  const held: Held[] = [end];
  /** What led to a grip at its price. */
  const before = ({ node, state }: Held): Held | null => {
    const price = prices[node]![stops[node]!.met.place[state]!]!;
    let found: Held | null = null;
    for (const p of reached[node]!) {
      if (found) break;
      eachJoin(pairs, p, (s, t, join) => {
        if (t !== state || priceBy(p, s, t, join, node) !== price) return false;
        found = { node: from[p]!, state: s };
        return true;
      });
    }
    return found;
  };
  for (let one = before(end); one; one = before(one)) held.unshift(one);
  return { price: least, held };
}

/** So many of the cheapest grips of a node are tried out where any path will do. */
const TRIED = 60;

/** A path along nodes: at each step a near grip among the cheapest. */
export function pathAlong({ stops }: Ground, nodes: readonly number[], workings: Workings): readonly Held[] {
  const held: Held[] = [];
  for (const node of nodes) {
    const last = held.at(-1);
    const { states, order } = { ...halfSide(stops[node]!.node.states) };
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
