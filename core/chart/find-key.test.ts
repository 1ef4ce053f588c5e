import { describe, expect, test } from '@jest/globals';
import { parseChord } from '../chord/symbol.ts';
import { headerKey } from '../pitch/key.ts';
import { findKey } from './find-key.ts';

const progression = (text: string) =>
  text.split(' ').map((symbol) => {
    const chord = parseChord(symbol);
    if (!chord.ok) throw new Error(symbol);
    return { chord: chord.value, beats: 4 };
  });
const key = (text: string) => headerKey(findKey(progression(text))!.key);

describe('the key of a progression is found (common practice)', () => {
  test.each([
    ['C Am7 Dm7 G7 C', 'C'],
    ['Am F C G Am', 'Am'],
    ['Dm7 G7 Cmaj7 A7 Dm7 G7 Cmaj7', 'C'],
    ['A7 D7 G7 C', 'C'],
    ['F7 Bb7 F7 F7 Bb7 Bb7 F7 F7 C7 Bb7 F7 F7', 'F'],
    ['Cm G7 Cm Fm Dm7b5 G7 Cm', 'Cm'],
    ['Db Gb Gbm Db Bb7 Eb7 Ab7 Db', 'Db'],
    ['F#m D A E D Bm F#m', 'F#m'],
    ['Em C B7 Em E7 Am F#m7b5 B7 Em', 'Em'],
    ['Bb7 Eb', 'Eb'],
    ['G', 'G'],
    ['Gm', 'Gm'],
  ])('%s is in %s', (text, expected) => {
    expect(key(text)).toBe(expected);
  });
});

test('a plain cadence is surer than a pair of chords that two keys hold', () => {
  const sure = findKey(progression('C F G7 C'))!;
  const unsure = findKey(progression('Am C'))!;
  expect(sure.confidence).toBeGreaterThan(unsure.confidence);
  expect([headerKey(unsure.key), headerKey(unsure.runnerUp)].sort()).toEqual(['Am', 'C']);
  expect(unsure.confidence).toBeGreaterThanOrEqual(0.5);
});

test('without chords there is no key', () => {
  expect(findKey([])).toBeNull();
});
