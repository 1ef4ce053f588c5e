import { describe, expect, test } from '@jest/globals';
import { DirectedGraph } from 'graphology';
import { bidirectional } from 'graphology-shortest-path/dijkstra';
import fc from 'fast-check';
import { tonesOf } from '../chord/kind.ts';
import { gripOf, shapesOf } from '../grip/grips.ts';
import { buildLibrary, type ShapeLibrary } from '../grip/library.ts';
import { DEFAULT_HAND } from '../neck/hand.ts';
import { degreePitchClass } from '../pitch/degree.ts';
import { chordOf, nodeOf, solvedChain } from './by-hand.oracle.ts';
import { changeCost, ownCost, plainOf } from './by-trying.oracle.ts';
import { movement } from './movement.ts';
import { DEFAULT_WEIGHTS, ONLY_MOVEMENT } from './pricing.ts';
import type { Weights } from './weights.ts';
import { IS_THOROUGH } from '../../scripts/thorough.oracle.ts';

const costOf = (library: ShapeLibrary, weights: Weights, symbols: readonly string[]) =>
  solvedChain(
    library,
    symbols.map((symbol) => nodeOf(symbol, { weights })),
  ).path.cost;

/*
 * The same lattice, solved by a library that knows nothing of music: graphology-shortest-path, Dijkstra from both ends.
 * Its edges are priced from frets alone, apart from the code (by-trying.oracle.ts).
 */
function byGraph(library: ShapeLibrary, weights: Weights, symbols: readonly string[]): { cost: number; most: number } {
  // No area is liked, and nothing is known of the time.
  const own = { ...weights, area: 0 };
  const graph = new DirectedGraph();
  graph.addNode('start');
  graph.addNode('end');
  const columns = symbols.map((symbol) => {
    const chord = chordOf(symbol);
    return Array.from(shapesOf(chord, library), (shape) => plainOf(symbol, gripOf(chord, library, shape)));
  });
  columns.forEach((grips, i) => grips.forEach((_, j) => graph.addNode(`${i}/${j}`)));
  columns.forEach((grips, i) =>
    grips.forEach((grip, j) => {
      const price = ownCost(grip, own);
      if (i === 0) graph.addEdge('start', `0/${j}`, { weight: price });
      else
        columns[i - 1]!.forEach((before, k) => {
          const join = changeCost(before, grip, weights, { opensPhrase: false }, { haste: 1, stale: false });
          graph.addEdge(`${i - 1}/${k}`, `${i}/${j}`, { weight: price + join });
        });
      if (i === columns.length - 1) graph.addEdge(`${i}/${j}`, 'end', { weight: 0 });
    }),
  );
  const path = bidirectional(graph, 'start', 'end', 'weight') as string[];
  const cost = path
    .slice(1)
    .reduce((sum, node, i) => sum + (graph.getEdgeAttribute(path[i], node, 'weight') as number), 0);
  return { cost, most: Math.max(...columns.map(({ length }) => length)) };
}

describe('the same lattice, solved by a general shortest-path library, costs the same', () => {
  test.each([
    [3, 'Dm7 G7 Cmaj7'],
    [3, 'C Am F G7 C'],
    [2, 'Em7b5 A7 Dm7 G13 C6/9'],
    [3, 'Am7 D7 Gmaj7'],
  ])('within %i frets: %s', (highestFret, text) => {
    const library = buildLibrary({ ...DEFAULT_HAND, highestFret });
    const symbols = text.split(' ');
    let most = 0;
    for (const weights of [
      DEFAULT_WEIGHTS,
      ONLY_MOVEMENT,
      { ...DEFAULT_WEIGHTS, parallel: 20, topLeap: 30, anchor: 0 },
    ]) {
      const graph = byGraph(library, weights, symbols);
      expect(costOf(library, weights, symbols)).toBe(graph.cost);
      most = graph.most;
    }
    expect(most).toBeGreaterThan(40);
  });
});

/** All triads and sevenths on a root, as pitch classes. */
const KINDS = ['', 'm', 'dim', 'aug', 'sus4', 'maj7', '7', 'm7', 'm(maj7)', 'm7b5', 'dim7', '6', 'm6'];
const pitchClassesOf = (symbol: string) => {
  const { root, kind } = chordOf(symbol);
  return tonesOf(kind).map((degree) => degreePitchClass(root, degree));
};
/** All ways to give each voice another note of the next chord. */
function* permutations<T>(all: readonly T[]): Generator<readonly T[]> {
  if (all.length === 0) yield [];
  for (let i = 0; i < all.length; i++)
    for (const rest of permutations(all.filter((_, k) => k !== i))) yield [all[i]!, ...rest];
}

test('between all triads and sevenths the least movement is that of the best of all matchings, by trying them', () => {
  const round = (a: number, b: number) => Math.min((a - b + 12) % 12, (b - a + 12) % 12);
  let tried = 0;
  for (const from of KINDS) {
    const a = pitchClassesOf(`C${from}`);
    for (const to of KINDS) {
      for (const root of ['C', 'Db', 'D', 'Eb', 'E', 'F', 'Gb', 'G', 'Ab', 'A', 'Bb', 'B']) {
        const b = pitchClassesOf(`${root}${to}`);
        if (a.length !== b.length) continue;
        let best = Infinity;
        for (const order of permutations(b))
          best = Math.min(
            best,
            a.reduce((sum, pc, v) => sum + round(pc, order[v]!), 0),
          );
        // Voicings of the two, close and apart, near each other: none moves less, and one moves just that.
        const low = [...a].sort((x, y) => x - y).map((pc) => pc + 60);
        let least = Infinity;
        for (let octaves = 0; octaves < 3 ** b.length; octaves++) {
          const set = b.map((pc, v) => pc + 60 + 12 * ((Math.floor(octaves / 3 ** v) % 3) - 1));
          if (new Set(set).size === set.length) least = Math.min(least, movement(low, set));
        }
        expect([from, root + to, least]).toEqual([from, root + to, best]);
        tried++;
      }
    }
  }
  expect(tried).toBeGreaterThan(800);
});

describe('properties', () => {
  const small = buildLibrary({ ...DEFAULT_HAND, highestFret: 5 });
  const wide = buildLibrary({ ...DEFAULT_HAND, highestFret: 7 });
  const anyChords = fc.array(fc.constantFrom('C', 'Am7', 'Dm7', 'G7', 'Fmaj7', 'E7', 'Bm7b5', 'A7'), {
    minLength: 2,
    maxLength: 5,
  });

  test('more candidates never make a path worse', () => {
    fc.assert(
      fc.property(anyChords, (symbols) => {
        expect(costOf(wide, DEFAULT_WEIGHTS, symbols)).toBeLessThanOrEqual(costOf(small, DEFAULT_WEIGHTS, symbols));
      }),
      { numRuns: 40, seed: 91 },
    );
  });

  test('a pin never makes it better', () => {
    fc.assert(
      fc.property(anyChords, fc.nat(), fc.nat(), (symbols, at, which) => {
        const chords = symbols.map(chordOf);
        const { cost } = solvedChain(
          small,
          chords.map((chord) => nodeOf(chord)),
        ).path;
        const i = at % chords.length;
        const shapes = shapesOf(chords[i]!, small);
        const shape = shapes[which % shapes.length]!;
        const pin = Array.from(small.frets.subarray(shape * 6, shape * 6 + 6));
        const pinned = chords.map((chord, k) => nodeOf(chord, { pin: k === i ? pin : null }));
        expect(solvedChain(small, pinned).path.cost).toBeGreaterThanOrEqual(cost);
      }),
      { numRuns: 60, seed: 92 },
    );
  });

  test('with symmetric terms a path backwards costs the same', () => {
    // What leans, what is left out, who is set anew and what is said again tell before from after.
    const symmetric: Weights = { ...DEFAULT_WEIGHTS, tendency: 0, omission: 0, fifth: 0, anchor: 0, same: 0 };
    fc.assert(
      fc.property(anyChords, (symbols) => {
        expect(costOf(small, symmetric, [...symbols].reverse())).toBe(costOf(small, symmetric, symbols));
      }),
      { numRuns: 40, seed: 93 },
    );
  });

  test('counted in semitones alone, a problem moved by semitones has its answer moved', () => {
    // A neck as long as is allowed and a capo on it: the same grips, every pitch a semitone or more higher.
    const roots: Record<number, Record<string, string>> = {
      0: {},
      1: { C: 'Db', Am7: 'Bbm7', Dm7: 'Ebm7', G7: 'Ab7', Fmaj7: 'Gbmaj7', E7: 'F7', Bm7b5: 'Cm7b5', A7: 'Bb7' },
      3: { C: 'Eb', Am7: 'Cm7', Dm7: 'Fm7', G7: 'Bb7', Fmaj7: 'Abmaj7', E7: 'G7', Bm7b5: 'Dm7b5', A7: 'C7' },
    };
    const moved = [1, 3].map((by) => {
      const tuning = DEFAULT_HAND.tuning.map((open) => open + by);
      return [by, buildLibrary({ ...DEFAULT_HAND, highestFret: 5, tuning })] as const;
    });
    fc.assert(
      fc.property(anyChords, (symbols) => {
        const cost = costOf(small, ONLY_MOVEMENT, symbols);
        for (const [by, library] of moved) {
          const there = symbols.map((symbol) => roots[by]![symbol]!);
          expect(costOf(library, ONLY_MOVEMENT, there)).toBe(cost);
        }
      }),
      { numRuns: IS_THOROUGH ? 40 : 12, seed: 94 },
    );
  });
});
