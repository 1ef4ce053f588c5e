import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { gripOf, shapesOf } from '../grip/grips.ts';
import { run } from '../steps.ts';
import { buildLibrary } from '../grip/library.ts';
import { DEFAULT_HAND } from '../neck/hand.ts';
import { TUNINGS } from '../neck/tuning.ts';
import { chordOf, nodeOf, solvedChain } from './by-hand.oracle.ts';
import {
  placeOf,
  SOMEWHERE,
  CHORDS,
  library,
  candidates,
  leastCost,
  plainOf,
  solved,
  AREA,
} from './by-trying.oracle.ts';
import { chainOf } from './lattice.ts';
import { Search } from './search.ts';
import { MANNERS } from '../manner.ts';
import { TERMS, type Term } from '../neck/terms.ts';
import { DEFAULT_WEIGHTS, ONLY_MOVEMENT, weightsOf } from './pricing.ts';

const symbolList = fc.array(fc.constantFrom(...Object.keys(CHORDS)), { minLength: 1, maxLength: 3 });
const weights = fc.oneof(
  fc.constant(DEFAULT_WEIGHTS),
  fc.constant(ONLY_MOVEMENT),
  // Anything each term may cost, and far more often nothing than in a manner: what one term alone does is seen.
  fc
    .record(
      Object.fromEntries(
        TERMS.map((term) => [term, fc.oneof(fc.constant(0), fc.integer({ min: 0, max: 40 }))]),
      ) as Record<Term, fc.Arbitrary<number>>,
    )
    .map((record) => ({ ...record, wish: 1 })),
  fc.constantFrom(...MANNERS.map((manner) => weightsOf(manner, {}))),
);

describe('the path found is the true optimum', () => {
  test('on hundreds of small charts, under any weights, by brute force', () => {
    fc.assert(
      fc.property(symbolList, weights, (symbols, w) => {
        expect(solved(symbols, w).path.cost).toBe(leastCost(symbols, w));
      }),
      { numRuns: 300, seed: 20 },
    );
  });

  test('pins are honoured, and the rest is the best around them', () => {
    fc.assert(
      fc.property(symbolList, fc.nat(), fc.nat(), (symbols, where, which) => {
        const at = where % symbols.length;
        const list = candidates[symbols[at]!]!;
        const pinned = list[which % list.length]!;
        const { path } = solved(
          symbols,
          DEFAULT_WEIGHTS,
          symbols.map((_, i) => (i === at ? pinned.frets : null)),
        );
        expect(path.cost).toBe(leastCost(symbols, DEFAULT_WEIGHTS, { only: (i, g) => i !== at || g === pinned }));
        expect(gripOf(chordOf(symbols[at]!), library, path.shapes[at]!).frets).toEqual(pinned.frets);
      }),
      { numRuns: 100, seed: 21 },
    );
  });

  test('the price of another chord is the price of the whole path with it', () => {
    fc.assert(
      fc.property(symbolList, fc.nat(), fc.constantFrom(...Object.keys(CHORDS)), (symbols, where, other) => {
        const at = where % symbols.length;
        const changed = symbols.map((symbol, i) => (i === at ? other : symbol));
        expect(solved(symbols, DEFAULT_WEIGHTS).search.alternative(at, chordOf(other))!.cost).toBe(
          leastCost(changed, DEFAULT_WEIGHTS),
        );
      }),
      { numRuns: 100, seed: 22 },
    );
  });

  test('the price of a passage is the price of the whole path with it, and its grips are those of that path', () => {
    const passage = fc.array(fc.constantFrom(...Object.keys(CHORDS)), { minLength: 1, maxLength: 2 });
    fc.assert(
      fc.property(symbolList, fc.nat(), fc.nat(), passage, (symbols, a, b, others) => {
        const from = a % symbols.length;
        const to = from - 1 + (b % (symbols.length - from + 1));
        const changed = [...symbols.slice(0, from), ...others, ...symbols.slice(to + 1)];
        const nodes = others.map((symbol) => nodeOf(symbol, { place: SOMEWHERE(), area: AREA }));
        const [before, after] = [from === 0 ? null : from - 1, to + 1 < symbols.length ? to + 1 : null];
        const found = solved(symbols, DEFAULT_WEIGHTS, [], SOMEWHERE).search.passage(before, after, nodes)!;
        const { path } = solved(changed, DEFAULT_WEIGHTS, [], SOMEWHERE);
        expect(found.cost).toBe(path.cost);
        expect(found.shapes).toEqual(path.shapes.slice(from, from + others.length));
        if (changed.length <= 3) expect(found.cost).toBe(leastCost(changed, DEFAULT_WEIGHTS, { where: SOMEWHERE }));
      }),
      { numRuns: 100, seed: 24 },
    );
  });

  test('every grip on offer has the exact price of pinning it, none is left out', () => {
    const symbols = ['Dm9', 'G7', 'C'];
    const { search } = solved(symbols, DEFAULT_WEIGHTS);
    const offered = search.gripAlternatives(1, chordOf('G7'));
    expect(offered).toHaveLength(candidates.G7!.length);
    for (const { shape, cost } of offered) {
      const frets = gripOf(chordOf('G7'), library, shape).frets;
      expect(cost).toBe(
        leastCost(symbols, DEFAULT_WEIGHTS, { only: (i, g) => i !== 1 || g.frets.join() === frets.join() }),
      );
    }
  });

  test('after any edits the path is the one a fresh search finds, grip for grip', () => {
    fc.assert(
      fc.property(fc.array(symbolList, { minLength: 2, maxLength: 6 }), (charts) => {
        const search = new Search(library);
        for (const [i, symbols] of charts.entries()) {
          search.setLattice(chainOf(symbols.map((symbol, at) => nodeOf(symbol, { place: placeOf(at), area: AREA }))));
          const path = run(search.solve());
          if (i % 2 === 0) run(search.refresh());
          expect(path).toEqual(solved(symbols, DEFAULT_WEIGHTS).path);
        }
      }),
      { numRuns: 60, seed: 23 },
    );
  });

  test('where chords last the same grip again has its price, by brute force', () => {
    const lasting = (i: number) => ({ ...placeOf(i), lasts: i > 0 });
    let changed = 0;
    fc.assert(
      fc.property(fc.constantFrom('C', 'Am7', 'G7', 'Em7'), fc.constantFrom('C', 'Am7', 'G7'), (held, other) => {
        for (const symbols of [
          [held, held],
          [held, held, other],
          [other, held, held],
        ]) {
          const { path } = solved(symbols, DEFAULT_WEIGHTS, [], lasting);
          expect(path.cost).toBe(leastCost(symbols, DEFAULT_WEIGHTS, { where: lasting }));
          if (path.cost !== solved(symbols, DEFAULT_WEIGHTS).path.cost) changed++;
        }
      }),
      { numRuns: 12, seed: 26 },
    );
    expect(changed).toBeGreaterThan(6);
  });

  test('on seven strings it is the true optimum, too', () => {
    const { strings: tuning } = TUNINGS.find(({ id }) => id === 'seven')!;
    const seven = buildLibrary({ ...DEFAULT_HAND, tuning, highestFret: 2, pluck: 'pick', unusedStrings: [1] });
    const all = Object.fromEntries(
      Object.keys(CHORDS).map((symbol) => [
        symbol,
        Array.from(shapesOf(chordOf(symbol), seven), (shape) =>
          plainOf(symbol, gripOf(chordOf(symbol), seven, shape), tuning),
        ),
      ]),
    );
    const playable = Object.keys(CHORDS).filter((symbol) => all[symbol]!.length > 0);
    expect(playable.length).toBeGreaterThan(4);
    // The lowest string is of use, where it is one.
    expect(playable.some((symbol) => all[symbol]!.some(({ frets }) => frets[0]! >= 0))).toBe(true);
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...playable), { minLength: 2, maxLength: 3 }), weights, (symbols, w) => {
        const nodes = symbols.map((symbol, i) => nodeOf(symbol, { place: placeOf(i), weights: w, area: AREA }));
        expect(solvedChain(seven, nodes).path.cost).toBe(leastCost(symbols, w, { all }));
      }),
      { numRuns: 60, seed: 27 },
    );
  });
});
