import { describe, expect, test } from '@jest/globals';
import * as fc from 'fast-check';
import { DIFFICULTY_PARTS } from './difficulty.ts';
import { Fingerer } from './fingering.ts';
import { fretDistance } from './frets.ts';
import { DEFAULT_HAND, neckOf, type Hand } from './hand.ts';
import { holdingsOf, whyNotHeld } from './hold.ts';
import { nextTrial, reachTrials, type ReachAnswer } from './reach-trial.ts';

describe('frets stand where equal temperament puts them', () => {
  test('the 12th at half the scale length', () => {
    expect(fretDistance(648, 12)).toBeCloseTo(324, 10);
    expect(fretDistance(648, 0)).toBe(0);
  });

  test('each about 1/17.817 of what remains (the luthier’s rule)', () => {
    for (let fret = 0; fret < 20; fret++) {
      const remains = 648 - fretDistance(648, fret);
      expect((fretDistance(648, fret + 1) - fretDistance(648, fret)) / remains).toBeCloseTo(1 / 17.817, 5);
    }
  });

  test('behind a capo the frets stand where they stood', () => {
    const neck = neckOf({ ...DEFAULT_HAND, capo: 3 });
    expect(neck.mm).toHaveLength(13);
    for (let fret = 0; fret <= 12; fret++) {
      expect(neck.mm[fret]).toBeCloseTo(fretDistance(648, fret + 3) - fretDistance(648, 3), 9);
    }
    expect(neck.open).toEqual([43, 48, 53, 58, 62, 67]);
  });
});

const written = (frets: number[], hand: Hand = DEFAULT_HAND) =>
  holdingsOf(frets, hand).map(({ fingers }) => fingers.map((finger) => finger ?? 'x').join(' '));

describe('shapes every player knows are fingered as players do (common practice)', () => {
  test.each([
    ['open C', [-1, 3, 2, 0, 1, 0], 'x 3 2 0 1 0'],
    ['open D', [-1, -1, 0, 2, 3, 2], 'x x 0 1 3 2'],
    ['open Em', [0, 2, 2, 0, 0, 0], '0 1 2 0 0 0'],
    ['barred F', [1, 3, 3, 2, 1, 1], '1 3 4 2 1 1'],
    ['barred Cm7', [-1, 3, 5, 3, 4, 3], 'x 1 3 1 2 1'],
    ['barred B', [-1, 2, 4, 4, 4, 2], 'x 1 2 3 4 1'],
    ['C6 with the ring finger over four strings', [-1, 3, 5, 5, 5, 5], 'x 1 3 3 3 3'],
    ['C9 with the ring finger over three', [-1, 3, 2, 3, 3, 3], 'x 2 1 3 3 3'],
    ['C13', [-1, 3, 2, 3, 5, 5], 'x 2 1 3 4 4'],
    ['open G', [3, 2, 0, 0, 0, 3], '2 1 0 0 0 3'],
    ['G7 as a shell with its root on the sixth string', [3, -1, 3, 4, 3, -1], '1 x 1 2 1 x'],
    ['C7 with its root on the fifth string', [-1, 3, 2, 3, 1, 0], 'x 3 2 4 1 0'],
  ])('%s', (_, frets, expected) => {
    expect(written(frets)[0]).toBe(expected);
  });

  test('whatever was fingered before, here or elsewhere on the neck', () => {
    const hand: Hand = { ...DEFAULT_HAND, thumb: true, barres: 'slanted' };
    const used = new Fingerer(hand);
    const form = fc.array(fc.constantFrom(-1, 0, 1, 2, 3, 4, 5, 8), { minLength: 6, maxLength: 6 });
    fc.assert(
      fc.property(form, fc.uniqueArray(fc.integer({ min: 0, max: 7 }), { minLength: 3 }), (steps, places) => {
        for (const place of places) {
          const frets = steps.map((step) => (step > 0 ? step + place : step));
          expect(holdingsOf(frets, hand, used)).toEqual(holdingsOf(frets, hand));
        }
      }),
    );
  });

  test('other ways come after the easiest', () => {
    expect(written([-1, 2, 4, 4, 4, 2]).slice(0, 3)).toContain('x 1 3 3 3 1');
    // Open A is held both ways.
    expect(written([-1, 0, 2, 2, 2, 0]).slice(0, 2).sort()).toEqual(['x 0 1 1 1 0', 'x 0 1 2 3 0']);
    expect(written([-1, -1, 0, 2, 3, 2])).toContain('x x 0 1 2 1');
    const ways = holdingsOf([-1, 3, 5, 3, 4, 3], DEFAULT_HAND).map(({ difficulty }) => difficulty);
    expect([...ways].sort((a, b) => a - b)).toEqual(ways);
  });
});

describe('what no hand can hold is no grip', () => {
  test.each([
    ['five notes on five frets', [1, 2, 3, 4, 5, -1]],
    ['an open string under the only barre that would do', [1, 3, 0, 3, 3, 1]],
    ['five frets between neighbours at the nut', [-1, -1, 1, 6, -1, 1]],
    ['two flat fingers beside the index', [4, 4, 3, 5, 5, 6]],
  ])('%s', (_, frets) => {
    expect(holdingsOf(frets, DEFAULT_HAND)).toEqual([]);
  });

  test.each([
    ['reach', [1, -1, -1, 6, -1, -1], {}],
    ['barre', [1, 3, 3, 2, 1, 1], { barres: 'none' }],
    ['resting', [-1, 3, 2, 3, 1, 0], { resting: [4] }],
    ['thumb', [2, 1, 3, 4, 0, 2], {}],
    ['open', [-1, 2, 1, 4, 0, 1], {}],
    ['gap', [0, -1, 0, 2, -1, -1], { pluck: 'pick' }],
    ['gap', [3, -1, -1, -1, 3, 3], {}],
    ['unused', [3, 2, 0, 0, 0, 3], { unusedStrings: [0] }],
    ['beyond', [-1, -1, 17, 17, 17, -1], {}],
    ['apart', [-1, 1, 4, 2, 4, -1], {}],
    ['knotted', [5, 5, 2, 4, 3, 5], {}],
  ] as [string, number[], Partial<Hand>][])('and why: %s, %j', (why, frets, differs) => {
    expect(whyNotHeld(frets, { ...DEFAULT_HAND, ...differs })).toBe(why);
  });

  test('what can be held has no such reason', () => {
    expect(whyNotHeld([-1, 3, 2, 0, 1, 0], DEFAULT_HAND)).toBeNull();
  });

  // Drop-2 inversions low on the neck are played (common practice).
  test.each([[[-1, 3, 5, 2, 5, -1]], [[-1, 3, 4, 1, 4, -1]], [[-1, 4, 6, 3, 6, -1]]])('nor has %j', (frets) => {
    expect(whyNotHeld(frets, DEFAULT_HAND)).toBeNull();
  });

  test('and a full Gsus4 with open strings needs no finger lying flat', () => {
    expect(written([3, 3, 0, 0, 1, 3]).map((way) => new Set(way.replace(/[x0 ]/g, '')).size)).toContain(4);
  });
});

describe('a hand of one’s own', () => {
  test('without barres four notes are fretted at most', () => {
    expect(written([1, 3, 3, 2, 1, 1], { ...DEFAULT_HAND, barres: 'none' })).toEqual([]);
    expect(written([-1, -1, 2, 2, 2, 0], { ...DEFAULT_HAND, barres: 'none' })).not.toEqual([]);
  });

  test('a half barre takes three strings', () => {
    const hand: Hand = { ...DEFAULT_HAND, barres: 'partial' };
    expect(written([-1, -1, 3, 2, 1, 1], hand)[0]).toBe('x x 3 2 1 1');
    expect(written([1, 3, 3, 2, 1, 1], hand)).toEqual([]);
  });

  test('the thumb takes the low string, and the index lies over three at most', () => {
    const hand: Hand = { ...DEFAULT_HAND, barres: 'partial', thumb: true };
    expect(written([1, 3, 3, 2, 1, 1], hand)[0]).toBe('T 3 4 2 1 1');
    expect(written([2, 0, 0, 2, 3, 2], hand)).toContain('T 0 0 1 3 2');
  });

  test('a slanted index takes two frets', () => {
    const hand: Hand = { ...DEFAULT_HAND, barres: 'slanted' };
    // Five notes on four frets: with a straight index a finger is missing.
    const frets = [8, 7, 9, 8, 9, -1];
    expect(written(frets)).toEqual([]);
    expect(written(frets, hand)[0]).toBe('2 1 3 1 4 x');
  });

  test('a finger lying beside a string left out damps it', () => {
    expect(holdingsOf([3, -1, 3, 4, 3, -1], DEFAULT_HAND)[0]!.mutedBy).toEqual([null, 1, null, null, null, null]);
    expect(holdingsOf([3, -1, 4, 4, 3, -1], { ...DEFAULT_HAND, barres: 'none' })[0]!.mutedBy[1]).toBe(1);
    expect(holdingsOf([0, -1, 2, 2, -1, -1], DEFAULT_HAND)[0]!.mutedBy[1]).toBe(1);
    expect(holdingsOf([0, -1, 0, 2, -1, -1], DEFAULT_HAND)[0]!.mutedBy[1]).toBeNull();
  });
});

describe('difficulty', () => {
  const difficulty = (frets: number[], hand = DEFAULT_HAND) => holdingsOf(frets, hand)[0]!.difficulty;

  test('goes by what players find hard, easiest first (common practice)', () => {
    const order = [
      [0, 0, 0, 0, 0, 0],
      [0, 2, 2, 0, 0, 0],
      [-1, 0, 2, 2, 2, 0],
      [-1, 3, 2, 0, 1, 0],
      [-1, 5, 7, 5, 6, 5],
      [1, 3, 3, 2, 1, 1],
      [-1, 2, 4, 4, 4, 2],
    ].map((frets) => difficulty(frets));
    expect([...order].sort((a, b) => a - b)).toEqual(order);
  });

  /** A hand that opens over five frets beside the nut. */
  const WIDE: Hand = { ...DEFAULT_HAND, reach: 140 };

  test('movable sevenths are easy or moderate, a five-fret stretch at the nut is hard', () => {
    for (const frets of [
      [-1, 5, 7, 5, 6, -1],
      [5, -1, 5, 5, 5, -1],
      [-1, -1, 5, 7, 6, 7],
    ])
      expect(difficulty(frets)).toBeLessThan(4);
    expect(difficulty([-1, -1, 1, 3, 4, 5], WIDE)).toBeGreaterThan(6);
  });

  test('the same stretch is milder up the neck, until the body is in the way', () => {
    const at = (fret: number) => difficulty([-1, -1, fret, fret + 2, fret + 3, fret + 4], WIDE);
    expect(at(1)).toBeGreaterThan(at(4));
    expect(at(4)).toBeGreaterThan(at(6));
    expect(at(1)).toBeGreaterThan(at(10));
  });

  test('is the sum of its parts', () => {
    const shape = fc.array(fc.constantFrom(-1, 0, 3, 4, 5, 6, 7), { minLength: 6, maxLength: 6 });
    fc.assert(
      fc.property(shape, (frets) => {
        for (const { difficulty: whole, parts } of holdingsOf(frets, DEFAULT_HAND)) {
          const sum = DIFFICULTY_PARTS.reduce((all, part) => all + parts[part], 0);
          expect(Math.abs(whole - Math.min(10, sum))).toBeLessThan(0.16);
        }
      }),
      { numRuns: 400, seed: 7 },
    );
  });
});

describe('reach is found by trying', () => {
  const trials = reachTrials(neckOf(DEFAULT_HAND));

  test('trials stand as far apart as they say, in order', () => {
    for (const { index, little, mm } of trials)
      expect(mm).toBe(Math.round(fretDistance(648, little) - fretDistance(648, index)));
    expect(trials.map(({ mm }) => mm)).toEqual([...trials.map(({ mm }) => mm)].sort((a, b) => a - b));
  });

  test.each([62, 80, 97, 110, 128, 200])(
    'a hand that opens %i mm is found within a step, in a few questions',
    (opens) => {
      const answers: ReachAnswer[] = [];
      for (;;) {
        const next = nextTrial(trials, answers);
        if ('reach' in next) {
          expect(next.reach).toBeLessThanOrEqual(opens);
          expect(next.reach).toBeGreaterThan(Math.min(opens, trials.at(-1)!.mm) - 13);
          break;
        }
        answers.push({ mm: next.trial.mm, held: next.trial.mm <= opens });
      }
      expect(answers.length).toBeLessThanOrEqual(5);
    },
  );
});
