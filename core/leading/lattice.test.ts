import { describe, expect, test } from '@jest/globals';
import { DirectedGraph } from 'graphology';
import { bidirectional } from 'graphology-shortest-path/dijkstra';
import fc from 'fast-check';
import { parseChord } from '../chord/symbol.ts';
import type { Chord } from '../chord/chord.ts';
import { tonesOf } from '../chord/kind.ts';
import { shapesOf } from '../grip/grips.ts';
import { buildLibrary, type ShapeLibrary } from '../grip/library.ts';
import { DEFAULT_HAND } from '../neck/hand.ts';
import { degreePitchClass } from '../pitch/degree.ts';
import { run } from '../steps.ts';
import { ANYWHERE, columnTerms, DEFAULT_WEIGHTS, joinTerms, ONLY_MOVEMENT, totalOf, type Weights } from './cost.ts';
import { movement } from './movement.ts';
import { Search } from './search.ts';
import { heldAs } from './states.ts';

const chordOf = (symbol: string): Chord => {
  const chord = parseChord(symbol);
  if (!chord.ok) throw new Error(symbol);
  return chord.value;
};
const costOf = (library: ShapeLibrary, weights: Weights, symbols: readonly string[]) => {
  const search = new Search(library, { weights, area: null });
  search.setColumns(symbols.map((symbol) => ({ chord: chordOf(symbol), pin: null })));
  return run(search.solve()).cost;
};

/*
 * The same lattice, solved by a library that knows nothing of music: graphology-shortest-path, Dijkstra from both ends.
 * Edges carry the terms as they are told to the player.
 */
function byGraph(library: ShapeLibrary, weights: Weights, symbols: readonly string[]): { cost: number; most: number } {
  const pricing = { weights, area: null };
  const graph = new DirectedGraph();
  graph.addNode('start');
  graph.addNode('end');
  const columns = symbols.map((symbol) => {
    const chord = chordOf(symbol);
    return Array.from(shapesOf(chord, library), (shape) => heldAs(chord, library, shape, pricing));
  });
  columns.forEach((grips, i) => grips.forEach((_, j) => graph.addNode(`${i}/${j}`)));
  columns.forEach((grips, i) =>
    grips.forEach((grip, j) => {
      const own = totalOf(columnTerms(grip, weights));
      if (i === 0) graph.addEdge('start', `0/${j}`, { weight: own });
      else
        columns[i - 1]!.forEach((before, k) => {
          const join = joinTerms(before, grip, library.neck, weights, ANYWHERE, ANYWHERE);
          graph.addEdge(`${i - 1}/${k}`, `${i}/${j}`, { weight: own + totalOf(join) });
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
        const search = new Search(small, { weights: DEFAULT_WEIGHTS, area: null });
        const free = chords.map((chord) => ({ chord, pin: null }));
        search.setColumns(free);
        const { cost } = run(search.solve());
        const i = at % chords.length;
        const shapes = shapesOf(chords[i]!, small);
        const shape = shapes[which % shapes.length]!;
        const pin = Array.from(small.frets.subarray(shape * 6, shape * 6 + 6));
        search.setColumns(free.map((want, k) => (k === i ? { ...want, pin } : want)));
        expect(run(search.solve()).cost).toBeGreaterThanOrEqual(cost);
      }),
      { numRuns: 60, seed: 92 },
    );
  });

  test('with symmetric terms a path backwards costs the same', () => {
    // What leans, what is left out, who is set anew and what is said again tell before from after.
    const symmetric: Weights = { ...DEFAULT_WEIGHTS, tendency: 0, omission: 0, anchor: 0, same: 0 };
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
      { numRuns: 40, seed: 94 },
    );
  });
});
