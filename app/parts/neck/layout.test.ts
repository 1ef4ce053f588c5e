import { describe, expect, test } from '@jest/globals';
import { DEFAULT_PLAYER } from '../../../core/index.ts';
import { guitarOf, neckLayout, shareAlong } from './layout.ts';

const guitar = guitarOf(DEFAULT_PLAYER);

describe('the neck is drawn true to scale', () => {
  test('the twelfth fret halves the string, the fifth takes a quarter of it', () => {
    const { wire, nut } = neckLayout(guitarOf({ ...DEFAULT_PLAYER, highestFret: 24 }));
    // 1 − 2^(−12/12) = 1/2 and 1 − 2^(−24/12) = 3/4 of the scale (equal temperament).
    expect((wire(12) - nut) / (wire(24) - nut)).toBeCloseTo(2 / 3, 3);
    expect((wire(5) - nut) / (wire(24) - nut)).toBeCloseTo((1 - 2 ** (-5 / 12)) / 0.75, 3);
  });

  test('a finger stands between its fret and the one before, nearer to its own', () => {
    const { finger, wire } = neckLayout(guitar);
    for (let fret = 1; fret <= 15; fret++) {
      expect(finger(fret)).toBeLessThan(wire(fret));
      expect(finger(fret)).toBeGreaterThan((wire(fret) + wire(fret - 1)) / 2 - 1);
    }
  });

  test('a left-hander sees it mirrored, strings where they are', () => {
    const right = neckLayout(guitar);
    const left = neckLayout(guitarOf({ ...DEFAULT_PLAYER, leftHanded: true }));
    for (const fret of [0, 1, 7, 15]) {
      expect(left.finger(fret)).toBeCloseTo(right.width - right.finger(fret), 1);
      expect(left.wire(fret)).toBeCloseTo(right.width - right.wire(fret), 1);
    }
    expect(left.string(0)).toBe(right.string(0));
    expect(left.nut).toBeGreaterThan(left.end);
  });

  test('behind a capo the frets of a grip are counted from it', () => {
    const capoed = neckLayout(guitarOf({ ...DEFAULT_PLAYER, capo: 3 }));
    expect(capoed.finger(2)).toBe(neckLayout(guitar).finger(5));
    expect(capoed.finger(0)).toBeLessThan(capoed.wire(3));
  });

  test('seven strings share the same height, the lowest at the bottom', () => {
    const { string, top, bottom } = neckLayout(guitarOf({ ...DEFAULT_PLAYER, tuning: [35, ...DEFAULT_PLAYER.tuning] }));
    expect(string(0)).toBe(bottom);
    expect(string(6)).toBe(top);
  });
});

test('a grip is brought into view where it lies', () => {
  const share = (frets: number[]) => shareAlong({ frets }, guitar);
  expect(share([-1, 12, 12, 12, 12, -1])).toBeGreaterThan(share([-1, 3, 3, 3, 3, -1]));
  expect(share([0, 0, 0, 0, 0, 0])).toBeLessThan(0.1);
});
