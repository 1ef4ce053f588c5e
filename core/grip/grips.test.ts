import { describe, expect, test } from '@jest/globals';
import { parseChord } from '../chord/symbol.ts';
import { DEFAULT_HAND } from '../neck/hand.ts';
import { buildLibrary, librarySteps } from './library.ts';
import { formatFrets, gripOf, gripsOf, parseFrets, shapesOf } from './grips.ts';

const chordOf = (symbol: string) => {
  const chord = parseChord(symbol);
  if (!chord.ok) throw new Error(symbol);
  return chord.value;
};

test('a chord’s grips from the whole library are those searched for alone', () => {
  const library = buildLibrary({ ...DEFAULT_HAND, highestFret: 7 });
  for (const symbol of ['Bbm9', 'C#7alt', 'Dsus4', 'F/A']) {
    const chord = chordOf(symbol);
    const whole = Array.from(shapesOf(chord, library), (shape) => gripOf(chord, library, shape).grip).sort();
    expect(whole).toEqual(
      gripsOf(chord, library.hand)
        .map(({ grip }) => grip)
        .sort(),
    );
  }
});

describe('a grip tells all of itself', () => {
  const grips = gripsOf(chordOf('Cm7'), DEFAULT_HAND);
  const barred = grips.find(({ grip }) => grip === 'x-3-5-3-4-3')!;

  test('pitches, degrees and fingers, string by string', () => {
    expect(barred).toMatchObject({
      pitches: [48, 55, 58, 63, 67],
      degrees: [null, '1', '5', 'b7', 'b3', '5'],
      fingers: [null, 1, 3, 1, 2, 1],
    });
  });

  test('reach in millimetres between the outer frets', () => {
    // 648/2^(3/12) − 648/2^(5/12)
    expect(barred.reachMm).toBeCloseTo(59.4, 1);
    expect(Math.max(...grips.map(({ reachMm }) => reachMm))).toBeLessThanOrEqual(110);
  });

  test('with open strings the lowest note may not be on the lowest string', () => {
    const high = gripsOf(chordOf('Am/E'), DEFAULT_HAND).find(({ frets }) => frets[0]! > 0 && frets[1] === 0);
    expect(high === undefined || high.pitches[0]! % 12 === 4).toBe(true);
    for (const { pitches } of grips) expect([...pitches].sort((a, b) => a - b)).toEqual(pitches);
  });

  test('its text reads back', () => {
    expect(parseFrets(barred.grip)).toEqual(barred.frets);
    expect(formatFrets([-1, 3, 5, 3, 4, 3])).toBe('x-3-5-3-4-3');
    expect(parseFrets('x-x-3-5-3-4-3')).toHaveLength(7);
    for (const wrong of ['', 'x-3-5', 'x-3-5-3-4-99', 'a-b-c-d-e-f', 'x-x-3-5-3-4-3-1'])
      expect(parseFrets(wrong)).toBeNull();
  });
});

test('progress is told while the library is built, and the result is the same', () => {
  const hand = { ...DEFAULT_HAND, highestFret: 3 };
  const steps = librarySteps(hand);
  const shares: number[] = [];
  let step = steps.next();
  for (; !step.done; step = steps.next()) shares.push(step.value);
  expect(shares.at(-1)).toBeLessThanOrEqual(1);
  expect(shares.length).toBeGreaterThan(10);
  expect([...shares].sort((a, b) => a - b)).toEqual(shares);
  expect(step.value.frets).toEqual(buildLibrary(hand).frets);
});
