import { expect, test } from '@jest/globals';
import { parseChart } from '../chart/parse.ts';
import { headerKey } from '../pitch/key.ts';
import { keyChoices, voiceFit } from './key-advice.ts';
import { STANDARD_TUNING, TUNINGS } from './tuning.ts';

const choices = (text: string, tuning = STANDARD_TUNING) => {
  const chart = parseChart(text);
  if (!chart.ok) throw new Error(text);
  return new Map(keyChoices(chart.value, tuning).map((choice) => [headerKey(choice.key), choice]));
};

test('every key says what lies open in it', () => {
  const all = choices('key: C\n| C | F | G7 | C/E |');
  // The strings E A D G B E: all are notes of C, G, D; of E♭ only D and G.
  expect(all.get('C')).toMatchObject({ up: 0, openStrings: 6, basses: 4, openBasses: 1, tonicFrets: [8, 3] });
  expect(all.get('A')).toMatchObject({ up: -3, openBasses: 3, tonicFrets: [5, 0] });
  expect(all.get('Eb')).toMatchObject({ up: 3, openStrings: 2, openBasses: 0, tonicFrets: [11, 6] });
  expect([...all.keys()]).toHaveLength(13);
});

test('a capo brings a key back to friendly shapes', () => {
  const all = choices('key: C\n| C | F | G7 | C |');
  // B♭ under a capo at the first fret is played as A: A, D and E are open basses.
  expect(all.get('Bb')!.capo).toMatchObject({ fret: 1, shapes: { tonic: 'A' }, openBasses: 3 });
  expect(all.get('A')!.capo).toBeNull();
  expect(all.get('Eb')!.capo!.fret).toBe(6);
});

test('minor tunes are offered minor keys', () => {
  expect([...choices('key: F#m\n| F#m | C#7 |').keys()]).toContain('G#m');
});

test('a key fits a voice or says by how much it does not', () => {
  const tune = { low: 57, high: 74 };
  expect(voiceFit(tune, { low: 55, high: 72 }, -2)).toEqual({ up: -2, tooLow: 0, tooHigh: 0 });
  expect(voiceFit(tune, { low: 55, high: 72 }, 0)).toEqual({ up: 0, tooLow: 0, tooHigh: 2 });
  // Five up is seven too high, seven down but five too low.
  expect(voiceFit(tune, { low: 55, high: 72 }, 5)).toEqual({ up: -7, tooLow: 5, tooHigh: 0 });
  expect(voiceFit(tune, { low: 43, high: 62 }, 0)).toEqual({ up: -12, tooLow: 0, tooHigh: 0 });
});

test('another tuning has other open strings', () => {
  const dropped = TUNINGS.find(({ id }) => id === 'drop-d')!.strings;
  const all = choices('key: D\n| D | G | A7 | D |', dropped);
  // D A D G B E: G lies on none of the lower three.
  expect(all.get('D')).toMatchObject({ openStrings: 6, openBasses: 2, tonicFrets: [0, 5] });
});
