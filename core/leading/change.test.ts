import { describe, expect, test } from '@jest/globals';
import * as fc from 'fast-check';
import { parseChord } from '../chord/symbol.ts';
import { gripsOf, shapesOf, gripOf, type Grip } from '../grip/grips.ts';
import { buildLibrary } from '../grip/library.ts';
import { DEFAULT_HAND, neckOf } from '../neck/hand.ts';
import { holdingsOf, type Finger } from '../neck/hold.ts';
import { allowedMs, handChange, neededMs, rateChange } from './change.ts';
import { fingered, formatFingers } from './fingered.ts';

const chordOf = (symbol: string) => {
  const chord = parseChord(symbol);
  if (!chord.ok) throw new Error(symbol);
  return chord.value;
};
const held = (frets: number[], fingers: (Finger | null)[]) => ({ frets, fingers });
const BM7 = held([-1, 2, 4, 2, 3, -1], [null, 1, 3, 1, 2, null]);
const CM7 = held([-1, 3, 5, 3, 4, -1], [null, 1, 3, 1, 2, null]);
const OPEN_C = held([-1, 3, 2, 0, 1, 0], [null, 3, 2, 0, 1, 0]);
const OPEN_AM = held([-1, 0, 2, 2, 1, 0], [null, 0, 2, 3, 1, 0]);
const NECK = neckOf(DEFAULT_HAND);

describe('what the hand does between two grips', () => {
  test('nothing, when nothing changes', () => {
    expect(handChange(BM7, BM7)).toMatchObject({
      stay: [1, 2, 3],
      slide: [],
      place: [],
      lift: [],
      shapeMoves: 0,
      order: [],
    });
    expect(neededMs(handChange(BM7, BM7), BM7, BM7, NECK)).toBe(0);
  });

  test('a shape that keeps its form slides as a whole', () => {
    expect(handChange(BM7, CM7)).toMatchObject({ stay: [], slide: [1, 2, 3], place: [], shapeMoves: 1 });
  });

  test('common fingers stay, one is set anew', () => {
    expect(handChange(OPEN_C, OPEN_AM)).toMatchObject({ stay: [1, 2], slide: [], place: [3], lift: [], order: [3] });
  });

  test('fingers that are not needed lift', () => {
    expect(handChange(BM7, held([-1, 2, -1, 2, -1, -1], [null, 1, null, 1, null, null]))).toMatchObject({
      stay: [1],
      lift: [2, 3],
    });
  });

  test('those that slide lead, then a barre, then from the lowest string up', () => {
    const from = held([-1, -1, 5, 5, 5, 7], [null, null, 1, 1, 1, 3]);
    const to = held([3, -1, 3, 4, -1, 8], [1, null, 1, 2, null, 3]);
    expect(handChange(from, to).order).toEqual([1, 3, 2]);
    const anew = held([5, 7, 7, 6, 5, 5], [1, 3, 4, 2, 1, 1]);
    expect(handChange(held([-1, 0, 0, 0, 0, 0], [null, 0, 0, 0, 0, 0]), anew).order).toEqual([1, 3, 4, 2]);
  });

  test('a change takes longer the more is set anew and the farther the hand goes', () => {
    const ms = (from: typeof BM7, to: typeof BM7) => neededMs(handChange(from, to), from, to, NECK);
    expect(ms(OPEN_C, OPEN_AM)).toBeLessThan(ms(OPEN_C, CM7));
    expect(ms(BM7, CM7)).toBeLessThan(ms(BM7, held([-1, 10, 12, 10, 11, -1], [null, 1, 3, 1, 2, null])));
  });

  test('and is rated against the time there is', () => {
    // At 120 a quarter is half a second: an eighth early is 250 ms; a chord of one eighth gives up half of itself.
    expect(allowedMs(2, 0.5)).toBe(250);
    expect(allowedMs(0.25, 0.5)).toBe(125);
    expect([100, 300, 500].map((needed) => rateChange(needed, 250))).toEqual(['easy', 'brisk', 'rushed']);
  });
});

describe('fingering is chosen along the path', () => {
  const library = buildLibrary({ ...DEFAULT_HAND, highestFret: 6 }, undefined);
  const gripsFor = (symbol: string) =>
    Array.from(shapesOf(chordOf(symbol), library), (shape) => gripOf(chordOf(symbol), library, shape));
  const lists = ['G7', 'C6', 'Am7', 'Dm9'].map(gripsFor);

  /** Points of a fingering of the whole path, from the description: its difficulties, and what moves at each change. */
  function points(grips: readonly Grip[], ways: readonly (readonly (Finger | null)[])[]): number {
    let sum = 0;
    grips.forEach((grip, i) => {
      sum += holdingsOf(grip.frets, DEFAULT_HAND).find(({ fingers }) => fingers.join() === ways[i]!.join())!.difficulty;
      if (i === 0) return;
      for (const finger of [1, 2, 3, 4]) {
        const strings = (at: number) => ways[at]!.flatMap((used, s) => (used === finger ? [s] : []));
        const [before, after] = [strings(i - 1), strings(i)];
        if (after.length === 0) continue;
        const same = after.find((s) => before.includes(s));
        if (same === undefined) sum += 0.4;
        else if (grips[i - 1]!.frets[same] !== grip.frets[same]) sum += 0.1;
      }
    });
    return sum;
  }

  test('is the least of all fingerings, by trying them all', () => {
    const three = fc.tuple(...lists.slice(0, 3).map((list) => fc.constantFrom(...list)));
    fc.assert(
      fc.property(three, (grips) => {
        const ways = grips.map(({ frets }) => holdingsOf(frets, DEFAULT_HAND).map(({ fingers }) => fingers));
        let least = Infinity;
        for (const a of ways[0]!)
          for (const b of ways[1]!) for (const c of ways[2]!) least = Math.min(least, points(grips, [a, b, c]));
        const found = fingered(
          grips.map((grip) => ({ grip })),
          DEFAULT_HAND,
        ).map((grip) => grip!.fingers);
        expect(points(grips, found)).toBeCloseTo(least, 6);
      }),
      { numRuns: 25, seed: 12 },
    );
  }, 60_000);

  test('the same grip takes other fingers before another change', () => {
    const different = lists[2]!.some((grip) => {
      const written = lists[0]!
        .slice(0, 60)
        .map((next) => formatFingers(fingered([{ grip }, { grip: next }], DEFAULT_HAND)[0]!.fingers));
      return new Set(written).size > 1;
    });
    expect(different).toBe(true);
  });

  test('chosen fingers stay as they were chosen, and a gap is bridged', () => {
    const grip = gripsOf(chordOf('Am7'), DEFAULT_HAND).find((one) => one.grip === 'x-0-2-0-1-0')!;
    const other = formatFingers(holdingsOf(grip.frets, DEFAULT_HAND)[3]!.fingers);
    const found = fingered([{ grip, fingers: other }, null, { grip }], DEFAULT_HAND);
    expect(formatFingers(found[0]!.fingers)).toBe(other);
    expect(found[1]).toBeNull();
    // Nothing is gained by changing fingers on the same grip.
    expect(found[2]!.fingers).toEqual(found[0]!.fingers);
  });
});
