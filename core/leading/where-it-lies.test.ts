import { describe, expect, test } from '@jest/globals';
import { transpose } from '../chart/transpose.ts';
import { buildLibrary } from '../grip/library.ts';
import { parseTune } from '../melody/tune-text.ts';
import { DEFAULT_HAND } from '../neck/hand.ts';
import { readChart } from '../reading/read.ts';
import { liesMoved, sungOver, whereItLies } from './where-it-lies.ts';

const library = buildLibrary(DEFAULT_HAND);
const CHART = 'key: C\n| C | Am7 | Dm7 | G7 |\n';
const columnsOf = (text: string) => {
  const tune = parseTune(text);
  if (!tune.ok) throw new Error(JSON.stringify(tune.problems));
  return readChart(tune.value.chart, undefined, tune.value.melody!).map((slot) => ({ slot, chord: slot.entry.chord }));
};
const tuneOf = (notes: string, chart = CHART) => columnsOf(`${chart}melody:\n${notes}\n`);

describe('where a melody lies on the neck', () => {
  test.each<[string, number]>([
    // From C4 up there are grips enough; an octave lower there is no room under it, and C6 lies beyond the neck.
    ['C2 E2 G2 A2 | A4 E4 | D4 F4 | G8 |', 0],
    ['C,2 E,2 G,2 A,2 | A,4 E,4 | D,4 F,4 | G,8 |', 1],
    ["c'2 b2 a2 g2 | a8 | f4 d4 | b8 |", -1],
  ])('best of %j so many octaves up: %i', (notes, octave) => {
    const [best, ...others] = whereItLies(tuneOf(notes), library);
    expect(best!.octave).toBe(octave);
    expect(best!.carried).toBe(best!.notes);
    for (const other of others) expect(other.worth).toBeLessThanOrEqual(best!.worth);
  });
  test('what is beyond the neck is counted, and carried by nothing', () => {
    const high = whereItLies(tuneOf('c8 | c8 | c8 | c8 |'), library).find(({ octave }) => octave === 2)!;
    expect(high).toMatchObject({ notes: 4, carried: 0, offNeck: 4 });
  });
  test('another key is rated as the tune would be there', () => {
    const notes = 'C2 E2 G2 A2 | A4 E4 | D4 F4 | G8 |';
    const here = sungOver(tuneOf(notes));
    const there = transpose(CHART, 'Eb');
    if (!there.ok) throw new Error();
    const moved = tuneOf('K:C\n_E2 G2 _B2 c2 | c4 G4 | F4 _A4 | _B8 |', there.value);
    const byOctave = [...whereItLies(moved, library)].sort((a, b) => a.octave - b.octave);
    expect(liesMoved(here, library, 3)).toEqual(byOctave);
  });
});
