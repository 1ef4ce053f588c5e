import { describe, expect, test } from '@jest/globals';
import { gripOf, shapesOf } from '../grip/grips.ts';
import { notesOfShape } from '../grip/library.ts';
import { FreeHand } from '../neck/free-notes.ts';
import type { Carry } from '../take/carry.ts';
import { chordOf, nodeOf, solvedChain } from './by-hand.oracle.ts';
import { CHORDS, leastCost, library, placeOf, plainOf, type Plain } from './by-trying.oracle.ts';
import { carryWeights } from './carry-weights.ts';
import { DEFAULT_WEIGHTS } from './pricing.ts';
import { carryingShapes, carryRules } from './rules/carry.ts';

/* Three notes of a tune over three chords, by a small hand: the search against every path of grips, priced apart from the code. */

const OPEN = [40, 45, 50, 55, 59, 64];
const carried = (pitch: number, free: readonly number[] = [], opens = true): Carry => ({
  pitch,
  spelling: null,
  ticks: 960,
  struck: true,
  opens,
  ceiling: null,
  way: null,
  passes: false,
  isLine: false,
  basses: [],
  free: free.map((one, i) => ({ start: 960 + 480 * i, ticks: 480, pitch: one, spelling: 'C' })),
});

/** The grips that carry a note, told from what they sound: of the whole library those with it on top and nothing foreign. */
const carrying = (symbol: string, pitch: number): Plain[] => {
  const chord = chordOf(symbol);
  const own = Object.keys(CHORDS[symbol]!.slots).map(Number);
  return Array.from({ length: library.size }, (_, shape) => shape)
    .filter((shape) => notesOfShape(library, shape) <= 5)
    .map((shape) => plainOf(symbol, gripOf(chord, library, shape)))
    .filter(({ all }) => all.at(-1) === pitch && all.every((one) => one === pitch || own.includes(one % 12)))
    .filter(({ set }) => set.some((one) => one % 12 !== pitch % 12));
};

/** What of each chord must be said, by hand: pitch classes. */
const SAID: Readonly<Record<string, readonly number[]>> = {
  C: [0, 4, 7],
  G7: [11, 5],
  Am7: [0, 7],
  Em7: [7, 2],
  E7: [8, 2],
};
/** How far a string lies below the second, the thinnest first. */
const BELOW = [0, 0, 1, 3, 6, 8];

const free = new FreeHand(library.hand);
const extra = (carry: Carry) => (g: Plain) => {
  const unsaid = SAID[g.symbol]!.filter((pc) => !g.set.some((pitch) => pitch % 12 === pc)).length;
  const top = g.strings.findLastIndex((pitch) => pitch === carry.pitch);
  const frets = [...g.frets];
  const fingers = g.fingers.map((finger) => Number(finger ?? 0));
  const effort =
    carry.free.length === 0
      ? 0
      : free.effort(
          frets,
          fingers,
          carry.free.map(({ pitch }) => pitch),
        );
  return unsaid * (carry.opens ? 4 : 1) * 10 + BELOW[5 - top]! * 12 + effort * 5;
};

describe('the best way to carry three notes', () => {
  test.each<[readonly string[], readonly number[], readonly (readonly number[])[]]>([
    [
      ['C', 'G7', 'C'],
      [64, 65, 64],
      [[], [], []],
    ],
    [
      ['Am7', 'G7', 'C'],
      [67, 65, 64],
      [[], [], []],
    ],
    [
      ['C', 'Am7', 'E7'],
      [64, 60, 62],
      [[62], [], [64]],
    ],
    [
      ['Em7', 'G7', 'Am7'],
      [64, 62, 60],
      [[62, 59], [60], []],
    ],
  ])('over %j, %j on top, %j between, is the search’s', (symbols, tops, between) => {
    const weights = carryWeights(DEFAULT_WEIGHTS, true);
    const carries = tops.map((pitch, i) => carried(pitch, between[i]));
    const nodes = symbols.map((symbol, i) => ({
      ...nodeOf(symbol, { place: placeOf(i), weights }),
      rules: carryRules({ carry: carries[i]! }),
    }));
    const { path } = solvedChain(library, nodes);
    const all = Object.fromEntries(symbols.map((symbol, i) => [`${symbol}`, carrying(symbol, tops[i]!)]));
    // A chord that comes twice carries another note there.
    const lists = symbols.map((symbol, i) =>
      carrying(symbol, tops[i]!).map((g) => ({ g, cost: extra(carries[i]!)(g) })),
    );
    const costs = new Map(lists.flat().map(({ g, cost }) => [g, cost]));
    const merged = Object.fromEntries(
      symbols.map((symbol) => [
        symbol,
        lists.flatMap((list) => list.map(({ g }) => g).filter((g) => g.symbol === symbol)),
      ]),
    );
    const isOf = lists.map((list) => new Set(list.map(({ g }) => g)));
    expect(Object.values(all).every((list) => list.length > 0)).toBe(true);
    const least = leastCost(
      [...symbols],
      { ...weights, area: 0 },
      {
        all: merged,
        only: (i, g) => isOf[i]!.has(g),
        ownWish: (g) => costs.get(g)!,
      },
    );
    expect(path.cost).toBe(least);
  });

  test('the grips that carry a note are all that have it on top, and nothing foreign', () => {
    for (const [symbol, pitch] of [
      ['C', 64],
      ['G7', 65],
      ['Am7', 60],
    ] as const) {
      const found = Array.from(
        carryingShapes(chordOf(symbol), pitch, library),
        (shape) => gripOf(chordOf(symbol), library, shape).grip,
      );
      expect([...found].sort()).toEqual(
        carrying(symbol, pitch)
          .map(({ frets }) => frets.map((fret) => (fret < 0 ? 'x' : fret)).join('-'))
          .sort(),
      );
      expect(found.length).toBeGreaterThan(5);
    }
    expect(OPEN[5]).toBe(64);
    expect(shapesOf(chordOf('C'), library).length).toBeGreaterThan(0);
  });
});
