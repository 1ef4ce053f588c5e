import { describe, expect, test } from '@jest/globals';
import { Chord as TonalChord } from 'tonal';
import { symbolOf } from './chord.ts';
import { structuresOf } from './structures.ts';
import { parseChord } from './symbol.ts';

const chordOf = (symbol: string) => {
  const chord = parseChord(symbol);
  if (!chord.ok) throw new Error(symbol);
  return chord.value;
};

describe('what to play over a chord', () => {
  test.each([
    // Common practice: the ii's upper major seventh, the V's augmented triad, rootless nines, upper structures.
    ['Dm7', 'Fmaj7', 'b3 5 b7 9'],
    ['G7', 'Baug', '3 b13 1'],
    ['G7', 'Bm7b5', '3 5 b7 9'],
    ['G7', 'Bdim7', '3 5 b7 b9'],
    ['G7', 'A', '9 #11 13'],
    ['Cmaj7', 'Em7', '3 5 7 9'],
    ['Bm7b5', 'Dm', 'b3 b5 b7'],
    ['G7sus4', 'F', 'b7 9 4'],
  ])('%s: %s is its %s', (over, upper, degrees) => {
    const found = structuresOf(chordOf(over)).find(({ chord }) => symbolOf(chord) === upper)!;
    expect(found.degrees.join(' ')).toBe(degrees);
    // What its notes are over the chord is told of the notes themselves.
    expect(found.chord.root).toBe(TonalChord.get(upper).tonic);
  });
});
