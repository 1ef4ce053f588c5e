import { describe, expect, test } from '@jest/globals';
import { parseChord } from '../chord/symbol.ts';
import { parseChart } from '../chart/parse.ts';
import { gripOf, parseFrets, shapeAt } from '../grip/grips.ts';
import { buildLibrary } from '../grip/library.ts';
import { DEFAULT_HAND } from '../neck/hand.ts';
import { readChart } from '../reading/read.ts';
import { scoreOf } from './score.ts';
import { TEXTURES, type Texture } from '../texture.ts';
import { textureLayer } from './texture.ts';

const library = buildLibrary({ ...DEFAULT_HAND, highestFret: 10 });

/** The frets that sound of a grip in a texture. */
function sounding(symbol: string, frets: string, texture: Texture): string {
  const [chord, chart] = [parseChord(symbol), parseChart(`| ${symbol} |`)];
  if (!chord.ok || !chart.ok) throw new Error(symbol);
  const grip = gripOf(chord.value, library, shapeAt(parseFrets(frets)!, library)!);
  const [slot] = readChart(chart.value);
  const of = {
    chart: chart.value,
    open: library.neck.open,
    columns: [{ column: { slot: slot!, symbol, chord: chord.value }, grip }],
  };
  const { parts, end } = scoreOf(of, [textureLayer([{ start: 0, end: 1e9, texture }])]);
  expect(end).toBe(1920);
  const [sound] = parts.guitar;
  const at = new Map(sound!.notes.map(({ string, fret }) => [string, fret]));
  // Voices are counted among those that are left.
  expect(sound!.notes.map(({ voice }) => voice).sort()).toEqual(sound!.notes.map((_, i) => i));
  return library.neck.open.map((_, s) => at.get(s) ?? 'x').join('-');
}

describe('a texture drops what it does not want, guide tones last (field practice)', () => {
  test.each<[string, string, Texture, string]>([
    ['C', 'x-3-2-0-1-0', 'full', 'x-3-2-0-1-0'],
    // Doubled notes go first, from the lowest; then the fifth.
    ['C', 'x-3-2-0-1-0', 'three', 'x-x-x-0-1-0'],
    ['G7', '3-2-0-0-0-1', 'top-four', 'x-x-0-0-0-1'],
    // A shell loses nothing; a full G7 keeps its bass, third and seventh.
    ['G7', '3-x-3-4-x-x', 'three', '3-x-3-4-x-x'],
    ['G7', '3-x-3-4-3-x', 'three', 'x-x-3-4-3-x'],
    ['G7', '3-x-3-4-3-x', 'bass-and-chord', '3-x-3-4-3-x'],
    ['Cmaj9', 'x-3-2-4-3-x', 'top-two', 'x-x-x-4-3-x'],
  ])('%s %s in %s: %s', (symbol, frets, texture, left) => {
    expect(sounding(symbol, frets, texture)).toBe(left);
  });

  test('the top note stays in every texture', () => {
    for (const texture of TEXTURES)
      for (const frets of ['x-3-2-0-1-0', '3-x-3-4-3-x', 'x-3-2-4-3-x'])
        expect(
          sounding(frets === '3-x-3-4-3-x' ? 'G7' : frets === 'x-3-2-0-1-0' ? 'C' : 'Cmaj9', frets, texture)
            .split('-')
            .findLast((f) => f !== 'x'),
        ).toBe(frets.split('-').findLast((f) => f !== 'x'));
  });
});
