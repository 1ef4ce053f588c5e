import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { DirectedGraph } from 'graphology';
import { bidirectional } from 'graphology-shortest-path/dijkstra';
import { run } from '../../steps.ts';
import { IS_THOROUGH } from '../../../scripts/thorough.oracle.ts';
import { nodeOf } from '../by-hand.oracle.ts';
import { AREA, candidates, changeCost, CHORDS, library, ownCost, SOMEWHERE, type Plain } from '../by-trying.oracle.ts';
import type { LatticeNode } from '../lattice.ts';
import { PlainNear } from '../near/plain.ts';
import { DEFAULT_WEIGHTS } from '../pricing.ts';
import { Search } from '../search.ts';
import { TENTH } from '../units.ts';
import { Workings } from '../workings.ts';
import { BoundedSearch } from './bounded.ts';
import { cheapJoins, leastJoin } from './joins.ts';
import { halfSide, type PricedLattice } from './stops.ts';

/** A chord of a way to play a stretch of time, by hand, with a price of its own. */
interface ByHand {
  readonly symbol: string;
  readonly extra: number;
}
/** Ways to play from one time to a later one, each some chords; times count from 0. */
interface Way {
  readonly from: number;
  readonly to: number;
  readonly chords: readonly ByHand[];
}
/** A price of going from one chord to another, by their symbols. */
const betweenChords = (a: string, b: string) => (a.length * 7 + b.length * 3) % 23;

const FIRST = 0;
/** The ways of a tune of so many times as a lattice: what ends at a time leads to what begins there. */
function latticeOf(ways: readonly Way[], last: number) {
  const nodes: LatticeNode[] = [];
  const extra: number[] = [];
  const symbols: string[] = [];
  const next: number[][] = [];
  const starts = new Map<number, number[]>();
  const ends = new Map<number, number[]>();
  const ordered = [...ways].sort((a, b) => a.from - b.from);
  for (const { from, to, chords } of ordered) {
    chords.forEach((one, k) => {
      const at = nodes.push(nodeOf(one.symbol, { place: SOMEWHERE(), area: AREA })) - 1;
      extra.push(one.extra);
      symbols.push(one.symbol);
      next.push([]);
      if (k > 0) next[at - 1]!.push(at);
      if (k === 0) starts.set(from, [...(starts.get(from) ?? []), at]);
      if (k === chords.length - 1) ends.set(to, [...(ends.get(to) ?? []), at]);
    });
  }
  for (const [time, of] of ends)
    if (time < last) for (const i of of) next[i]!.push(...(starts.get(time) ?? []).filter((j) => j > i));
  const lattice: PricedLattice = {
    nodes,
    next,
    extra,
    between: (i, j) => betweenChords(symbols[i]!, symbols[j]!),
  };
  return { lattice, symbols };
}

/** The least of all, every way through time and every grip tried out. */
function leastByTrying(ways: readonly Way[], last: number): number {
  let least = Infinity;
  const along = (time: number, path: readonly ByHand[]): void => {
    if (time === last) {
      hold(path, 0, null, 0);
      return;
    }
    for (const way of ways) if (way.from === time) along(way.to, [...path, ...way.chords]);
  };
  const hold = (path: readonly ByHand[], i: number, before: Plain | null, cost: number): void => {
    if (cost >= least) return;
    if (i === path.length) {
      least = cost;
      return;
    }
    const { symbol, extra } = path[i]!;
    const way = i === 0 ? 0 : betweenChords(path[i - 1]!.symbol, symbol);
    for (const grip of candidates[symbol]!) {
      const join = before ? changeCost(before, grip, DEFAULT_WEIGHTS, SOMEWHERE()) : 0;
      hold(path, i + 1, grip, cost + ownCost(grip, DEFAULT_WEIGHTS) + extra + join + way);
    }
  };
  along(FIRST, []);
  return least;
}

const chord = fc.record({ symbol: fc.constantFrom(...Object.keys(CHORDS)), extra: fc.nat(120) });
/** Ways over one to three of the times, at least one over each single one, so that all can be gone through. */
const tune = fc.integer({ min: 1, max: 3 }).chain((last) =>
  fc
    .tuple(
      ...Array.from({ length: last }, (_, from) =>
        fc
          .array(chord, { minLength: 1, maxLength: 2 })
          .map((some) => some.map((one): Way => ({ from, to: from + 1, chords: [one] }))),
      ),
      fc
        .array(
          fc.record({
            from: fc.nat(last - 1),
            long: fc.integer({ min: 1, max: 3 }),
            chords: fc.array(chord, { minLength: 1, maxLength: 2 }),
          }),
          { maxLength: 3 },
        )
        .map((moves) =>
          moves.map(({ from, long, chords }): Way => ({ from, to: Math.min(last, from + long), chords })),
        ),
    )
    .map((parts) => ({ last, ways: parts.flat() }))
    // Three chords on a path can be tried out.
    .filter(({ ways }) => mostChords(ways, 0, last) <= 3),
);
const mostChords = (ways: readonly Way[], time: number, last: number): number =>
  time === last
    ? 0
    : Math.max(
        ...ways.filter(({ from }) => from === time).map(({ to, chords }) => chords.length + mostChords(ways, to, last)),
      );

const bounded = (slack?: number) => new BoundedSearch(new Workings(library, new PlainNear()), new PlainNear(), slack);

describe('the bounded search', () => {
  test('finds the best of all ways and grips over one to three spans, by brute force, and costs what its path costs', () => {
    const numRuns = IS_THOROUGH ? 300 : 100;
    let long = 0;
    // With no slack all that is needed beyond the cheapest joins is found by the bounds.
    const searches = [undefined, 0, 5 * TENTH].map(bounded);
    fc.assert(
      fc.property(tune, ({ ways, last }) => {
        const { lattice } = latticeOf(ways, last);
        const least = leastByTrying(ways, last);
        for (const search of searches) {
          const path = run(search.solve(lattice));
          expect(path.cost).toBe(least);
          path.nodes.slice(1).forEach((node, k) => expect(lattice.next[path.nodes[k]!]).toContain(node));
        }
        if (ways.some(({ from, to }) => to - from > 1)) long++;
      }),
      { numRuns, seed: 181 },
    );
    expect(long).toBeGreaterThan(numRuns / 5);
  });

  test('finds the same at other prices of its nodes, one after the other, as if it had never seen the lattice', () => {
    fc.assert(
      fc.property(
        tune,
        fc.array(fc.array(fc.nat(150), { minLength: 5, maxLength: 5 }), { maxLength: 4 }),
        (of, all) => {
          const { lattice } = latticeOf(of.ways, of.last);
          const learned = run(bounded().over(lattice));
          for (const prices of [[0], ...all, [0]]) {
            const extra = lattice.extra.map((price, n) => price + (prices[n % prices.length] ?? 0));
            expect(run(learned(extra))).toEqual(run(bounded().solve({ ...lattice, extra })));
          }
        },
      ),
      { numRuns: 60, seed: 183 },
    );
  });

  test('finds what the search with all its tables finds, on longer tunes, where nothing costs anything besides', () => {
    fc.assert(
      fc.property(
        fc.array(fc.array(fc.constantFrom(...Object.keys(CHORDS)), { minLength: 1, maxLength: 3 }), {
          minLength: 4,
          maxLength: 9,
        }),
        (spans) => {
          const ways = spans.flatMap((symbols, from) =>
            symbols.map((symbol): Way => ({ from, to: from + 1, chords: [{ symbol, extra: 0 }] })),
          );
          const { lattice } = latticeOf(ways, spans.length);
          const search = new Search(library);
          search.setLattice(lattice);
          const { cost } = run(search.solve());
          expect(run(bounded().solve({ ...lattice, between: () => 0 })).cost).toBe(cost);
        },
      ),
      { numRuns: 40, seed: 182 },
    );
  });

  test('finds what a general shortest-path library finds (graphology-shortest-path)', () => {
    const spans = ['C', 'Am7', 'G7', 'C', 'Am7'].map((symbol, i) => [
      symbol,
      Object.keys(CHORDS)[i % Object.keys(CHORDS).length]!,
    ]);
    const ways = spans.flatMap((symbols, from) =>
      symbols.map((symbol, k): Way => ({ from, to: from + 1, chords: [{ symbol, extra: 10 * k }] })),
    );
    const { lattice, symbols } = latticeOf(ways, spans.length);
    const graph = new DirectedGraph();
    graph.addNode('start');
    graph.addNode('end');
    lattice.nodes.forEach((_, i) => {
      for (const [g] of candidates[symbols[i]!]!.entries()) graph.addNode(`${i}/${g}`);
    });
    const own = (i: number, grip: Plain) => ownCost(grip, DEFAULT_WEIGHTS) + lattice.extra[i]!;
    lattice.nodes.forEach((_, i) => {
      for (const [g, grip] of candidates[symbols[i]!]!.entries()) {
        if (i < spans[0]!.length) graph.addEdge('start', `${i}/${g}`, { weight: own(i, grip) });
        if (lattice.next[i]!.length === 0) graph.addEdge(`${i}/${g}`, 'end', { weight: 0 });
        for (const j of lattice.next[i]!)
          for (const [h, other] of candidates[symbols[j]!]!.entries())
            graph.addEdge(`${i}/${g}`, `${j}/${h}`, {
              weight:
                changeCost(grip, other, DEFAULT_WEIGHTS, SOMEWHERE()) +
                betweenChords(symbols[i]!, symbols[j]!) +
                own(j, other),
            });
      }
    });
    const route = bidirectional(graph, 'start', 'end')!;
    const length = route.slice(1).reduce((sum, to, k) => sum + graph.getEdgeAttribute(route[k]!, to, 'weight'), 0);
    expect(run(bounded().solve(lattice)).cost).toBe(length);
  });

  test('what joins cost at least, by the notes of their chords alone, is never more than the cheapest costs', () => {
    const workings = new Workings(library, new PlainNear());
    const node = (symbol: string) => workings.prepared(nodeOf(symbol, { place: SOMEWHERE(), area: AREA }));
    const gaps = Object.keys(CHORDS).flatMap((from) =>
      Object.keys(CHORDS).map((to) => {
        const [a, b] = [node(from), node(to)];
        const sides = [halfSide(a.states), halfSide(b.states)] as const;
        const prices = workings.join(a, b);
        return cheapJoins(...sides, prices, new PlainNear(), 0).least - leastJoin(...sides, prices);
      }),
    );
    expect(Math.min(...gaps)).toBeGreaterThanOrEqual(0);
  });

  test('a node without grips is refused', () => {
    const { lattice } = latticeOf([{ from: 0, to: 1, chords: [{ symbol: 'C', extra: 0 }] }], 1);
    const none = { ...lattice.nodes[0]!, rules: [{ key: 'none', narrow: () => new Uint32Array() }] };
    expect(() => run(bounded().solve({ ...lattice, nodes: [none] }))).toThrow(RangeError);
  });
});
