import type { Near } from '../near/near.ts';
import type { Path, Progress } from '../search.ts';
import { TENTH, type Fine, type Tenths } from '../units.ts';
import { pairKey, sideKey, type Workings } from '../workings.ts';
import { beforeEach } from '../lattice.ts';
import { Kept } from '../kept.ts';
import { boundsOf, leastThrough, sides, type AllBounds, type Ground } from './bounds.ts';
import { cheapJoins, joinsBelow, leastJoin, type CheapJoins } from './joins.ts';
import { bestListed, pathAlong, pathOf, priceAlong, type Found } from './listed.ts';
import {
  BOUNDED,
  CHEAP,
  CHEAPEST,
  listed,
  pairsOf,
  pairsWhere,
  priceNodes,
  type Junctions,
  type Pairs,
} from './pairs.ts';
import { halfSide, placeOf, stopOf, type PricedLattice, type Stop, type WideLattice } from './stops.ts';

/**
 * Joins within so much of the cheapest of their two nodes are listed: some semitones, a few dozen of a million pairs of grips
 * (measured). With many more most would be listed in vain; with fewer the bounds close as surely, but later.
 */
const SLACK = 65 * TENTH;

/** Pairs of nodes are looked at first that a path so much dearer than the bounds allow may need; then four times as much. */
const WITHIN = 25 * TENTH;

/** The best path of a lattice by what its nodes cost besides their grips. */
export type SolvedAt = (extra: readonly Tenths[]) => Generator<Progress, Path>;

/**
 * The exact search over wide lattices, where many nodes follow many: of all joins it looks only at those that a best path may
 * need. A path costs its joins, each with half of the two grips it joins, and half of its first and last grip.
 *
 * Of two nodes the cheap joins are listed; every other costs at least a floor. With the floors the least that any path costs
 * to a grip, and from it, is known (lower bounds), and by the listed joins a path that costs `most`. Two nodes whose joins are
 * not listed yet, and a join that is not listed, matter only where the bounds before and after leave them below `most`: those,
 * few, are then listed too, and the best path over what is listed is the best of all.
 */
export class BoundedSearch {
  readonly #workings: Workings;
  readonly #near: Near;
  readonly #slack: Fine;
  /** The cheapest join of two nodes, and all that are cheap, whatever lattice they stand in. */
  readonly #cheapest = new Kept<CheapJoins>();
  readonly #cheap = new Kept<CheapJoins>();

  /** `slack`: how far from the cheapest joins are listed; with any the result is the same. */
  constructor(workings: Workings, near: Near, slack: Fine = SLACK) {
    this.#workings = workings;
    this.#near = near;
    this.#slack = slack;
  }

  /** What was asked for before the last turn only is let go. */
  turn(): void {
    for (const kept of [this.#cheapest, this.#cheap, this.#workings]) kept.turn();
  }

  /** The best path. Every node must have grips, and some path lead from a beginning to an end. Yields progress. */
  *solve(lattice: PricedLattice): Generator<Progress, Path> {
    const search = yield* this.over(lattice);
    return yield* search(lattice.extra);
  }

  /** The best path by what nodes cost besides their grips; what is learned of their joins is there for the next prices. */
  *over(lattice: WideLattice): Generator<Progress, SolvedAt> {
    const { nodes } = lattice;
    beforeEach(lattice);
    const stops: Stop[] = [];
    const known = new Map<string, Stop>();
    for (const [i, node] of nodes.entries()) {
      const prepared = this.#workings.prepared(node);
      const key = sideKey(prepared);
      if (!known.has(key)) known.set(key, stopOf(prepared, known.size));
      stops.push(known.get(key)!);
      yield { done: i, total: nodes.length };
    }
    const pairs = pairsOf(lattice, stops);
    // A way through that is one grip long has no joins to be met in.
    stops.forEach((stop, n) => {
      if (pairs.into[n]!.length + pairs.outOf[n]!.length > 0) return;
      placeOf(stop, stop.node.states.own.indexOf(2 * stop.leastHalf));
    });
    let last: Found | null = null;
    const best = (extra: readonly Tenths[]) => this.#best({ stops, pairs, extra: priceNodes(pairs, extra) }, last);
    return function* (extra) {
      if (nodes.length === 0) return { nodes: [], shapes: [], cost: 0 };
      last = yield* best(extra);
      return pathOf(last, stops);
    };
  }

  /** The best path; `last`: one that was the best at other prices. */
  *#best(ground: Ground, last: Found | null): Generator<Progress, Found> {
    const { pairs } = ground;
    const { from, to, at, extra, junctions } = pairs;
    const { known, least: leastOf, floor } = junctions;
    pairs.more.fill(null);
    const total = known.length;

    // By nodes alone, until the cheapest way goes by pairs whose cheapest joins are known only. A way along it is a limit.
    let byNodes = leastThrough(ground);
    for (;;) {
      const near = pairsWhere(pairs, (p) => known[at[p]!]! < CHEAPEST && byNodes.through(p) < byNodes.least + WITHIN);
      if (near.length === 0) break;
      yield* this.#learnMore(pairs, near);
      byNodes = leastThrough(ground);
    }
    const tried = [pathAlong(ground, byNodes.path(), this.#workings), ...(last ? [last.held] : [])];
    let most = Math.min(...tried.map((held) => priceAlong(ground, held, this.#workings))) + TENTH;
    let best = null as Found | null;
    const look = (some: readonly number[]) => {
      const found = bestListed(ground, some);
      if (found && found.price < most) [most, best] = [found.price, found];
    };

    // Pairs that a path may need that is not much dearer than the bounds allow; then some more, until no other can matter.
    let alive = pairsWhere(pairs, (p) => byNodes.through(p) <= most);
    // At other prices before, much was listed already.
    if (last) look(alive);
    let bounds: AllBounds;
    for (let within = WITHIN; ;) {
      bounds = boundsOf(ground, alive);
      const { front, back, least } = bounds;
      const through = (p: number) => front.least[from[p]!]! + extra[p]! + leastOf[at[p]!]! + back.least[to[p]!]!;
      alive = alive.filter((p) => through(p) <= most);
      const limit = Math.min(most, least + within);
      const near = alive.filter((p) => known[at[p]!]! < CHEAP && through(p) < limit);
      yield* this.#learnMore(pairs, near);
      if (near.length > 0) continue;
      look(alive);
      if (limit >= most) break;
      within *= 4;
    }
    // The same for single joins.
    for (let limit = bounds.least + 2 * WITHIN; ; limit += 2 * WITHIN) {
      limit = Math.min(most, limit);
      const { front, back } = bounds;
      const [sideBefore, sideAfter] = [sides(ground, front, pairs.into), sides(ground, back, pairs.outOf)];
      for (const p of alive) {
        const [i, j] = [from[p]!, to[p]!];
        if (front.least[i]! + extra[p]! + floor[at[p]!]! + back.least[j]! >= limit) continue;
        const prices = this.#workings.join(ground.stops[i]!.node, ground.stops[j]!.node);
        const more = joinsBelow(sideBefore(i), sideAfter(j), prices, this.#near, limit - extra[p]!);
        pairs.more[p] = listed(more, ground.stops[i]!, ground.stops[j]!);
        yield { done: total, total };
      }
      look(alive);
      // By now there is one: the path that was tried first costs less than the first `most`.
      if (limit >= most) return best!;
      bounds = boundsOf(ground, alive, { ...bounds, limit });
    }
  }

  /** Learns one degree more of the joins where some pairs are. */
  *#learnMore({ at, junctions }: Pairs, some: readonly number[]): Generator<Progress, void> {
    const { known } = junctions;
    let done = known.reduce((sum, level) => sum + (level >= CHEAPEST ? 1 : 0), 0);
    for (const junction of new Set(some.map((p) => at[p]!))) {
      this.#learn(junctions, junction);
      if (known[junction] === CHEAPEST) done++;
      yield { done, total: known.length };
    }
  }

  /** Learns one degree more of the joins at a junction. */
  #learn({ stops, known, least, floor, cheap }: Junctions, at: number): void {
    const [before, after] = stops[at]!;
    const [a, b] = [before.node, after.node];
    const [from, to] = [halfSide(a.states), halfSide(b.states)];
    const prices = this.#workings.join(a, b);
    if (++known[at]! === BOUNDED) {
      least[at] = floor[at] = leastJoin(from, to, prices);
      return;
    }
    const isFirst = known[at] === CHEAPEST;
    const [kept, slack, limit] = isFirst ? [this.#cheapest, 0] : [this.#cheap, this.#slack, least[at]];
    const joins = kept.of(pairKey(a, b), () => cheapJoins(from, to, prices, this.#near, slack, limit));
    cheap[at] = listed(joins, before, after);
    least[at] = joins.least;
    floor[at] = joins.floor;
  }
}
