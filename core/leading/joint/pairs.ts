import { TENTH, type Fine } from '../units.ts';
import type { Joins } from './joins.ts';
import { placeOf, type Stop, type WideLattice } from './stops.ts';

/**
 * The pairs of nodes of which one follows the other, by number, in the order of the nodes they come from. In flat arrays: there
 * are tens of thousands, and all are looked at again and again.
 */
export interface Pairs {
  readonly count: number;
  readonly from: Int32Array;
  readonly to: Int32Array;
  /** By node the pairs that lead to it, and from it. */
  readonly into: readonly (readonly number[])[];
  readonly outOf: readonly (readonly number[])[];
  /** What it costs to go from the one node to the other; and that with half of what both nodes cost besides their grips. */
  readonly between: Float64Array;
  readonly extra: Float64Array;
  /** Which stops meet in it. */
  readonly at: Int32Array;
  readonly junctions: Junctions;
  /** Of all joins those that a path may need that costs less than what was last looked for; besides the cheap ones. */
  readonly more: (Listed | null)[];
}

/** Two stops that meet in some pairs, by number; and what is known of their joins. */
export interface Junctions {
  readonly stops: readonly (readonly [Stop, Stop])[];
  /** What it costs at least to go from a grip of the one to one of the other, half of both included; and by a join not listed. */
  readonly least: Float64Array;
  readonly floor: Float64Array;
  /** How much is known of the joins of each, by degrees; and those that are cheap. */
  readonly known: Uint8Array;
  readonly cheap: (Listed | null)[];
}

/** Joins of two stops, their grips told by their places among those that were met at its nodes. */
export interface Listed {
  readonly from: Int32Array;
  readonly to: Int32Array;
  readonly price: readonly Fine[];
}

/** Lists joins between two stops. */
export const listed = ({ from, to, price }: Joins, before: Stop, after: Stop): Listed => ({
  from: Int32Array.from(from, (state) => placeOf(before, state)),
  to: Int32Array.from(to, (state) => placeOf(after, state)),
  price,
});

/** Degrees of what is known of the joins of two stops: at 0 what their grips cost; a bound by their notes; the cheapest; all that are cheap. */
export const BOUNDED = 1;
export const CHEAPEST = 2;
export const CHEAP = 3;

/** The pairs of a lattice, of whose joins nothing is known yet but what their grips cost. */
export function pairsOf({ next, between }: WideLattice, stops: readonly Stop[]): Pairs {
  const count = next.reduce((sum, after) => sum + after.length, 0);
  const known = new Map<number, number>();
  const met: (readonly [Stop, Stop])[] = [];
  const at = new Int32Array(count);
  const pairs = {
    count,
    from: new Int32Array(count),
    to: new Int32Array(count),
    into: stops.map((): number[] => []),
    outOf: stops.map((): number[] => []),
    between: new Float64Array(count),
    extra: new Float64Array(count),
    at,
    more: Array.from({ length: count }, () => null),
  };
  let p = 0;
  next.forEach((after, i) => {
    for (const j of after) {
      pairs.from[p] = i;
      pairs.to[p] = j;
      pairs.outOf[i]!.push(p);
      pairs.into[j]!.push(p);
      pairs.between[p] = between(i, j) * TENTH;
      const [before, behind] = [stops[i]!, stops[j]!];
      const name = before.id * stops.length + behind.id;
      if (!known.has(name)) known.set(name, met.push([before, behind]) - 1);
      at[p++] = known.get(name)!;
    }
  });
  const least = Float64Array.from(met, ([before, after]) => before.leastHalf + after.leastHalf);
  const junctions = {
    stops: met,
    least,
    floor: least.slice(),
    known: new Uint8Array(met.length),
    cheap: met.map(() => null),
  };
  return { ...pairs, junctions };
}

/** The pairs of which something holds, in order. */
export function pairsWhere({ count }: Pairs, is: (pair: number) => boolean): number[] {
  const some: number[] = [];
  for (let p = 0; p < count; p++) if (is(p)) some.push(p);
  return some;
}

/** Some pairs by one of their nodes. */
export function byNode(nodes: number, some: readonly number[], end: Int32Array): readonly (readonly number[])[] {
  const sorted = Array.from({ length: nodes }, (): number[] => []);
  for (const p of some) sorted[end[p]!]!.push(p);
  return sorted;
}

/** What each node costs besides its grips, by half, and what it costs to go by each pair: from what the nodes cost. */
export function priceNodes(pairs: Pairs, extra: readonly number[]): Float64Array {
  const half = Float64Array.from(extra, (price): Fine => (price * TENTH) / 2);
  for (let p = 0; p < pairs.count; p++)
    pairs.extra[p] = half[pairs.from[p]!]! + half[pairs.to[p]!]! + pairs.between[p]!;
  return half;
}
