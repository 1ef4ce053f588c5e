import { beforeEach } from '../lattice.ts';
import type { Near } from '../near/near.ts';
import type { Path, Progress } from '../search.ts';
import { TENTH, type Fine } from '../units.ts';
import type { Workings } from '../workings.ts';
import { Kept } from '../kept.ts';
import { boundsOf, leastThrough, sides } from './bounds.ts';
import { cheapJoins, joinsBelow, type CheapJoins } from './joins.ts';
import { anyPath, bestListed, type Found } from './listed.ts';
import { halfOf, halfSide, type Pair, type PricedLattice, type Stop } from './stops.ts';

/**
 * Joins within so much of the cheapest of their two nodes are listed at first: three semitones, a handful of a million pairs of
 * grips (measured). With more most would be listed in vain, and with none the bounds close as surely, a little later.
 */
const SLACK = 30 * TENTH;

/** Pairs of nodes are looked at first that a path so much dearer than the bounds allow may need; then twice as much. */
const WITHIN = 50 * TENTH;

/**
 * The exact search over wide lattices, where many nodes follow many: of all joins it looks only at those that a best path may
 * need. A path costs its joins, each with half of the two grips it joins, and half of its first and last grip.
 *
 * First, of each two nodes the cheap joins are listed; every other costs at least a floor. With the floors the least that any
 * path costs to a grip, and from it, is known (lower bounds), and by the listed joins a path that costs `most`. A join that
 * is not listed matters only where the bounds before and after it leave it below `most`: those, few, are then listed too,
 * and the best path over what is listed is the best of all.
 */
export class BoundedSearch {
  readonly #workings: Workings;
  readonly #near: Near;
  readonly #slack: Fine;
  /** The cheap joins of two nodes, whatever lattice they stand in. */
  readonly #cheap = new Kept<CheapJoins>();
  /** Joins looked at, for whoever measures. */
  listed = 0;

  /** `slack`: how far from the cheapest joins are listed at first; with any the result is the same. */
  constructor(workings: Workings, near: Near, slack: Fine = SLACK) {
    this.#workings = workings;
    this.#near = near;
    this.#slack = slack;
  }

  /** The best path. Every node must have grips, and some path lead from a beginning to an end. Yields progress. */
  *solve(lattice: PricedLattice): Generator<Progress, Path> {
    const { nodes, next, extra, between } = lattice;
    if (nodes.length === 0) return { nodes: [], shapes: [], cost: 0 };
    const before = beforeEach(lattice);
    const stops = nodes.map((one, i): Stop => {
      const node = this.#workings.prepared(one);
      if (node.states.size === 0) throw new RangeError(`node ${i} has no grips`);
      return { node, half: halfOf(node.states), extra: extra[i]! * TENTH };
    });
    const pairs = next.flatMap((after, i) =>
      after.map((j): Pair => {
        const least = halfSide(stops[i]!.node.states).least + halfSide(stops[j]!.node.states).least;
        const way = (stops[i]!.extra + stops[j]!.extra) / 2 + between(i, j) * TENTH;
        return { i, j, extra: way, cheap: null, more: null, least, floor: least };
      }),
    );
    const total = pairs.length;
    let done = 0;
    let most = anyPath(stops, next, this.#workings, between) + TENTH;
    let best: Found | null = null;
    const look = (among: readonly Pair[]) => {
      const found = bestListed(stops, before, next, among);
      if (found.price < most) [most, best] = [found.price, found];
    };
    for (let within = WITHIN; ; within *= 2) {
      // All that a path might need that is not much dearer than the bounds allow, then some more, until no other can matter.
      const { through, least } = leastThrough(stops, before, next, pairs);
      const limit = Math.min(most, least + within);
      const near = pairs.filter((pair) => through(pair) < limit);
      for (const pair of near) {
        if (pair.cheap !== null) continue;
        pair.cheap = this.#cheapJoins(stops[pair.i]!, stops[pair.j]!);
        pair.least = pair.cheap.least;
        pair.floor = pair.cheap.floor;
        yield { done: ++done, total };
      }
      look(near);
      if (limit >= most) break;
    }
    // What no path below that price needs is out of the way.
    const { through } = leastThrough(stops, before, next, pairs);
    let alive = pairs.filter((pair) => through(pair) <= most);
    let bounds = boundsOf(stops, before, next, alive, null);
    for (let limit = bounds.least + 2 * WITHIN; ; limit += 2 * WITHIN) {
      // The same for single joins.
      limit = Math.min(most, limit);
      const { front, back } = bounds;
      alive = alive.filter(({ i, j, extra: way, least }) => front.least[i]! + way + least + back.least[j]! <= most);
      const [sideBefore, sideAfter] = [sides(stops, front), sides(stops, back)];
      for (const pair of alive) {
        const { i, j, floor, extra: way } = pair;
        if (front.least[i]! + way + floor + back.least[j]! >= limit) continue;
        const prices = this.#workings.join(stops[i]!.node, stops[j]!.node);
        pair.more = joinsBelow(sideBefore(i), sideAfter(j), prices, this.#near, limit - way);
        this.listed += pair.more.price.length;
        yield { done: total, total };
      }
      look(alive);
      // By now there is one: the path that was tried first costs less than the first `most`.
      if (limit >= most) return best!.path(stops);
      bounds = boundsOf(stops, before, next, alive, { ...bounds, limit });
    }
  }

  /** What was asked for before the last turn only is let go. */
  turn(): void {
    this.#cheap.turn();
    this.#workings.turn();
  }

  #cheapJoins({ node: a }: Stop, { node: b }: Stop): CheapJoins {
    return this.#cheap.of(`${a.key}>${b.key}`, () => {
      const prices = this.#workings.join(a, b);
      const cheap = cheapJoins(halfSide(a.states), halfSide(b.states), prices, this.#near, this.#slack);
      this.listed += cheap.price.length;
      return cheap;
    });
  }
}
