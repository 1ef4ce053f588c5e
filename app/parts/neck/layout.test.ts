import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { DEFAULT_PLAYER } from '../../../core/index.ts';
import { barresOf, DIAGRAM_MM, diagramWindow, guitarOf, neckLayout, shareAlong } from './layout.ts';

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

test('a finger over several strings is one line, a slanted one from fret to fret', () => {
  expect(barresOf({ frets: [1, 3, 3, 2, 1, 1], fingers: [1, 3, 4, 2, 1, 1] })).toEqual([
    { from: 0, to: 5, fromFret: 1, toFret: 1 },
  ]);
  expect(barresOf({ frets: [-1, 3, 4, -1, -1, -1], fingers: [null, 1, 1, null, null, null] })).toEqual([
    { from: 1, to: 2, fromFret: 3, toFret: 4 },
  ]);
});

test('the window of a small diagram holds the whole grip, and never more than its millimetres', () => {
  const { mm } = guitar;
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 15 }), fc.array(fc.integer({ min: -1, max: 4 })), (low, offsets) => {
      const frets = [low, ...offsets.map((by) => (by < 0 ? -1 : low + by))].map((fret) => Math.min(15, fret));
      const highest = Math.max(...frets);
      fc.pre(mm[highest]! - mm[low - 1]! <= DIAGRAM_MM);
      const { first, last } = diagramWindow(frets, mm);
      expect(first).toBeLessThan(low);
      expect(last).toBeGreaterThanOrEqual(highest);
      expect(mm[last]! - mm[first]!).toBeLessThanOrEqual(DIAGRAM_MM);
    }),
  );
});
