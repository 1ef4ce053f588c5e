import type { Near } from '../near/near.ts';
import type { Path, Progress } from '../search.ts';
import { TENTH, type Fine, type Tenths } from '../units.ts';
import { pairKey, type Workings } from '../workings.ts';
import { beforeEach } from '../lattice.ts';
import { Kept } from '../kept.ts';
import { boundsOf, leastThrough, sides, type AllBounds, type Ground } from './bounds.ts';
import { cheapJoins, joinsBelow, type CheapJoins } from './joins.ts';
import { bestListed, pathAlong, pathOf, priceAlong, type Found } from './listed.ts';
import { CHEAP, listed, NOTHING, pairsOf, pairsWhere, priceNodes } from './pairs.ts';
import { halfSide, placeOf, stopOf, type PricedLattice, type Stop, type WideLattice } from './stops.ts';

/**
 * Joins within so much of the cheapest of their two nodes are listed: some semitones, a few dozen of a million pairs of grips
 * (measured). With many more most would be listed in vain; with fewer the bounds close as surely, but later.
 */
const SLACK = 65 * TENTH;

/** Pairs of nodes are looked at first that a path so much dearer than the bounds allow may need; then four times as much. */
const WITHIN = 50 * TENTH;

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
    for (const [i, node] of nodes.entries()) {
      stops.push(stopOf(this.#workings.prepared(node), i));
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
    const { count: total, known } = pairs;
    const { from, to, extra, least: leastOf, floor } = pairs;
    pairs.more.fill(null);
    let done = known.reduce((sum, level) => sum + (level > NOTHING ? 1 : 0), 0);

    // By nodes alone, until the cheapest way goes by pairs whose cheapest joins are known only. A way along it is a limit.
    let byNodes = leastThrough(ground);
    for (;;) {
      const near = pairsWhere(pairs, (p) => known[p] === NOTHING && byNodes.through(p) < byNodes.least + WITHIN);
      if (near.length === 0) break;
      for (const p of near) {
        this.#learn(ground, p);
        yield { done: ++done, total };
      }
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
      const through = (p: number) => front.least[from[p]!]! + extra[p]! + leastOf[p]! + back.least[to[p]!]!;
      alive = alive.filter((p) => through(p) <= most);
      const limit = Math.min(most, least + within);
      const near = alive.filter((p) => known[p]! < CHEAP && through(p) < limit);
      for (const p of near) {
        if (known[p] === NOTHING) done++;
        this.#learn(ground, p);
        yield { done, total };
      }
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
        if (front.least[i]! + extra[p]! + floor[p]! + back.least[j]! >= limit) continue;
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

  /** Lists the cheapest join of a pair; of one whose is listed already, all that are cheap. */
  #learn(ground: Ground, p: number): void {
    const { stops, pairs } = ground;
    const [before, after] = [stops[pairs.from[p]!]!, stops[pairs.to[p]!]!];
    const [a, b] = [before.node, after.node];
    const [kept, slack] = pairs.known[p] === NOTHING ? [this.#cheapest, 0] : [this.#cheap, this.#slack];
    const joins = kept.of(pairKey(a, b), () =>
      cheapJoins(
        halfSide(a.states),
        halfSide(b.states),
        this.#workings.join(a, b),
        this.#near,
        slack,
        pairs.known[p] === NOTHING ? undefined : pairs.least[p],
      ),
    );
    pairs.known[p]!++;
    pairs.cheap[p] = listed(joins, before, after);
    pairs.least[p] = joins.least;
    pairs.floor[p] = joins.floor;
  }
}
