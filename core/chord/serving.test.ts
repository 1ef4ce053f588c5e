import { describe, expect, test } from '@jest/globals';
import { parseChord } from './symbol.ts';
import { symbolOf } from './chord.ts';
import { servingOf } from './serving.ts';
import { maskOf } from '../pitch/pitch.ts';
import { pitchClass, type NoteName } from '../pitch/note.ts';
import { servingText } from '../wording/steer.ts';

/** Field guide §8: a voice-led result is named against the function it serves, with what is missing. */
describe('what sounds is named against the chord it serves', () => {
  test.each([
    // The ii's 7 goes up to the V's ♭5 and the third is not there.
    ['G7', 'F G Db', 'G7♭5 without its third', false],
    ['G7', 'F A Db', 'G9♭5 without its root and third', false],
    ['G7', 'F B Db A', 'G9♭5 without its root', true],
    ['G7', 'G B D F', 'G7', true],
    ['G7', 'B D F Ab', 'G7♭9 without its root', true],
    ['G7', 'G C D F', 'G7sus4', true],
    ['G13', 'F B E', 'G13 without its root', true],
    ['Dm7', 'D F A', 'Dm', true],
    ['Dm7', 'F A C E', 'Dm9 without its root', true],
    ['Dm7', 'D A C', 'Dm7 without its third', false],
    ['C6', 'C E G B', 'Cmaj7', true],
    ['C6', 'E G A D', 'C6/9 without its root', true],
    // A fourth beside the third is no name of a dominant's.
    ['G7', 'G B C F', 'G7 with 11', false],
    ['F/C', 'C F A', 'F/C', true],
  ])('as %s, %s is %s', (own, notes, text, whole) => {
    const chord = parseChord(own);
    if (!chord.ok) throw new Error(own);
    const mask = maskOf(notes.split(' ').map((note) => pitchClass(note as NoteName)));
    const serving = servingOf(chord.value, mask);
    expect(servingText(serving)).toBe(text);
    expect(serving.whole).toBe(whole);
    // Whatever it is called, the symbol is one the grammar reads.
    expect(parseChord(symbolOf(serving.chord)).ok).toBe(true);
  });
});
