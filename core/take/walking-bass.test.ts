import { describe, expect, test } from '@jest/globals';
import { parseChord } from '../chord/symbol.ts';
import { walkingBasses, walksOn } from './walking-bass.ts';

const chordOf = (symbol: string) => {
  const chord = parseChord(symbol);
  if (!chord.ok) throw new Error(symbol);
  return chord.value;
};

/* Basses that players put under a chord between two others (common practice), as pitch classes. */
describe('a bass walks through an inversion', () => {
  test.each([
    ['C', 'G', 'Am', [11]],
    ['F', 'C', 'Dm', [4]],
    ['G', 'D7', 'Em', [6]],
    ['Am', 'E7', 'G', [8]],
    ['Bb', 'D7', 'Gm', []],
    ['Bbmaj7', 'G7', 'C', [11]],
    // A seventh falls, and does not rise.
    ['Am', 'Am7', 'F', [7]],
    ['F', 'Am7', 'G#dim7', []],
    // No step, or not one way.
    ['C', 'G', 'C', []],
    ['C', 'F', 'G', []],
  ])('from %s by way of %s to %s', (before, chord, after, basses) => {
    const walks = walkingBasses(chordOf(before), chordOf(after));
    expect(walksOn(chordOf(chord), walks)).toEqual(basses);
  });

  test('a bass that is written is walked from, and to', () => {
    const walks = walkingBasses(chordOf('C/E'), chordOf('G'));
    expect(walksOn(chordOf('Dm'), walks)).toEqual([5]);
  });

  test('beside silence there is none', () => {
    expect(walkingBasses(null, chordOf('Am'))).toEqual([]);
    expect(walkingBasses(chordOf('C'), null)).toEqual([]);
  });
});
