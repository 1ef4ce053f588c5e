import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { parseChord } from '../chord/symbol.ts';
import type { Chord } from '../chord/chord.ts';
import { parseChart } from '../chart/parse.ts';
import { gripOf, shapesOf, type Grip } from '../grip/grips.ts';
import { buildLibrary } from '../grip/library.ts';
import { DEFAULT_HAND } from '../neck/hand.ts';
import { problemText } from '../wording/problems.ts';
import { readChart } from '../reading/read.ts';
import { columnsOf } from '../reharm/columns.ts';
import { slotKeys } from '../reharm/decisions.ts';
import { arrangementOf, searchable } from './arrange.ts';
import {
  DEFAULT_WEIGHTS,
  ONLY_MOVEMENT,
  pricingFor,
  sumTerms,
  weightsOf,
  type Place,
  type Pricing,
  type Weights,
} from './cost.ts';
import { run } from '../steps.ts';
import { Search } from './search.ts';
import { costText, whyText } from '../wording/why.ts';

const PRICING: Pricing = { weights: DEFAULT_WEIGHTS, area: null };

const chordOf = (symbol: string): Chord => {
  const chord = parseChord(symbol);
  if (!chord.ok) throw new Error(symbol);
  return chord.value;
};

/*
 * The cost, written apart from the code from its description: tenths of a semitone, each term on its
 * own, from frets alone.
 */
const OPEN = [40, 45, 50, 55, 59, 64];
/** A player who likes the second and third fret. */
const AREA = [2, 3] as const;
interface Plain {
  symbol: string;
  frets: readonly number[];
  fingers: readonly (number | string | null)[];
  set: number[];
  difficulty: number;
  root: boolean;
  tension: boolean;
}
function plainOf(symbol: string, { frets, fingers, difficulty }: Grip): Plain {
  const { root: rootPc, tensions: tensionPcs } = CHORDS[symbol]!;
  const set = [...new Set(frets.flatMap((fret, s) => (fret < 0 ? [] : [OPEN[s]! + fret])))].sort((x, y) => x - y);
  const lowest = set[0]! % 12;
  return {
    symbol,
    frets,
    fingers,
    set,
    difficulty,
    root: lowest === rootPc,
    tension: tensionPcs.includes(lowest) && lowest !== rootPc,
  };
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
/** Where each column of the comparison stands: half a second long at 150 beats a minute, a bar each, the third a phrase. */
const placeOf = (i: number): Place => ({
  opensPhrase: i === 2,
  opensBar: true,
  lasts: false,
  seconds: 0.5,
  quarter: 0.4,
});
/** The same everywhere, where chords are put in and others move along. */
const SOMEWHERE = () => placeOf(0);
/** Half of a quarter is there for a change: 0.2 s, where 0.3 would do. */
const HURRIED = 1.5;

/** Leaning tones and where they may go, by hand, as pitch classes: the pairs of chords of the comparison that have any. */
const LEANING: Record<string, Record<number, number[]>> = {
  'G7 C': { 11: [0], 5: [4] },
  'Dm9 G7': { 0: [11], 5: [5] },
  'Em7 Am7': { 2: [0], 7: [7] },
  'Am7 Dm9': { 7: [5], 0: [0] },
  'E7 Am7': { 8: [9], 2: [0] },
  'Bm7b5 E7': { 9: [8], 2: [2] },
  'Bm7b5 Em7': { 9: [7], 2: [2] },
  'Bm7b5 C': { 11: [0], 5: [4] },
};

/** Every way to match the voices in order, tried out, each voice by its way and where it leans. */
function voicesByTrying(a: Plain, b: Plain, w: Weights): number {
  const leaning = LEANING[`${a.symbol} ${b.symbol}`] ?? {};
  const one = (from: number, to: number) => {
    const way = Math.abs(from - to);
    const goals = leaning[from % 12];
    return way * w.movement + (way > 2 ? (way - 2) * w.leap : 0) + (goals && !goals.includes(to % 12) ? w.tendency : 0);
  };
  const isFewer = a.set.length <= b.set.length;
  const [few, many] = isFewer ? [a.set, b.set] : [b.set, a.set];
  const go = (at: number, next: number): number => {
    if (at === few.length) return 0;
    let least = Infinity;
    for (let k = next; k <= many.length - (few.length - at); k++)
      least = Math.min(least, (isFewer ? one(few[at]!, many[k]!) : one(many[k]!, few[at]!)) + go(at + 1, k + 1));
    return least;
  };
  return go(0, 0);
}

function changeCost(a: Plain, b: Plain, w: Weights, { opensPhrase }: Place): number {
  const firstFret = (g: Plain) => Math.min(...g.frets.filter((fret) => fret > 0));
  const [pa, pb] = [firstFret(a), firstFret(b)];
  const shift =
    Number.isFinite(pa) && Number.isFinite(pb) ? Math.round((Math.abs(nut(pa) - nut(pb)) / 10) * w.shift * HURRIED) : 0;
  const [lowA, lowB, topA, topB] = [a.set[0]!, b.set[0]!, a.set[a.set.length - 1]!, b.set[b.set.length - 1]!];
  const calm = (price: number) => (opensPhrase ? Math.round(price / 3) : price);
  const anew = [1, 2, 3, 4].filter(
    (finger) =>
      b.fingers.includes(finger) && !b.frets.some((fret, s) => b.fingers[s] === finger && a.frets[s] === fret),
  ).length;
  const parallel =
    lowA !== lowB && lowB - lowA === topB - topA && ([7, 19].includes(topA - lowA) || [12, 24].includes(topA - lowA));
  const { root, fifth } = CHORDS[b.symbol]!;
  const heard = [...a.set, ...b.set].map((pitch) => pitch % 12);
  const omitted =
    (heard.includes(root) ? 0 : w.omission) +
    (fifth === null || heard.includes(fifth) ? 0 : Math.round(w.omission * 0.4));
  return (
    voicesByTrying(a, b, w) +
    Math.abs(a.set.length - b.set.length) * w.entry +
    calm(Math.max(0, Math.abs(topA - topB) - 2) * w.topLeap) +
    calm(Math.max(0, Math.abs(lowA - lowB) - 7) * w.bassLeap) +
    shift +
    anew * w.anchor +
    (parallel ? w.parallel : 0) +
    (a.symbol !== b.symbol && a.frets.join() === b.frets.join() ? w.same : 0) +
    omitted
  );
}

/** Root, perfect fifth (none where it must sound, or is altered) and tensions by hand, for the charts of the comparison. */
const CHORDS: Record<string, { root: number; fifth: number | null; tensions: number[] }> = {
  C: { root: 0, fifth: 7, tensions: [] },
  Am7: { root: 9, fifth: 4, tensions: [] },
  G7: { root: 7, fifth: 2, tensions: [] },
  Dm9: { root: 2, fifth: 9, tensions: [4] },
  // Over its sixth it says D minor.
  'F6/9': { root: 5, fifth: 0, tensions: [7, 2] },
  Em7: { root: 4, fifth: 11, tensions: [] },
  E7: { root: 4, fifth: 11, tensions: [] },
  Bm7b5: { root: 11, fifth: null, tensions: [] },
};

describe('the path found is the true optimum', () => {
  // A small hand keeps every grip within reach of brute force: five strings, frets 0–3.
  const library = buildLibrary({ ...DEFAULT_HAND, highestFret: 3, pluck: 'pick', unusedStrings: [0] });
  const candidates = Object.fromEntries(
    Object.keys(CHORDS).map((symbol) => {
      const chord = chordOf(symbol);
      const grips = Array.from(shapesOf(chord, library), (shape) => gripOf(chord, library, shape));
      return [symbol, grips.map((grip) => plainOf(symbol, grip))];
    }),
  );
  /** Every path of grips, tried out. */
  interface Apart {
    readonly only?: (i: number, g: Plain) => boolean;
    readonly where?: (i: number) => Place;
    /** What wishes cost besides. */
    readonly ownWish?: (g: Plain) => number;
    readonly joinWish?: (a: Plain, b: Plain) => number;
  }
  function leastCost(
    symbols: string[],
    w: Weights,
    { only = () => true, where = placeOf, ownWish = () => 0, joinWish = () => 0 }: Apart = {},
  ): number {
    const lists = symbols.map((symbol, i) => candidates[symbol]!.filter((g) => only(i, g)));
    const owns = lists.map((list) => list.map((g) => ownCost(g, w) + ownWish(g)));
    const joins = lists
      .slice(1)
      .map((list, i) => lists[i]!.map((a) => list.map((b) => changeCost(a, b, w, where(i + 1)) + joinWish(a, b))));
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
      leap: fc.integer({ min: 0, max: 9 }),
      tendency: fc.integer({ min: 0, max: 30 }),
      parallel: fc.integer({ min: 0, max: 30 }),
      bassLeap: fc.integer({ min: 0, max: 9 }),
      anchor: fc.integer({ min: 0, max: 9 }),
      same: fc.integer({ min: 0, max: 30 }),
      omission: fc.integer({ min: 0, max: 15 }),
      wish: fc.constant(1),
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
  const solved = (symbols: string[], w: Weights, pins: (readonly number[] | null)[] = [], where = placeOf) => {
    const search = new Search(library, { weights: w, area: AREA });
    search.setColumns(symbols.map((symbol, i) => ({ chord: chordOf(symbol), pin: pins[i] ?? null, place: where(i) })));
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
        const wanted = others.map((symbol) => ({ chord: chordOf(symbol), pin: null, place: SOMEWHERE() }));
        const found = solved(symbols, DEFAULT_WEIGHTS, [], SOMEWHERE).search.passage(from, to, wanted)!;
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

  // Wishes, and how far a grip or a change misses them, written apart.
  const topBy = (a: Plain, b: Plain) => b.set[b.set.length - 1]! - a.set[a.set.length - 1]!;
  const bassBy = (a: Plain, b: Plain) => b.set[0]! - a.set[0]!;
  const line = (by: number, way: string) =>
    way === 'falling'
      ? by > 0
        ? by
        : 0
      : way === 'rising'
        ? by < 0
          ? -by
          : 0
        : way === 'still'
          ? Math.abs(by)
          : Math.abs(Math.abs(by) - 1);
  const waits = (by: number, way: string) => (by === 0 && (way === 'falling' || way === 'rising') ? 10 : 0);
  const JOIN_WISHES = [
    ...(['falling', 'rising', 'still', 'chromatic'] as const).flatMap((way) => [
      {
        wish: { kind: 'top', way } as const,
        miss: (a: Plain, b: Plain) => line(topBy(a, b), way),
        flat: (a: Plain, b: Plain) => waits(topBy(a, b), way),
      },
      {
        wish: { kind: 'bass', way } as const,
        miss: (a: Plain, b: Plain) => line(bassBy(a, b), way),
        flat: (a: Plain, b: Plain) => waits(bassBy(a, b), way),
      },
    ]),
    {
      wish: { kind: 'contrary' } as const,
      miss: (a: Plain, b: Plain) => (topBy(a, b) * bassBy(a, b) > 0 ? 1 : 0),
      flat: () => 0,
    },
  ];
  const GRIP_WISHES = [
    { wish: { kind: 'thread', pitch: 64 } as const, miss: (g: Plain) => (g.set.includes(64) ? 0 : 1) },
    {
      wish: { kind: 'notes', count: 4 } as const,
      miss: (g: Plain) => Math.abs(g.frets.filter((fret) => fret >= 0).length - 4),
    },
    {
      wish: { kind: 'strings', strings: [2, 3, 4] } as const,
      miss: (g: Plain) => g.frets.filter((fret, s) => fret >= 0 && (s < 2 || s > 4)).length,
    },
    {
      wish: { kind: 'area', from: 2, to: 3 } as const,
      miss: (g: Plain) => (g.frets.includes(1) ? 1 : 0),
    },
    {
      wish: { kind: 'arrive', grip: 'x-x-0-2-1-1' } as const,
      miss: (g: Plain) => (g.frets.join() === '-1,-1,0,2,1,1' ? 0 : 1),
    },
  ];
  const priced = (steps: number, hard: boolean) => Math.min(4, steps) * (hard ? 5000 : 20);

  test('wishes are met as far as they can be, the rest is the best under them, by brute force', () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom(...Object.keys(CHORDS)), { minLength: 2, maxLength: 3 }),
        fc.constantFrom(...JOIN_WISHES),
        fc.constantFrom(...GRIP_WISHES),
        fc.boolean(),
        fc.boolean(),
        (symbols, join, grip, hardJoin, hardGrip) => {
          const wishes = [
            { at: 'a', wish: join.wish, hard: hardJoin, start: 0, ticks: 1 },
            { at: 'b', wish: grip.wish, hard: hardGrip, start: 0, ticks: 1 },
          ];
          const search = new Search(library, { weights: DEFAULT_WEIGHTS, area: AREA });
          search.setColumns(
            symbols.map((symbol, i) => ({ chord: chordOf(symbol), pin: null, place: placeOf(i), wishes })),
          );
          const expected = leastCost(symbols, DEFAULT_WEIGHTS, {
            ownWish: (g) => priced(grip.miss(g), hardGrip),
            joinWish: (a, b) => priced(join.miss(a, b), hardJoin) + join.flat(a, b),
          });
          expect(run(search.solve()).cost).toBe(expected);
          expect(search.alternative(1, chordOf(symbols[1]!))!.cost).toBe(expected);
        },
      ),
      { numRuns: 120, seed: 25 },
    );
  });

  test('a finger that rests has no work where the hand can do without it, and is told where it cannot', () => {
    const chart = parseChart('key: C\n| C | Am7 | F | G7 |');
    if (!chart.ok) throw new Error('the chart');
    const slots = readChart(chart.value);
    const keys = slotKeys(slots, []);
    const cells = (finger: 1 | 4) => ({
      [`${keys[0]}:wish-finger`]: {
        on: '',
        source: { kind: 'wish', wish: { kind: 'finger', finger }, hard: true } as const,
        ticks: slots.at(-1)!.start + slots.at(-1)!.entry.ticks,
      },
    });
    for (const finger of [1, 4] as const) {
      const columns = columnsOf(slots, keys, cells(finger));
      const search = new Search(library, PRICING);
      const { wanted, index } = searchable(columns, search, 120);
      search.setColumns(wanted);
      const arranged = arrangementOf(columns, index, run(search.solve()), library, PRICING, 120);
      const works = arranged.columns.flatMap(({ grip }, i) => (grip!.fingers.includes(finger) ? [i] : []));
      expect(works).toEqual(arranged.unmet.map(({ column }) => column));
      expect(works.length).toBeLessThan(2);
    }
  });

  test('one arrives at a grip with the last chord of a span only', () => {
    const chart = parseChart('key: C\n| C | Am7 | G7 | C |');
    if (!chart.ok) throw new Error('the chart');
    const slots = readChart(chart.value);
    const keys = slotKeys(slots, []);
    const columns = columnsOf(slots, keys, {
      [`${keys[0]}:wish-arrive`]: {
        on: '',
        source: { kind: 'wish', wish: { kind: 'arrive', grip: 'x-x-0-2-1-2' }, hard: true },
        ticks: slots[2]!.start,
      },
    });
    expect(columns.map(({ wishes }) => wishes.length)).toEqual([0, 1, 0, 0]);
  });

  test('a wish about how voices go on holds only between columns that both lie in its span', () => {
    const wish = { at: 'a', wish: { kind: 'top', way: 'still' }, hard: true, start: 0, ticks: 1 } as const;
    const search = new Search(library, { weights: DEFAULT_WEIGHTS, area: AREA });
    const symbols = ['C', 'G7', 'C'];
    search.setColumns(
      symbols.map((symbol, i) => ({
        chord: chordOf(symbol),
        pin: null,
        place: placeOf(i),
        wishes: i === 0 ? [] : [wish],
      })),
    );
    const { shapes } = run(search.solve());
    const tops = shapes.map((shape, i) => gripOf(chordOf(symbols[i]!), library, shape).pitches.at(-1)!);
    expect(tops[2]).toBe(tops[1]);
  });

  test('after any edits the path is the one a fresh search finds, grip for grip', () => {
    fc.assert(
      fc.property(fc.array(symbolList, { minLength: 2, maxLength: 6 }), (charts) => {
        const search = new Search(library, { weights: DEFAULT_WEIGHTS, area: AREA });
        for (const [i, symbols] of charts.entries()) {
          search.setColumns(symbols.map((symbol, at) => ({ chord: chordOf(symbol), pin: null, place: placeOf(at) })));
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
    const columns = columnsOf(slots, slotKeys(slots, ['b0', 'b1', 'b2', 'b3']), cells);
    const search = new Search(library, PRICING);
    const { wanted, index } = searchable(columns, search, chart.value.tempo);
    search.setColumns(wanted);
    const path = run(search.solve());
    return { path, result: arrangementOf(columns, index, path, library, PRICING, chart.value.tempo) };
  }

  test('its terms add up to the cost the search minimised, its figures to its columns', () => {
    const { path, result } = arranged('key: C\n| C | Am7 | Dm7 G7 | C |');
    expect(result.cost).toBe(path.cost);
    expect(Object.values(result.terms).reduce((a, b) => a + b, 0)).toBe(result.cost);
    expect(result.figures.movement).toBe(result.columns.reduce((sum, column) => sum + column.movement, 0));
    const byColumn = result.columns.map(({ terms }) => Object.values(terms).reduce((a, b) => a + b, 0));
    expect(byColumn.reduce((a, b) => a + b, 0)).toBe(result.cost);
    const byHand = result.columns
      .slice(1)
      .map((column, i) => leastByTrying(uniq(result.columns[i]!.grip!.pitches), uniq(column.grip!.pitches)));
    expect(result.columns.slice(1).map((column) => column.movement)).toEqual(byHand);
    expect(result.columns[0]!.movement).toBe(0);
  });

  test('what happens between two columns is told voice by voice, and what it costs term by term', () => {
    const pinned = (on: string, pin: string) => ({ on, source: { kind: 'chart' }, pin });
    const { result } = arranged('key: C\n| Dm7 | G7 | C |', {
      'b0:1:0': pinned('Dm7', 'x-5-3-5-x-x'),
      'b1:1:0': pinned('G7', '3-x-3-4-x-x'),
      'b2:1:0': pinned('C', 'x-3-2-0-1-0'),
    });
    const [first, second, third] = result.columns;
    expect(whyText(null, first!, 'letters')).toBe('');
    expect(whyText(first!, second!, 'letters')).toBe(
      'holds F, D falls to G, C falls to B, hand stays, 8 semitones in all',
    );
    expect(whyText(second!, third!, 'german')).toMatch(/^G .*F .*H .* in all$/);
    expect(costText(third!.terms)).toMatch(/^[\d.]+: .*voices that move [\d.]+/);
    expect(costText(sumTerms([]))).toBe('nothing');
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
      'b0:1:0': { on: 'C', source: { kind: 'chart' }, pin: '1-1-1-1-1-1' },
    });
    expect(result.problems).toMatchObject([{ code: 'pin-unplayable', bar: 1 }]);
    expect(result.columns[0]!.grip).not.toBeNull();
  });

  test.each([
    ['8-10-10-9-8-8', 'beyond'],
    ['x-1-x-x-5-3', 'reach'],
    ['1-1-1-1-1-1', null],
  ])('a pin %s that does not stand says why: %s', (pin, reason) => {
    const { result } = arranged('key: C\n| C |', { 'b0:1:0': { on: 'C', source: { kind: 'chart' }, pin } });
    expect(result.problems).toMatchObject([
      reason === null ? { code: 'pin-unplayable' } : { code: 'pin-unheld', args: { text: pin, reason } },
    ]);
    expect(problemText(result.problems[0]!)).toMatch(/stands in\.$/);
  });

  test('an empty search has an empty path', () => {
    expect(run(new Search(library, PRICING).solve())).toEqual({ shapes: [], cost: 0 });
  });
});

/** Every way to match the smaller set into the larger in order, tried out. */
function leastByTrying(a: number[], b: number[]): number {
  if (a.length > b.length) return leastByTrying(b, a);
  if (a.length === 0) return 0;
  let least = Infinity;
  for (let first = 0; first <= b.length - a.length; first++)
    least = Math.min(least, Math.abs(a[0]! - b[first]!) + leastByTrying(a.slice(1), b.slice(first + 1)));
  return least;
}

const uniq = (pitches: readonly number[]) => [...new Set(pitches)].sort((x, y) => x - y);

test('what matters more weighs more, what does not weighs nothing, and a bass player changes what company changes', () => {
  expect(weightsOf({})).toEqual(DEFAULT_WEIGHTS);
  const { weights } = pricingFor({ company: 'alone', area: null, matters: { topLeap: 4, shift: 0, parallel: 1 } });
  expect(weights).toEqual({ ...DEFAULT_WEIGHTS, topLeap: 4 * DEFAULT_WEIGHTS.topLeap, shift: 0, parallel: 15 });
  const withBass = pricingFor({ company: 'bass', area: null, matters: {} }).weights;
  expect(withBass).toEqual({ ...DEFAULT_WEIGHTS, bass: 0, omission: 0, thin: 8 });
});
