import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Chord as TonalChord, Interval, Note } from 'tonal';
import { symbolOf } from '../chord/chord.ts';
import { writeOut } from './played.ts';
import { parseChart } from './parse.ts';
import { keysOfMode, transpose } from './transpose.ts';

const moved = (text: string, tonic: string) => {
  const result = transpose(text, tonic);
  if (!result.ok) throw new Error(JSON.stringify(result.problems));
  return result.value;
};

describe('a chart in another key', () => {
  test.each([
    ['key: C\n| C | Am7 | Dm7/G | G7 |', 'Eb', 'key: Eb\n| Eb | Cm7 | Fm7/Bb | Bb7 |'],
    ['key: Eb\n| Eb Cm7 | Ab | Abm | Bb7 |', 'E', 'key: E\n| E C#m7 | A | Am | B7 |'],
    ['key: Am\n| Am | Bm7b5 | E7 |', 'F#', 'key: F#m\n| F#m | G#m7b5 | C#7 |'],
    // A double flat is written as the note it sounds.
    ['key: C\n| Bdim7 | Dbmaj7 |', 'Gb', 'key: Gb\n| Fdim7 | Gmaj7 |'],
    ['key: C\n| C | {key: F} F | Gm7 {or Gb7} |', 'D', 'key: D\n| D | {key: G} G | Am7 {or Ab7} |'],
    [
      '# Down in C\ntitle: A Day\nkey: C\n[C section] |: C- :|1 N.C. | % |\n> Am I',
      'G',
      '# Down in C\ntitle: A Day\nkey: G\n[C section] |: G- :|1 N.C. | % |\n> Am I',
    ],
    ['key: C\n|  C6/9   .  C/E | {to coda}', 'A', 'key: A\n|  A6/9   .  A/C# | {to coda}'],
  ])('%j to %s', (text, tonic, expected) => {
    expect(moved(text, tonic)).toBe(expected);
  });

  test('is the same tune there: every note as far above the tonic, and back again as it was', () => {
    const text = 'key: C\n| C | A7 | Dm7b5 | G7 . F/A . | Ebmaj7 | F#dim7 | Bb13 | Em11 |';
    const notes = (chart: string) => {
      const parsed = parseChart(chart);
      if (!parsed.ok) throw new Error(chart);
      return writeOut(parsed.value).map(({ entry }) => symbolOf(entry.chord!));
    };
    for (const { tonic } of keysOfMode({ mode: 'major' })) {
      const there = notes(moved(text, tonic));
      // tonal moves a chord by an interval as another program would.
      const theirs = notes(text).map((symbol) => TonalChord.transpose(symbol, intervalTo(tonic)));
      expect(there.map(sound)).toEqual(theirs.map(sound));
      expect(notes(moved(moved(text, tonic), 'C')).map(sound)).toEqual(notes(text).map(sound));
    }
  });

  test('is found readable wherever it goes', () => {
    const tonics = keysOfMode({ mode: 'minor' }).map(({ tonic }) => tonic);
    fc.assert(
      fc.property(fc.constantFrom(...tonics), fc.constantFrom(...tonics), (a, b) => {
        const text = `key: ${a}m\n| ${a}m | ${a}7 | {key: ${a}m} ${a}m7b5 |`;
        expect(parseChart(moved(text, b)).ok).toBe(true);
        expect(moved(moved(text, b), a)).toBe(text);
      }),
    );
  });

  test('a text with problems is answered with them', () => {
    expect(transpose('key: C\n| X |', 'D')).toMatchObject({ ok: false, problems: [{ code: 'chord-unknown' }] });
  });
});

const intervalTo = (tonic: string) => Interval.distance('C', tonic);
/** A symbol with its notes told by sound. */
const sound = (symbol: string) => symbol.replace(/(?<=^|\/)[A-G](bb|##|b|#)?/g, (note) => String(Note.chroma(note)));
