import { describe, expect, test } from '@jest/globals';
import { fingeringOf } from './fingering.ts';
import { fretDistance } from './frets.ts';
import { DEFAULT_HAND } from './hand.ts';

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
});

const fingers = (frets: number[]) =>
  fingeringOf(frets, DEFAULT_HAND)
    ?.fingers.map((finger) => finger ?? 'x')
    .join(' ');

describe('shapes every player knows are fingered as players do (common practice)', () => {
  test.each([
    ['open C', [-1, 3, 2, 0, 1, 0], 'x 3 2 0 1 0'],
    ['open D', [-1, -1, 0, 2, 3, 2], 'x x 0 1 3 2'],
    ['open A', [-1, 0, 2, 2, 2, 0], 'x 0 1 2 3 0'],
    ['open Em', [0, 2, 2, 0, 0, 0], '0 1 2 0 0 0'],
    ['barred F', [1, 3, 3, 2, 1, 1], '1 3 4 2 1 1'],
    ['barred Cm7', [-1, 3, 5, 3, 4, 3], 'x 1 3 1 2 1'],
    ['barred B', [-1, 2, 4, 4, 4, 2], 'x 1 3 3 3 1'],
    ['open G', [3, 2, 0, 0, 0, 3], '2 1 0 0 0 3'],
    ['G7 as a shell with its root on the sixth string', [3, -1, 3, 4, 3, -1], '1 x 1 2 1 x'],
    ['C7 with its root on the fifth string', [-1, 3, 2, 3, 1, 0], 'x 3 2 4 1 0'],
  ])('%s', (_, frets, expected) => {
    expect(fingers(frets)).toBe(expected);
  });
});

describe('what no hand can hold is no grip', () => {
  test.each([
    ['five notes on five frets', [1, 2, 3, 4, 5, -1]],
    ['an open string under the only barre that would do', [5, 7, 0, 5, 5, 5]],
    ['fingers crossing the whole neck and back', [6, 8, -1, -1, 7, 5]],
    ['five frets between neighbours at the nut', [-1, -1, 1, 6, -1, 1]],
    ['two flat fingers beside the index', [4, 4, 3, 5, 5, 6]],
  ])('%s', (_, frets) => {
    expect(fingeringOf(frets, DEFAULT_HAND)).toBeNull();
  });

  test('a hand without barres frets four notes at most', () => {
    expect(fingeringOf([1, 3, 3, 2, 1, 1], { ...DEFAULT_HAND, barres: false })).toBeNull();
    expect(fingeringOf([-1, -1, 2, 2, 2, 0], { ...DEFAULT_HAND, barres: false })).not.toBeNull();
  });
});

test('a wider, higher or barred grip is harder', () => {
  const difficulty = (frets: number[]) => fingeringOf(frets, DEFAULT_HAND)!.difficulty;
  expect(difficulty([-1, 0, 2, 2, 2, 0])).toBeLessThan(difficulty([1, 3, 3, 2, 1, 1]));
  expect(difficulty([-1, -1, 7, 6, 5, 5])).toBeLessThan(difficulty([-1, -1, 9, 6, 5, 5]));
  expect(difficulty([-1, -1, 5, 5, 5, 6])).toBeLessThan(difficulty([-1, -1, 13, 13, 13, 14]));
  expect(difficulty([0, 0, 0, 0, 0, 0])).toBe(0);
});
