import { describe, expect, test } from '@jest/globals';
import { playedBars } from '../chart/played.ts';
import { symbolOf } from '../chord/chord.ts';
import { sungNotes } from '../melody/melody.ts';
import { parseTune } from '../melody/tune-text.ts';
import { readChart } from '../reading/read.ts';
import { pitchName } from '../pitch/note.ts';
import { checkMelody, phrasesAsData, remediesFor, standingIn } from './check-melody.ts';

function checked(text: string) {
  const tune = parseTune(text);
  if (!tune.ok) throw new Error(JSON.stringify(tune.problems));
  const { chart, melody } = tune.value;
  const slots = readChart(chart);
  const sung = sungNotes(chart, melody!);
  const standing = standingIn(slots);
  const notes = checkMelody(standing, playedBars(chart), sung);
  return { notes, standing, phrases: phrasesAsData(chart, slots, sung) };
}
/** Each note, its chord, and what it is there; in passing in brackets. */
const told = (text: string) =>
  checked(text).notes.map(({ note, chord, verdict, inPassing }) => {
    const what = verdict?.verdict ?? 'none';
    return `${pitchName(note.pitch)} ${chord ? symbolOf(chord) : 'N.C.'} ${inPassing ? `(${what})` : what}`;
  });
const C = 'key: C\n| C | G7 | C |\nmelody:\n';

describe('a melody over its chords', () => {
  test('long and strong notes must agree; what is short, weak and goes on by a step is forgiven', () => {
    expect(told(`${C}E2 F E D4 |`)).toEqual(['E4 C tone', 'F4 C (clash)', 'E4 C tone', 'D4 C tension']);
    // A leap from it, a strong beat, or length make it heard.
    expect(told(`${C}E2 F A4 z |`)[1]).toBe('F4 C clash');
    expect(told(`${C}F E2 D C4 |`)[0]).toBe('F4 C clash');
    expect(told(`${C}E2 E2 F E3 |`)[2]).toBe('F4 C clash');
    // A whole beat is forgiven where it comes by a step too.
    expect(told(`${C}E2 F2 G2 z2 |`)[1]).toBe('F4 C (clash)');
    expect(told(`${C}C2 F2 G2 z2 |`)[1]).toBe('F4 C clash');
    expect(told(`${C}E2 F4 G2 |`)[1]).toBe('F4 C clash');
  });

  test('a note over two chords is held against both; one that is pushed belongs to the next', () => {
    expect(told(`${C}z4 c4- | c4 z4 |`)).toEqual(['C5 G7 clash']);
    expect(told(`${C}z7 B- | B4 z4 |`)).toEqual(['B4 G7 tone']);
    expect(told(`${C}z7 f- | f4 z4 |`)).toEqual(['F5 G7 tone']);
    expect(told(`${C}z4 f4- | f4 z4 |`)).toEqual(['F5 C clash']);
  });

  test('weighs more the longer and the stronger it is, and less where it goes on by a step', () => {
    const weights = checked(`${C}G4 c2 e2 | d2 e2 g4 |`).notes.map(({ weight }) => weight);
    expect(weights).toEqual([3, 1.5, 0.5, 0.75, 1, 3]);
    expect(checked(`${C}E2 F E D4 |`).notes[1]!.weight).toBe(0);
  });

  test('has nothing to clash with where no chord sounds', () =>
    expect(told('key: C\n| N.C. | C |\nmelody:\nF8 | C8 |')).toEqual(['F4 N.C. none', 'C4 C tone']));
});

describe('what mends a clash', () => {
  const remedies = (text: string, i: number) => {
    const { notes, standing } = checked(text);
    return remediesFor(standing, notes, notes[i]!).map((remedy) =>
      remedy.kind === 'pitch' ? pitchName(remedy.pitch) : `${symbolOf(remedy.chord)}${remedy.takesIn ? '!' : ''}`,
    );
  };

  test('is another colour, that with the note in it first, then the nearest note; it makes no other clash', () => {
    expect(remedies('key: C\n| Cmaj7 | F |\nmelody:\nc8 |', 0)).toEqual(['C6!', 'C6/9!', 'Cadd9!', 'B4']);
    expect(remedies('key: C\n| C | G7 | C |\nmelody:\nE8 | c8 |', 1)).toEqual(['G7sus4!', 'G9sus4!', 'G13sus4!', 'B4']);
    // With the third in the same bar no sus is offered.
    expect(remedies('key: C\n| C | G7 | C |\nmelody:\nE8 | c4 B4 |', 1)).toEqual(['B4']);
  });

  test('is nothing where nothing clashes, or only in passing', () => {
    expect(remedies(`${C}E2 F E D4 |`, 0)).toEqual([]);
    expect(remedies(`${C}E2 F E D4 |`, 1)).toEqual([]);
  });
});

describe('phrases', () => {
  const ends = (text: string) =>
    checked(text).phrases.map(({ fromBar, fromBeat, toBar, toBeat, chord }) => [
      fromBar,
      fromBeat,
      toBar,
      toBeat,
      chord,
    ]);

  test('end at rests, after long notes, and where the form begins anew, before the pickup', () => {
    expect(ends('key: C\n| C | F | G7 | C |\nmelody:\nC2 D2 E2 F2 | G4 z4 | G2 F2 E2 D2 | C8 |')).toEqual([
      [1, 1, 2, 1, 'F'],
      [3, 1, 4, 1, 'C'],
    ]);
    expect(ends('key: C\n| C | F | G7 | C |\nmelody:\nC2 D2 E2 F2 | G6 E2 | G2 F2 E2 D2 | C8 |')[0]).toEqual([
      1,
      1,
      2,
      1,
      'F',
    ]);
    expect(ends('key: C\n| C | F |\n| G7 | C |\nmelody:\nC2 D2 E2 F2 | G4 F2 E2 | G2 F2 E2 D2 | C8 |')).toEqual([
      [1, 1, 2, 4, 'F'],
      [3, 1, 4, 1, 'C'],
    ]);
  });

  test('a pickup is of the first one; no notes are no phrase', () => {
    expect(ends('key: C\n[pickup 1/4] | N.C. |\n| C | F |\nmelody:\nG2 | c8 | f8 |').length).toBe(1);
    expect(ends('key: C\n| C |\nmelody:\nz8 |')).toEqual([]);
  });
});
