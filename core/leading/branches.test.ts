import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { gripOf, pitchesOf } from '../grip/grips.ts';
import { run } from '../steps.ts';
import { nodeOf, solvedChain } from './by-hand.oracle.ts';
import {
  AREA,
  candidates,
  changeCost,
  CHORDS,
  library,
  ownCost,
  placeOf,
  SOMEWHERE,
  type Plain,
} from './by-trying.oracle.ts';
import { chainOf, everyPathGoesThrough, type Lattice, type LatticeNode } from './lattice.ts';
import type { Place } from './place.ts';
import { ringRule } from './rules/ring.ts';
import { keepWhere, type Rule } from './rules/rule.ts';
import { Search } from './search.ts';
import { DEFAULT_WEIGHTS } from './pricing.ts';
import type { Weights } from './weights.ts';

/** A chord of a way to play a span, by hand: its symbol, and whether thin grips are frowned on there. */
interface ByHand {
  readonly symbol: string;
  readonly full: boolean;
}
/** Spans one after another, each with ways to play it, each of those some chords. */
type Spans = readonly (readonly (readonly ByHand[])[])[];

const FULL: Weights = { ...DEFAULT_WEIGHTS, thin: 60, bass: 30, shift: 9 };
const weightsOf = ({ full }: ByHand) => (full ? FULL : DEFAULT_WEIGHTS);

/** The spans as a lattice: the last chord of each way leads to the first of each way of the next span. */
function latticeOf(spans: Spans, place: () => Place): { lattice: Lattice; symbols: string[] } {
  const nodes: LatticeNode[] = [];
  const symbols: string[] = [];
  const next: number[][] = [];
  let ends: number[] = [];
  spans.forEach((ways, span) => {
    const lasts: number[] = [];
    ways.forEach((way, realisation) => {
      way.forEach((one, k) => {
        const node = nodeOf(one.symbol, { place: place(), weights: weightsOf(one), area: AREA });
        const at = nodes.push({ ...node, span, realisation }) - 1;
        symbols.push(one.symbol);
        next.push([]);
        for (const before of k === 0 ? ends : [at - 1]) next[before]!.push(at);
      });
      lasts.push(nodes.length - 1);
    });
    ends = lasts;
  });
  return { lattice: { nodes, next }, symbols };
}

/** Every path of ways, and every grip of every chord on it, tried out. */
function leastByTrying(spans: Spans, place: () => Place): number {
  const all = spans.reduce<readonly (readonly ByHand[])[]>(
    (paths, ways) => paths.flatMap((path) => ways.map((way) => [...path, ...way])),
    [[]],
  );
  let least = Infinity;
  const go = (path: readonly ByHand[], i: number, before: Plain | null, cost: number): void => {
    if (i === path.length) {
      least = Math.min(least, cost);
      return;
    }
    for (const grip of candidates[path[i]!.symbol]!) {
      const weights = weightsOf(path[i]!);
      const join = before ? changeCost(before, grip, weights, place()) : 0;
      go(path, i + 1, grip, cost + ownCost(grip, weights) + join);
    }
  };
  for (const path of all) go(path, 0, null, 0);
  return least;
}

const chord = fc.record({ symbol: fc.constantFrom(...Object.keys(CHORDS)), full: fc.boolean() });
const way = fc.array(chord, { minLength: 1, maxLength: 2 });
const anySpans = fc
  .array(fc.array(way, { minLength: 1, maxLength: 3 }), { minLength: 1, maxLength: 2 })
  // Three chords on a path can be tried out.
  .filter((spans) => spans.reduce((sum, ways) => sum + Math.max(...ways.map(({ length }) => length)), 0) <= 3);

describe('a lattice with several ways to play a span', () => {
  test('has the best of all paths, ways and grips alike, each chord at its own price, by brute force', () => {
    let branched = 0;
    fc.assert(
      fc.property(anySpans, (spans) => {
        const { lattice } = latticeOf(spans, SOMEWHERE);
        const search = new Search(library);
        search.setLattice(lattice);
        const path = run(search.solve());
        expect(path.cost).toBe(leastByTrying(spans, SOMEWHERE));
        // The path is one of the lattice, and costs what it says.
        path.nodes.slice(1).forEach((node, k) => expect(lattice.next[path.nodes[k]!]).toContain(node));
        const told = search.termsOf(path).flatMap(({ own, join }) => [...Object.values(own), ...Object.values(join)]);
        expect(told.reduce((a, b) => a + b, 0)).toBe(path.cost);
        if (spans.some((ways) => ways.length > 1)) branched++;
      }),
      { numRuns: 100, seed: 151 },
    );
    expect(branched).toBeGreaterThan(40);
  });

  test('that changes is solved like a new one, whatever was remembered', () => {
    fc.assert(
      fc.property(fc.array(anySpans, { minLength: 2, maxLength: 5 }), (all) => {
        const search = new Search(library);
        for (const [i, spans] of all.entries()) {
          const { lattice } = latticeOf(spans, SOMEWHERE);
          search.setLattice(lattice);
          const path = run(search.solve());
          if (i % 2 === 0) run(search.refresh());
          const fresh = new Search(library);
          fresh.setLattice(lattice);
          expect(path).toEqual(run(fresh.solve()));
        }
      }),
      { numRuns: 60, seed: 152 },
    );
  });

  test('of one way a span is a chain, in which every path goes through every node', () => {
    const spans: Spans = ['C', 'Am7', 'G7'].map((symbol) => [[{ symbol, full: false }]]);
    const { lattice } = latticeOf(spans, SOMEWHERE);
    expect(everyPathGoesThrough(lattice)).toEqual([0, 1, 2]);
    const search = new Search(library);
    search.setLattice(lattice);
    expect(run(search.solve())).toEqual(solvedChain(library, lattice.nodes).path);
  });

  test('a path meets where all go through: before and after the span that has several ways', () => {
    const one = (symbol: string) => [[{ symbol, full: false }]];
    const both = [[{ symbol: 'G7', full: false }], [{ symbol: 'E7', full: false }]];
    const spans: Spans = [one('C'), both, one('Am7')];
    expect(everyPathGoesThrough(latticeOf(spans, SOMEWHERE).lattice)).toEqual([0, 3]);
  });

  test('an order that is not that of time is refused', () => {
    const search = new Search(library);
    const nodes = [nodeOf('C'), nodeOf('G7')];
    expect(() => search.setLattice({ nodes, next: [[1], [0]] })).toThrow(RangeError);
  });
});

/* A restriction that is not in the table yet: a note on top, as a melody will ask for it. */
const onTop = (pitch: number): Rule => ({
  key: `on top ${pitch}`,
  narrow: (shapes, _, from) => keepWhere(shapes, (shape) => pitchesOf(from, shape).at(-1) === pitch),
});

test('a new rule holds wherever grips are asked for: in the path, in lists, in what else could stand', () => {
  const nodes = ['C', 'Am7', 'G7', 'C'].map((symbol, i) => nodeOf(symbol, { place: placeOf(i) }));
  const tops = [64, 64, 65, 64];
  const ruled = nodes.map((node, i) => ({ ...node, rules: [...node.rules, onTop(tops[i]!)] }));
  const search = new Search(library);
  search.setLattice(chainOf(ruled));
  const topOf = (i: number, shape: number) => gripOf(ruled[i]!.chord, library, shape).pitches.at(-1);
  const { shapes, cost } = run(search.solve());
  expect(shapes.map((shape, i) => topOf(i, shape))).toEqual(tops);
  const listed = search.gripAlternatives(1, ruled[1]!.chord);
  expect(listed.length).toBeGreaterThan(1);
  for (const { shape } of listed) expect(topOf(1, shape)).toBe(64);
  expect(listed[0]!.cost).toBe(cost);
  expect(search.alternative(1, ruled[1]!.chord)).toEqual(listed[0]);
  expect(topOf(2, search.passage(1, 3, [ruled[2]!])!.shapes[0]!)).toBe(65);
});

test('a note that rings on does so in the list of grips as in all else', () => {
  const open = 64;
  const nodes = ['C', 'Am7', 'G7'].map((symbol, i) => {
    const node = nodeOf(symbol, { place: placeOf(i) });
    return { ...node, rules: [...node.rules, ringRule(open)] };
  });
  const search = new Search(library);
  search.setLattice(chainOf(nodes));
  const listed = search.gripAlternatives(1, nodes[1]!.chord);
  expect(listed[0]).toEqual(search.alternative(1, nodes[1]!.chord));
  for (const { shape } of listed) expect(gripOf(nodes[1]!.chord, library, shape).frets.at(-1)).toBe(0);
});

test('what is asked for no more is let go, and what is asked for stays', () => {
  const search = new Search(library);
  const chart = (symbols: string) => chainOf(symbols.split(' ').map((symbol) => nodeOf(symbol)));
  search.setLattice(chart('C Am7 Dm9 G7'));
  const first = run(search.solve());
  const states = search.states(nodeOf('C'));
  search.setLattice(chart('C Am7 Dm9 E7'));
  run(search.solve());
  expect(search.states(nodeOf('C'))).toBe(states);
  // It is seen to every few edits.
  for (const symbols of Array.from({ length: 6 }, () => ['Em7 E7', 'E7 Em7', 'Em7 Am7']).flat()) {
    search.setLattice(chart(symbols));
    run(search.solve());
  }
  expect(search.states(nodeOf('C'))).not.toBe(states);
  search.setLattice(chart('C Am7 Dm9 G7'));
  expect(run(search.solve())).toEqual(first);
});
