import { describe, expect, test } from '@jest/globals';
import { parseChord } from '../chord/symbol.ts';
import { DEFAULT_HAND } from '../neck/hand.ts';
import { holdingsOf } from '../neck/hold.ts';
import { formatFrets, fretsAt } from './grips.ts';
import { familiesIn, labelsOf } from './labels.ts';
import { buildLibrary, pick } from './library.ts';
import { isPairFamily, pairsOf } from './small-shapes.ts';

const HAND = { ...DEFAULT_HAND, highestFret: 9 };
const library = buildLibrary(HAND);
const OPEN = [40, 45, 50, 55, 59, 64];
/** The notes of some chords, by hand, as pitch classes. */
const TONES: Readonly<Record<string, readonly number[]>> = {
  C: [0, 4, 7],
  Dm7: [2, 5, 9, 0],
  'F#7': [6, 10, 1, 4],
};
/** Semitones of each interval (facts of the trade). */
const FAMILY: Readonly<Record<number, string>> = {
  3: 'thirds',
  4: 'thirds',
  5: 'fourths',
  6: 'fourths',
  8: 'sixths',
  9: 'sixths',
  10: 'sevenths',
  11: 'sevenths',
  12: 'octaves',
  15: 'tenths',
  16: 'tenths',
};

describe.each(Object.keys(TONES))('the double stops of %s', (symbol) => {
  const chord = parseChord(symbol);
  if (!chord.ok) throw new Error(symbol);
  const shapes = pick(library, pairsOf(chord.value, library));
  const found = Array.from({ length: shapes.size }, (_, i) => formatFrets(fretsAt(shapes, i)));
  test('are all that a hand holds of two of its notes so far apart, tried out string by string', () => {
    const tried: string[] = [];
    for (let a = 0; a < 6; a++)
      for (let b = a + 1; b < 6; b++)
        for (let f = 0; f <= 9; f++)
          for (let g = 0; g <= 9; g++) {
            const [low, high] = [OPEN[a]! + f, OPEN[b]! + g];
            const isOf = TONES[symbol]!.includes(low % 12) && TONES[symbol]!.includes(high % 12);
            const frets = OPEN.map((_, s) => (s === a ? f : s === b ? g : -1));
            if (isOf && FAMILY[Math.abs(high - low)] && holdingsOf(frets, HAND).length > 0)
              tried.push(formatFrets(frets));
          }
    expect([...found].sort()).toEqual(tried.sort());
  });
  test('are called what they are', () => {
    const labels = labelsOf(chord.value, shapes);
    found.forEach((_, i) => {
      const pitches = fretsAt(shapes, i).flatMap((fret, s) => (fret < 0 ? [] : [OPEN[s]! + fret]));
      expect(familiesIn(labels.families[i]!).filter(isPairFamily)).toEqual([
        FAMILY[Math.abs(pitches[1]! - pitches[0]!)],
      ]);
    });
  });
});
