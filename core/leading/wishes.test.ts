import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { parseChart } from '../chart/parse.ts';
import { gripOf } from '../grip/grips.ts';
import { readChart } from '../reading/read.ts';
import { columnsOf } from '../take/columns.ts';
import { slotKeys } from '../take/key.ts';
import { run } from '../steps.ts';
import { chordOf, nodeOf, solvedChain } from './by-hand.oracle.ts';
import { placeOf, CHORDS, library, leastCost, AREA, type Plain } from './by-trying.oracle.ts';
import { arrangedTake, sessionOf, solveTake } from './solve.ts';
import { DEFAULT_WEIGHTS, pricedBy } from './pricing.ts';

const PRICING = pricedBy(DEFAULT_WEIGHTS);

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

describe('wishes', () => {
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
          const { search, path } = solvedChain(
            library,
            symbols.map((symbol, i) => nodeOf(symbol, { place: placeOf(i), wishes, area: AREA })),
          );
          const expected = leastCost(symbols, DEFAULT_WEIGHTS, {
            ownWish: (g) => priced(grip.miss(g), hardGrip),
            joinWish: (a, b) => priced(join.miss(a, b), hardJoin) + join.flat(a, b),
          });
          expect(path.cost).toBe(expected);
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
        layer: 'wish' as const,
        wish: { kind: 'finger', finger } as const,
        hard: true,
        ticks: slots.at(-1)!.start + slots.at(-1)!.entry.ticks,
      },
    });
    for (const finger of [1, 4] as const) {
      const session = sessionOf(library, { pricing: PRICING });
      const arranged = arrangedTake(run(solveTake(session, { chart: chart.value, cells: cells(finger) })));
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
        layer: 'wish',
        wish: { kind: 'arrive', grip: 'x-x-0-2-1-2' },
        hard: true,
        ticks: slots[2]!.start,
      },
    });
    expect(columns.map(({ wishes }) => wishes.length)).toEqual([0, 1, 0, 0]);
  });

  test('a wish about how voices go on holds only between columns that both lie in its span', () => {
    const wish = { at: 'a', wish: { kind: 'top', way: 'still' }, hard: true, start: 0, ticks: 1 } as const;
    const symbols = ['C', 'G7', 'C'];
    const { shapes } = solvedChain(
      library,
      symbols.map((symbol, i) => nodeOf(symbol, { place: placeOf(i), wishes: i === 0 ? [] : [wish], area: AREA })),
    ).path;
    const tops = shapes.map((shape, i) => gripOf(chordOf(symbols[i]!), library, shape).pitches.at(-1)!);
    expect(tops[2]).toBe(tops[1]);
  });
});
