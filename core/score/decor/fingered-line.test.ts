import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { DEFAULT_HAND, neckOf } from '../../neck/hand.ts';
import { fingeredLine, type LineNote } from './fingered-line.ts';

const HAND = { ...DEFAULT_HAND, highestFret: 12 };
const neck = neckOf(HAND);
const GRIP = { frets: [-1, 5, 7, 5, 6, -1], fingers: [null, 1, 3, 1, 2, null] } as const;
/** Millimetres from the nut (648 mm, equal temperament). */
const mm = (fret: number) => 648 * (1 - 2 ** (-fret / 12));

/** What a line costs, told apart from the code: the hand’s way, skipped strings, a finger that leaps. */
function costOf(line: readonly LineNote[]): number {
  let position = 5;
  let cost = 0;
  line.forEach((note, i) => {
    const to = note.finger === 0 ? position : note.fret - Number(note.finger) + 1;
    cost += Math.abs(mm(to) - mm(position));
    position = to;
    const last = line[i - 1];
    if (!last) return;
    cost += 12 * Math.max(0, Math.abs(last.string - note.string) - 1);
    if (note.finger !== 0 && note.finger === last.finger && note.fret !== last.fret) cost += 25;
  });
  return cost;
}
/** Every way to play a line. */
function allWays(pitches: readonly number[]): LineNote[][] {
  return pitches.reduce<LineNote[][]>(
    (ways, pitch) =>
      ways.flatMap((way) =>
        neck.open.flatMap((open, string) => {
          const fret = pitch - open;
          if (fret < 0 || fret > 12) return [];
          if (fret === 0) return [[...way, { pitch, string, fret, finger: 0 as const }]];
          return ([1, 2, 3, 4] as const)
            .filter((finger) => fret >= finger)
            .map((finger) => [...way, { pitch, string, fret, finger }]);
        }),
      ),
    [[]],
  );
}

describe('a line in the hand', () => {
  test('goes the least way of all, tried out', () => {
    const line = fc.array(fc.integer({ min: 45, max: 74 }), { minLength: 1, maxLength: 3 });
    fc.assert(
      fc.property(line, (pitches) => {
        const found = fingeredLine(pitches, GRIP, { neck, hand: HAND })!;
        expect(found.map(({ pitch }) => pitch)).toEqual(pitches);
        const least = Math.min(...allWays(pitches).map(costOf));
        expect(costOf(found)).toBeCloseTo(least, 6);
      }),
      { numRuns: 60, seed: 22 },
    );
  });
  test('a scale from the grip stays in its position, a finger a fret', () => {
    // A minor pentatonic from the fifth fret up.
    const found = fingeredLine([57, 60, 62, 64, 67], GRIP, { neck, hand: HAND })!;
    expect(found.every(({ fret, finger }) => finger !== 0 && fret - Number(finger) + 1 === 5)).toBe(true);
  });
  test('is played by the fingers one has, on the strings one uses; off the neck it is not', () => {
    const small = { ...HAND, resting: [4] as const };
    const found = fingeredLine([57, 58, 59, 60, 61], GRIP, { neck, hand: small })!;
    expect(found.map(({ finger }) => finger)).not.toContain(4);
    const fewer = fingeredLine([40], GRIP, { neck, hand: { ...HAND, unusedStrings: [0] } });
    expect(fewer).toBeNull();
    expect(fingeredLine([57, 90], GRIP, { neck, hand: HAND })).toBeNull();
  });
});
