import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { DEFAULT_HAND, neckOf } from '../neck/hand.ts';
import { barresOf, DIAGRAM_MM, diagramWindow } from './diagram.ts';

test('a finger over several strings is one line, a slanted one from fret to fret', () => {
  expect(barresOf({ frets: [1, 3, 3, 2, 1, 1], fingers: [1, 3, 4, 2, 1, 1] })).toEqual([
    { from: 0, to: 5, fromFret: 1, toFret: 1 },
  ]);
  expect(barresOf({ frets: [-1, 3, 4, -1, -1, -1], fingers: [null, 1, 1, null, null, null] })).toEqual([
    { from: 1, to: 2, fromFret: 3, toFret: 4 },
  ]);
});

test('the window of a small diagram holds the whole grip, and never more than its millimetres', () => {
  const { mm } = neckOf(DEFAULT_HAND);
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
