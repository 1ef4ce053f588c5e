import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { parseChord } from '../chord/symbol.ts';
import type { Chord } from '../chord/chord.ts';
import { parseChart } from '../chart/parse.ts';
import { gripOf, shapesOf } from '../grip/grips.ts';
import { buildLibrary } from '../grip/library.ts';
import { DEFAULT_HAND } from '../neck/hand.ts';
import { problemText } from '../wording/problems.ts';
import { readChart } from '../reading/read.ts';
import { columnsOf } from '../reharm/columns.ts';
import { arrangementOf, searchable } from './arrange.ts';
import { DEFAULT_WEIGHTS, ONLY_MOVEMENT, type Pricing, type Weights } from './cost.ts';
import { movement, voicePairs } from './movement.ts';
import { run } from '../steps.ts';
import { Search } from './search.ts';

const PRICING: Pricing = { weights: DEFAULT_WEIGHTS, area: null };

const chordOf = (symbol: string): Chord => {
  const chord = parseChord(symbol);
  if (!chord.ok) throw new Error(symbol);
  return chord.value;
};

/** Every way to match the smaller set into the larger in order, tried out. */
function leastByTrying(a: number[], b: number[]): number {
  if (a.length > b.length) return leastByTrying(b, a);
  if (a.length === 0) return 0;
  let least = Infinity;
  for (let first = 0; first <= b.length - a.length; first++) {
    least = Math.min(least, Math.abs(a[0]! - b[first]!) + leastByTrying(a.slice(1), b.slice(first + 1)));
  }
  return least;
}

const pitchSet = fc
  .uniqueArray(fc.integer({ min: 40, max: 79 }), { minLength: 1, maxLength: 6 })
  .map((set) => set.sort((x, y) => x - y));

describe('movement', () => {
  test('is the least over every ordered matching', () => {
    fc.assert(
      fc.property(pitchSet, pitchSet, (a, b) => expect(movement(a, b)).toBe(leastByTrying(a, b))),
      { numRuns: 3000 },
    );
  });

  test('is the same both ways, zero to itself, and unisons count once', () => {
    fc.assert(
      fc.property(pitchSet, pitchSet, (a, b) => {
        expect(movement(a, b)).toBe(movement(b, a));
        expect(movement(a, a)).toBe(0);
        expect(movement([...a, a[0]!], b)).toBe(movement(a, b));
      }),
    );
  });

  test('its pairs add up to it and never cross', () => {
    fc.assert(
      fc.property(pitchSet, pitchSet, (a, b) => {
        const pairs = voicePairs(a, b);
        expect(pairs).toHaveLength(Math.min(a.length, b.length));
        expect(pairs.reduce((sum, [i, j]) => sum + Math.abs(a[i]! - b[j]!), 0)).toBe(movement(a, b));
        for (let k = 1; k < pairs.length; k++) {
          expect(pairs[k]![0]).toBeGreaterThan(pairs[k - 1]![0]);
          expect(pairs[k]![1]).toBeGreaterThan(pairs[k - 1]![1]);
        }
      }),
    );
  });
});

/** The least movement between two chords in any octaves, one voice to one voice. */
function leastBetween(a: string, b: string): number {
  const tones = (text: string) => text.split(' ').map(Number);
  let least = Infinity;
  const from = tones(a)
    .map((pc) => 60 + pc)
    .sort((x, y) => x - y);
  const to = tones(b);
  // Every inversion of the second chord near the first; brute force over octaves.
  const octaves = [-12, 0, 12];
  const go = (at: number, chosen: number[]): void => {
    if (at === to.length)
      least = Math.min(
        least,
        movement(
          from,
          chosen.sort((x, y) => x - y),
        ),
      );
    else for (const octave of octaves) go(at + 1, [...chosen, 60 + to[at]! + octave]);
  };
  go(0, []);
  return least;
}

describe('published distances (D. Tymoczko, “The Geometry of Musical Chords”, Science 313, 2006; A Geometry of Music, 2011)', () => {
  test.each([
    ['C major to F major', '0 4 7', '5 9 0', 3],
    ['C major to A minor', '0 4 7', '9 0 4', 2],
    ['C major to E minor', '0 4 7', '4 7 11', 1],
    ['C major to A♭ major', '0 4 7', '8 0 3', 2],
    ['C major to E major', '0 4 7', '4 8 11', 2],
    ['C°7 to B7', '0 3 6 9', '11 3 6 9', 1],
    ['C°7 to D7', '0 3 6 9', '2 6 9 0', 1],
    ['C°7 to F7', '0 3 6 9', '5 9 0 3', 1],
    ['C°7 to A♭7', '0 3 6 9', '8 0 3 6', 1],
    ['C7 to its tritone substitute F♯7', '0 4 7 10', '6 10 1 4', 2],
  ])('%s', (_, a, b, semitones) => {
    expect(leastBetween(a, b)).toBe(semitones);
  });
});

/** Third and seventh of V7 to those of the tonic (facts of the trade). */
test.each([
  ['im7', '3 10', 3],
  ['im6', '3 9', 4],
  ['im(maj7)', '3 11', 2],
  ['I6', '4 9', 3],
])('the guide tones of V7 move to %s in so many semitones', (_, tonic, semitones) => {
  expect(leastBetween('11 5', tonic)).toBe(semitones);
});

/*
 * The cost, written apart from the code from its description: tenths of a semitone, each term on its
 * own, from frets alone.
 */
const OPEN = [40, 45, 50, 55, 59, 64];
/** A player who likes the second and third fret. */
const AREA = [2, 3] as const;
interface Plain {
  frets: readonly number[];
  set: number[];
  difficulty: number;
  root: boolean;
  tension: boolean;
}
function plainOf(frets: readonly number[], difficulty: number, rootPc: number, tensionPcs: number[]): Plain {
  const set = [...new Set(frets.flatMap((fret, s) => (fret < 0 ? [] : [OPEN[s]! + fret])))].sort((x, y) => x - y);
  const lowest = set[0]! % 12;
  return { frets, set, difficulty, root: lowest === rootPc, tension: tensionPcs.includes(lowest) && lowest !== rootPc };
}
function ownCost(g: Plain, w: Weights): number {
  const top = g.set[g.set.length - 1]!;
  let semitonesOut = 0;
  if (top < 60) semitonesOut = 60 - top;
  if (top > 72) semitonesOut = top - 72;
  for (let i = 1; i < g.set.length; i++) if (g.set[i - 1]! < 48 && g.set[i]! - g.set[i - 1]! <= 4) semitonesOut += 8;
  const low = g.set[0]! < 50;
  const bassUnits = g.root ? 0 : g.tension ? (low ? 4 : 1.5) : low ? 1.2 : 0.3;
  return (
    Math.round((Math.round(g.difficulty * 10) * w.difficulty) / 10) +
    semitonesOut * w.register +
    Math.max(0, 4 - g.set.length) * w.thin +
    Math.round(bassUnits * w.bass) +
    (g.frets.some((fret) => fret === 1) ? w.area : 0)
  );
}
const nut = (fret: number) => 648 * (1 - Math.pow(2, -fret / 12));
function changeCost(a: Plain, b: Plain, w: Weights): number {
  const firstFret = (g: Plain) => Math.min(...g.frets.filter((fret) => fret > 0));
  const [pa, pb] = [firstFret(a), firstFret(b)];
  const shift =
    Number.isFinite(pa) && Number.isFinite(pb) ? Math.round((Math.abs(nut(pa) - nut(pb)) / 10) * w.shift) : 0;
  const leap = Math.abs(a.set[a.set.length - 1]! - b.set[b.set.length - 1]!);
  return (
    leastByTrying(a.set, b.set) * w.movement +
    Math.abs(a.set.length - b.set.length) * w.entry +
    (leap > 2 ? (leap - 2) * w.topLeap : 0) +
    shift
  );
}

/** Root and tensions by hand, for the charts of the comparison. */
const CHORDS: Record<string, { root: number; tensions: number[] }> = {
  C: { root: 0, tensions: [] },
  Am7: { root: 9, tensions: [] },
  G7: { root: 7, tensions: [] },
  Dm9: { root: 2, tensions: [4] },
  'F6/9': { root: 5, tensions: [7] },
  Em7: { root: 4, tensions: [] },
  E7: { root: 4, tensions: [] },
  Bm7b5: { root: 11, tensions: [] },
};

describe('the path found is the true optimum', () => {
  // A small hand keeps every grip within reach of brute force: five strings, frets 0–3.
  const library = buildLibrary({ ...DEFAULT_HAND, highestFret: 3, pluck: 'pick', unusedStrings: [0] });
  const candidates = Object.fromEntries(
    Object.entries(CHORDS).map(([symbol, { root, tensions }]) => {
      const chord = chordOf(symbol);
      const grips = Array.from(shapesOf(chord, library), (shape) => gripOf(chord, library, shape));
      return [symbol, grips.map(({ frets, difficulty }) => plainOf(frets, difficulty, root, tensions))];
    }),
  );
  /** Every path of grips, tried out. */
  function leastCost(symbols: string[], w: Weights, only: (i: number, g: Plain) => boolean = () => true): number {
    const lists = symbols.map((symbol, i) => candidates[symbol]!.filter((g) => only(i, g)));
    const owns = lists.map((list) => list.map((g) => ownCost(g, w)));
    const joins = lists.slice(1).map((list, i) => lists[i]!.map((a) => list.map((b) => changeCost(a, b, w))));
    let least = Infinity;
    const go = (i: number, from: number, cost: number): void => {
      if (i === lists.length) {
        least = Math.min(least, cost);
        return;
      }
      for (let k = 0; k < lists[i]!.length; k++)
        go(i + 1, k, cost + owns[i]![k]! + (i > 0 ? joins[i - 1]![from]![k]! : 0));
    };
    go(0, 0, 0);
    return least;
  }
  const symbolList = fc.array(fc.constantFrom(...Object.keys(CHORDS)), { minLength: 1, maxLength: 3 });
  const weights = fc.oneof(
    fc.constant(DEFAULT_WEIGHTS),
    fc.constant(ONLY_MOVEMENT),
    fc.record({
      movement: fc.integer({ min: 0, max: 20 }),
      entry: fc.integer({ min: 0, max: 30 }),
      topLeap: fc.integer({ min: 0, max: 9 }),
      shift: fc.integer({ min: 0, max: 9 }),
      difficulty: fc.integer({ min: 0, max: 20 }),
      register: fc.integer({ min: 0, max: 9 }),
      thin: fc.integer({ min: 0, max: 30 }),
      bass: fc.integer({ min: 0, max: 20 }),
      area: fc.integer({ min: 0, max: 9 }),
    }),
  );
  const solved = (symbols: string[], w: Weights, pins: (readonly number[] | null)[] = []) => {
    const search = new Search(library, { weights: w, area: AREA });
    search.setColumns(symbols.map((symbol, i) => ({ chord: chordOf(symbol), pin: pins[i] ?? null })));
    return { search, path: run(search.solve()) };
  };

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
        expect(path.cost).toBe(leastCost(symbols, DEFAULT_WEIGHTS, (i, g) => i !== at || g === pinned));
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
        const wanted = others.map((symbol) => ({ chord: chordOf(symbol), pin: null }));
        const found = solved(symbols, DEFAULT_WEIGHTS).search.passage(from, to, wanted)!;
        const { path } = solved(changed, DEFAULT_WEIGHTS);
        expect(found.cost).toBe(path.cost);
        expect(found.shapes).toEqual(path.shapes.slice(from, from + others.length));
        if (changed.length <= 3) expect(found.cost).toBe(leastCost(changed, DEFAULT_WEIGHTS));
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
      expect(cost).toBe(leastCost(symbols, DEFAULT_WEIGHTS, (i, g) => i !== 1 || g.frets.join() === frets.join()));
    }
  });

  test('after any edits the path is the one a fresh search finds, grip for grip', () => {
    fc.assert(
      fc.property(fc.array(symbolList, { minLength: 2, maxLength: 6 }), (charts) => {
        const search = new Search(library, { weights: DEFAULT_WEIGHTS, area: AREA });
        for (const [i, symbols] of charts.entries()) {
          search.setColumns(symbols.map((symbol) => ({ chord: chordOf(symbol), pin: null })));
          const path = run(search.solve());
          if (i % 2 === 0) run(search.refresh());
          expect(path).toEqual(solved(symbols, DEFAULT_WEIGHTS).path);
        }
      }),
      { numRuns: 60, seed: 23 },
    );
  });
});

describe('an arrangement', () => {
  const library = buildLibrary({ ...DEFAULT_HAND, highestFret: 5 });
  function arranged(text: string, cells = {}) {
    const chart = parseChart(text);
    if (!chart.ok) throw new Error(JSON.stringify(chart.problems));
    const slots = readChart(chart.value);
    const columns = columnsOf(
      slots,
      slots.map((_, i) => `b:1:${i}`),
      cells,
    );
    const search = new Search(library, PRICING);
    const { wanted, index } = searchable(columns, search);
    search.setColumns(wanted);
    const path = run(search.solve());
    return { path, result: arrangementOf(columns, index, path, library, PRICING) };
  }

  test('its terms add up to the cost the search minimised, its figures to its columns', () => {
    const { path, result } = arranged('key: C\n| C | Am7 | Dm7 G7 | C |');
    expect(result.cost).toBe(path.cost);
    expect(Object.values(result.terms).reduce((a, b) => a + b, 0)).toBe(result.cost);
    expect(result.figures.movement).toBe(result.columns.reduce((sum, column) => sum + column.movement, 0));
    const byHand = result.columns
      .slice(1)
      .map((column, i) => leastByTrying(uniq(result.columns[i]!.grip!.pitches), uniq(column.grip!.pitches)));
    expect(result.columns.slice(1).map((column) => column.movement)).toEqual(byHand);
    expect(result.columns[0]!.movement).toBe(0);
  });

  test('N.C. has no grip and is bridged', () => {
    const { result } = arranged('key: C\n| C | N.C. | C |');
    expect(result.columns.map(({ grip }) => grip?.grip ?? null)).toEqual([
      expect.any(String),
      null,
      result.columns[0]!.grip!.grip,
    ]);
    expect(result.figures.movement).toBe(0);
  });

  test('a pin that no longer plays the chord is told, not obeyed', () => {
    const { result } = arranged('key: C\n| C |', {
      'b:1:0': { on: 'C', source: { kind: 'chart' }, pin: '1-1-1-1-1-1' },
    });
    expect(result.problems).toMatchObject([{ code: 'pin-unplayable', bar: 1 }]);
    expect(result.columns[0]!.grip).not.toBeNull();
  });

  test.each([
    ['8-10-10-9-8-8', 'beyond'],
    ['x-1-x-x-5-3', 'reach'],
    ['1-1-1-1-1-1', null],
  ])('a pin %s that does not stand says why: %s', (pin, reason) => {
    const { result } = arranged('key: C\n| C |', { 'b:1:0': { on: 'C', source: { kind: 'chart' }, pin } });
    expect(result.problems).toMatchObject([
      reason === null ? { code: 'pin-unplayable' } : { code: 'pin-unheld', args: { text: pin, reason } },
    ]);
    expect(problemText(result.problems[0]!)).toMatch(/stands in\.$/);
  });

  test('an empty search has an empty path', () => {
    expect(run(new Search(library, PRICING).solve())).toEqual({ shapes: [], cost: 0 });
  });
});

const uniq = (pitches: readonly number[]) => [...new Set(pitches)].sort((x, y) => x - y);
