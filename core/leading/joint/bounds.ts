import type { Fine } from '../units.ts';
import { sideWith, type Side } from './joins.ts';
import { byNode, halfSide, type Pair, type Stop } from './stops.ts';

/* What paths cost at least: by nodes alone, and to each grip, from what is listed and what any other join costs. */

/** By nodes alone: what a path costs at least that goes by a pair, and what any costs. */
export function leastThrough(
  stops: readonly Stop[],
  before: readonly (readonly number[])[],
  next: readonly (readonly number[])[],
  pairs: readonly Pair[],
) {
  const end = ({ node, extra }: Stop) => halfSide(node.states).least + extra / 2;
  const to = Float64Array.from(stops, (stop, n) => (before[n]!.length === 0 ? end(stop) : Infinity));
  const from = Float64Array.from(stops, (stop, n) => (next[n]!.length === 0 ? end(stop) : Infinity));
  // Pairs stand in the order of the nodes they come from.
  for (const { i, j, extra, least: one } of pairs) to[j] = Math.min(to[j]!, to[i]! + extra + one);
  for (const { i, j, extra, least: one } of [...pairs].reverse()) from[i] = Math.min(from[i]!, from[j]! + extra + one);
  let least = Infinity;
  next.forEach((after, n) => {
    if (after.length === 0) least = Math.min(least, to[n]! + end(stops[n]!));
  });
  return { least, through: ({ i, j, extra, least: one }: Pair): Fine => to[i]! + extra + one + from[j]! };
}

/** What it costs at least to come to each grip of each node, half of its own price included, and to any of a node's. */
interface Bounds {
  readonly to: readonly Float64Array[];
  readonly least: Float64Array;
}

/** Bounds from both ends, and what any whole path costs at least. */
interface AllBounds {
  readonly front: Bounds;
  readonly back: Bounds;
  readonly least: Fine;
}

/** That no path with a join that is not listed costs less than a limit, and the bounds by which that was found. */
interface Known extends AllBounds {
  readonly limit: Fine;
}

export function boundsOf(
  stops: readonly Stop[],
  before: readonly (readonly number[])[],
  next: readonly (readonly number[])[],
  pairs: readonly Pair[],
  known: Known | null,
): AllBounds {
  const front = leastTo(stops, before, pairs, true, known);
  const back = leastTo(stops, next, pairs, false, known);
  let least = Infinity;
  stops.forEach(({ half, extra }, n) => {
    if (next[n]!.length > 0) return;
    const to = front.to[n]!;
    for (let t = 0; t < to.length; t++) least = Math.min(least, to[t]! + half[t]! + extra / 2);
  });
  return { front, back, least };
}

/** The sides of joins at what it costs at least to come to them. */
export function sides(stops: readonly Stop[], { to }: Bounds): (n: number) => Side {
  const made = new Map<number, Side>();
  return (n) => {
    const known = made.get(n);
    if (known) return known;
    const { node, half } = stops[n]!;
    const totals = Float64Array.from(to[n]!);
    for (let s = 0; s < half.length; s++) totals[s]! += half[s]!;
    const side = sideWith(node.states, totals, false);
    made.set(n, side);
    return side;
  };
}

const NOBODY = new Float64Array();

/**
 * Lower bounds from one end: `neighbours` of a node are those on the way there. A join that is not listed costs its floor,
 * and leaves its path at a limit that is known. Nodes that no pair needs have none.
 */
function leastTo(
  stops: readonly Stop[],
  neighbours: readonly (readonly number[])[],
  pairs: readonly Pair[],
  forward: boolean,
  known: Known | null,
): Bounds {
  const least = new Float64Array(stops.length).fill(Infinity);
  const to: Float64Array[] = stops.map(() => NOBODY);
  const reached = byNode(stops.length, pairs, forward ? 'j' : 'i');
  const goesOn = byNode(stops.length, pairs, forward ? 'i' : 'j');
  const order = forward ? stops.keys() : [...stops.keys()].reverse();
  for (const n of order) {
    const { half, extra } = stops[n]!;
    const size = half.length;
    const isEnd = neighbours[n]!.length === 0;
    if (isEnd ? goesOn[n]!.length === 0 && stops.length > 1 : reached[n]!.length === 0) continue;
    const prices = new Float64Array(size);
    if (isEnd) for (let t = 0; t < size; t++) prices[t] = half[t]! + extra / 2;
    else {
      let floor = Infinity;
      for (const pair of reached[n]!)
        floor = Math.min(floor, least[forward ? pair.i : pair.j]! + pair.extra + pair.floor);
      prices.fill(floor);
      if (known) {
        const [own, other] = forward ? [known.front, known.back] : [known.back, known.front];
        const [before, beyond] = [own.to[n]!, other.to[n]!];
        for (let t = 0; t < size; t++) prices[t] = Math.max(floor, before[t]!, known.limit - beyond[t]!);
      }
      for (const pair of reached[n]!) {
        const there = forward ? pair.i : pair.j;
        const [from, far] = [to[there]!, stops[there]!.half];
        for (const joins of [pair.cheap, pair.more]) {
          if (!joins) continue;
          const [theirs, ours] = forward ? [joins.from, joins.to] : [joins.to, joins.from];
          for (let e = 0; e < theirs.length; e++) {
            const [s, t] = [theirs[e]!, ours[e]!];
            const price = from[s]! + far[s]! + joins.price[e]! + half[t]! + pair.extra;
            if (price < prices[t]!) prices[t] = price;
          }
        }
      }
    }
    let cheapest = Infinity;
    for (let t = 0; t < size; t++) if (prices[t]! < cheapest) cheapest = prices[t]!;
    to[n] = prices;
    least[n] = cheapest;
  }
  return { to, least };
}
