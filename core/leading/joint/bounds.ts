import type { Fine } from '../units.ts';
import { sideWith, type Side } from './joins.ts';
import { byNode, type Pairs } from './pairs.ts';
import type { Stop } from './stops.ts';

/* What paths cost at least: by nodes alone, and to each grip, from what is listed and what any other join costs. */

/** Stops with what each costs besides its grips, by half; and their pairs. */
export interface Ground {
  readonly stops: readonly Stop[];
  readonly pairs: Pairs;
  readonly extra: Float64Array;
}

/** By nodes alone: what any path costs at least, and one by a pair; and the nodes of the cheapest. */
export function leastThrough({ stops, pairs, extra }: Ground) {
  const { count, from, to, into, outOf, at, extra: way } = pairs;
  const { least } = pairs.junctions;
  const end = (n: number): Fine => stops[n]!.leastHalf + extra[n]!;
  const front = Float64Array.from(stops, (_, n) => (into[n]!.length === 0 ? end(n) : Infinity));
  const back = Float64Array.from(stops, (_, n) => (outOf[n]!.length === 0 ? end(n) : Infinity));
  const by = new Int32Array(stops.length).fill(-1);
  for (let p = 0; p < count; p++) {
    const price = front[from[p]!]! + way[p]! + least[at[p]!]!;
    if (price >= front[to[p]!]!) continue;
    front[to[p]!] = price;
    by[to[p]!] = p;
  }
  for (let p = count - 1; p >= 0; p--) {
    const price = back[to[p]!]! + way[p]! + least[at[p]!]!;
    if (price < back[from[p]!]!) back[from[p]!] = price;
  }
  let last = -1;
  for (let n = 0; n < stops.length; n++)
    if (outOf[n]!.length === 0 && (last < 0 || front[n]! + end(n) < front[last]! + end(last))) last = n;
  return {
    least: front[last]! + end(last),
    through: (p: number): Fine => front[from[p]!]! + way[p]! + least[at[p]!]! + back[to[p]!]!,
    path(): number[] {
      const nodes = [last];
      while (by[nodes[0]!]! >= 0) nodes.unshift(from[by[nodes[0]!]!]!);
      return nodes;
    },
  };
}

/**
 * What it costs at least to come to the grips of each node, half of its own price included: to those in a listed join each on
 * its own, in the order in which they were met; to every other; and to any.
 */
interface Bounds {
  readonly met: readonly Float64Array[];
  readonly rest: Float64Array;
  readonly least: Float64Array;
}

/** Bounds from both ends, and what any whole path costs at least. */
export interface AllBounds {
  readonly front: Bounds;
  readonly back: Bounds;
  readonly least: Fine;
}

/** That no path with a join that is not listed costs less than a limit, and the bounds by which that was found. */
interface Known extends AllBounds {
  readonly limit: Fine;
}

export function boundsOf(ground: Ground, some: readonly number[], known: Known | null = null): AllBounds {
  const front = leastTo(ground, some, true, known);
  const back = leastTo(ground, some, false, known);
  const { stops, pairs, extra } = ground;
  let least = Infinity;
  stops.forEach(({ leastHalf, met }, n) => {
    if (pairs.outOf[n]!.length > 0) return;
    const to = front.met[n]!;
    for (let c = 0; c < to.length; c++) least = Math.min(least, to[c]! + met.halves[c]! + extra[n]!);
    least = Math.min(least, front.rest[n]! + leastHalf + extra[n]!);
  });
  return { front, back, least };
}

/** What it costs at least to come to a grip by its place among those met. */
const boundAt = ({ met, rest }: Bounds, n: number, place: number): Fine =>
  place < met[n]!.length ? met[n]![place]! : rest[n]!;

/** The sides of joins at what it costs at least to come to them; a node without pairs by which it is `led` to is an end. */
export function sides(
  { stops, extra }: Ground,
  { met: known, rest }: Bounds,
  led: readonly (readonly number[])[],
): (n: number) => Side {
  const made = new Map<number, Side>();
  return (n) => {
    const found = made.get(n);
    if (found) return found;
    const { node, half, met } = stops[n]!;
    const isEnd = led[n]!.length === 0;
    const totals = half.map((own) => (isEnd ? own + extra[n]! : rest[n]!) + own);
    for (let c = 0; c < known[n]!.length; c++) totals[met.states[c]!] = known[n]![c]! + met.halves[c]!;
    const side = sideWith(node.states, totals, false);
    made.set(n, side);
    return side;
  };
}

const NOBODY = new Float64Array();

/**
 * Lower bounds from one end, by some of the pairs. A join that is not listed costs its floor, and leaves its path at a limit
 * that is known. Nodes that none of the pairs lead to have none.
 */
function leastTo(
  { stops, pairs, extra }: Ground,
  some: readonly number[],
  forward: boolean,
  known: Known | null,
): Bounds {
  const { from, to, into, outOf, at, more, extra: way } = pairs;
  const { floor, cheap } = pairs.junctions;
  const there = forward ? from : to;
  const led = forward ? into : outOf;
  const reached = byNode(stops.length, some, forward ? to : from);
  const least = new Float64Array(stops.length).fill(Infinity);
  const rest = new Float64Array(stops.length).fill(Infinity);
  const met: Float64Array[] = stops.map(() => NOBODY);
  // One array for all: thousands of small ones take longer to make than to fill.
  const room = new Float64Array(stops.reduce((sum, stop) => sum + stop.met.states.length, 0));
  let used = 0;
  const [own, other] = !known ? [null, null] : forward ? [known.front, known.back] : [known.back, known.front];
  for (let k = 0; k < stops.length; k++) {
    const n = forward ? k : stops.length - 1 - k;
    const { leastHalf, met: here } = stops[n]!;
    const isEnd = led[n]!.length === 0;
    let lowest = Infinity;
    if (isEnd) lowest = leastHalf + extra[n]!;
    else for (const p of reached[n]!) lowest = Math.min(lowest, least[there[p]!]! + way[p]! + floor[at[p]!]!);
    if (lowest === Infinity) continue;
    const prices = room.subarray(used, (used += here.states.length)).fill(lowest);
    if (isEnd) for (let c = 0; c < prices.length; c++) prices[c] = here.halves[c]! + extra[n]!;
    else {
      if (known && own && other) {
        for (let c = 0; c < prices.length; c++)
          prices[c] = Math.max(lowest, boundAt(own, n, c), known.limit - boundAt(other, n, c));
        lowest = Math.max(lowest, own.rest[n]!, known.limit - other.rest[n]!);
      }
      for (const p of reached[n]!) {
        const { halves } = stops[there[p]!]!.met;
        const theirs = met[there[p]!]!;
        for (const joins of [cheap[at[p]!], more[p]]) {
          if (!joins) continue;
          const [ends, begins] = forward ? [joins.from, joins.to] : [joins.to, joins.from];
          for (let e = 0; e < ends.length; e++) {
            const [s, t] = [ends[e]!, begins[e]!];
            const price = theirs[s]! + halves[s]! + joins.price[e]! + here.halves[t]! + way[p]!;
            if (price < prices[t]!) prices[t] = price;
          }
        }
      }
    }
    let cheapest = lowest;
    for (let c = 0; c < prices.length; c++) if (prices[c]! < cheapest) cheapest = prices[c]!;
    met[n] = prices;
    rest[n] = lowest;
    least[n] = cheapest;
  }
  return { met, rest, least };
}
