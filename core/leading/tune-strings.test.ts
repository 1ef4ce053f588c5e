import { expect, test } from '@jest/globals';
import { parseFrets } from '../grip/grips.ts';
import { buildLibrary, pick } from '../grip/library.ts';
import { parseChord } from '../chord/symbol.ts';
import { DEFAULT_HAND } from '../neck/hand.ts';
import { carryingShapes } from './rules/carry.ts';
import { tuneStrings } from './tune-strings.ts';

const library = buildLibrary({ ...DEFAULT_HAND, highestFret: 12 });
const OPEN = [40, 45, 50, 55, 59, 64];

test.each<[string, number]>([
  ['Bm7', 71],
  ['C', 64],
  ['G7', 65],
])(
  'every grip of %s under %i is counted on the string that has the note, and the first of each is named',
  (symbol, pitch) => {
    const chord = parseChord(symbol);
    if (!chord.ok) throw new Error(symbol);
    const shapes = carryingShapes(chord.value, pitch, library);
    const picked = pick(library, Array.from(shapes));
    const found = tuneStrings(picked, pitch);
    expect(found.reduce((sum, { count }) => sum + count, 0)).toBe(shapes.length);
    expect(found.map(({ string }) => string)).toEqual([...found.map(({ string }) => string)].sort((a, b) => b - a));
    for (const { string, fret, cheapest } of found) {
      expect(OPEN[string]! + fret).toBe(pitch);
      expect(picked.frets[cheapest * 6 + string]).toBe(fret);
      // Nothing before it has the note there.
      for (let i = 0; i < cheapest; i++) {
        const tops = OPEN.flatMap((open, s) =>
          picked.frets[i * 6 + s]! >= 0 && open + picked.frets[i * 6 + s]! === pitch ? [s] : [],
        );
        expect(Math.max(...tops)).not.toBe(string);
      }
    }
  },
);

test('a grip with the note on two strings has it on the thinner', () => {
  const frets = parseFrets('x-x-x-9-5-0')!;
  const i = Array.from({ length: library.size }, (_, k) => k).find((k) =>
    frets.every((f, s) => library.frets[k * 6 + s] === f),
  )!;
  expect(tuneStrings(pick(library, [i]), 64)).toEqual([{ string: 5, fret: 0, count: 1, cheapest: 0 }]);
});
