import { describe, expect, test } from '@jest/globals';
import { Note } from 'tonal';
import { parseChart } from '../chart/parse.ts';
import { parseChord } from '../chord/symbol.ts';
import { parseFrets } from '../grip/grips.ts';
import { DEFAULT_HAND } from '../neck/hand.ts';
import { readChart } from '../reading/read.ts';
import { NOTHING_LEFT_OUT, notThere, QUESTIONS, questionsFor, type AskedColumn, type QuestionKind } from './asked.ts';
import { taken } from './taken.oracle.ts';

const columnsOf = (text: string): AskedColumn[] =>
  taken(text).columns.map(({ column, grip }) => ({ chord: column.chord, key: column.slot.key, grip }));
const COLUMNS = columnsOf('key: Bb\n| Bb | G7 | Cm7 | F7 | Dm7 | G7 | Cm7 F7 | Bb | Eb | Ebm6 | Bb | D7b9 |');
const OPEN = [40, 45, 50, 55, 59, 64];
const ask = (kind: QuestionKind, columns = COLUMNS, seed = 3) =>
  questionsFor(columns, DEFAULT_HAND, { seed, count: 8, kinds: [kind] });

describe('what is asked', () => {
  test('is of every kind, each once, always the same for a seed, and another for another', () => {
    const asked = (seed: number) => questionsFor(COLUMNS, DEFAULT_HAND, { seed, count: 12 });
    expect(asked(7)).toEqual(asked(7));
    expect(asked(7)).not.toEqual(asked(8));
    expect(asked(7)).toHaveLength(12);
    expect(new Set(asked(7).map(({ kind }) => kind)).size).toBe(QUESTIONS.length);
    const names = asked(7).map(({ kind, column, string, area }) => `${kind} ${column} ${string} ${area}`);
    expect(new Set(names).size).toBe(12);
  });

  test('has its right answer among the choices once, and no other that is right, too', () => {
    for (let seed = 0; seed < 40; seed++)
      for (const { kind, right, choices } of questionsFor(COLUMNS, DEFAULT_HAND, { seed, count: 12 })) {
        if (kind === 'in-area') continue;
        expect(choices.filter((one) => one === right)).toHaveLength(1);
        expect(choices.length).toBeGreaterThan(1);
        expect(choices.length).toBeLessThanOrEqual(4);
        if (kind === 'top-note') {
          const chromas = choices.map((one) => Note.chroma(one));
          expect(new Set(chromas).size).toBe(chromas.length);
        }
      }
  });

  test('the top note is what sounds highest', () => {
    for (const { column, right } of ask('top-note')) {
      const highest = Math.max(
        ...COLUMNS[column]!.grip!.frets.flatMap((fret, s) => (fret < 0 ? [] : [OPEN[s]! + fret])),
      );
      expect(Note.chroma(right)).toBe(highest % 12);
    }
  });

  test('a degree is that of the note on its string', () => {
    // Semitones above the root (common practice).
    const above: Readonly<Record<string, number>> = {
      '1': 0,
      b9: 1,
      '9': 2,
      b3: 3,
      '3': 4,
      '4': 5,
      '11': 5,
      b5: 6,
      '5': 7,
      '6': 9,
      '13': 9,
      b7: 10,
      '7': 11,
    };
    for (const { column, string, right } of ask('degree')) {
      const { chord, grip } = COLUMNS[column]!;
      const sounds = (OPEN[string!]! + grip!.frets[string!]! - Note.chroma(chord!.root)! + 120) % 12;
      expect([right, above[right]]).toEqual([right, sounds]);
    }
  });

  test('what is left out does not sound, and all else does', () => {
    for (const { column, right } of ask('left-out')) {
      const { chord, grip } = COLUMNS[column]!;
      const sounding = new Set(grip!.pitches.map((pitch) => (pitch - Note.chroma(chord!.root)! + 120) % 12));
      if (right === '5') expect(sounding.has(7)).toBe(false);
      if (right === NOTHING_LEFT_OUT && chord!.kind.fifth === '5') expect(sounding.has(7)).toBe(true);
    }
  });
});

// Facts of the trade (common practice).
test.each([
  ['key: C\n| C | C |', 'two-five', 'Dm7 G7'],
  ['key: C\n| Dm | Dm |', 'two-five', 'Em7b5 A7'],
  ['key: Ab\n| Ab | Ab |', 'two-five', 'Bbm7 Eb7'],
  ['key: D\n| D | D |', 'two-five', 'Em7 A7'],
  ['key: C\n| G7 | C |', 'tritone', 'Db7'],
  ['key: F\n| C7 | F |', 'tritone', 'Gb7'],
  ['key: E\n| B7 | E |', 'tritone', 'F7'],
  ['key: Db\n| Ab7 | Db |', 'tritone', 'D7'],
] as const)('%s: the %s is %s', (text, kind, right) => {
  const chart = parseChart(text);
  if (!chart.ok) throw new Error(text);
  const [slot] = readChart(chart.value);
  const grip = { frets: [-1, 3, 2, 0, 1, 0], pitches: [48, 52, 55, 60, 64], degrees: [] };
  const [asked] = questionsFor([{ chord: slot!.entry.chord, key: slot!.key, grip }], DEFAULT_HAND, {
    seed: 1,
    count: 1,
    kinds: [kind],
  });
  expect(asked?.right).toBe(right);
});

test('a grip in an area lies in it', () => {
  const asked = ask('in-area');
  expect(asked.length).toBeGreaterThan(0);
  for (const { area, shapes, choices } of asked) {
    expect(choices).toEqual([]);
    expect(shapes.length).toBeGreaterThan(0);
    for (const { frets } of shapes)
      for (const fret of frets.filter((one) => one > 0)) {
        expect(fret).toBeGreaterThanOrEqual(area![0]);
        expect(fret).toBeLessThanOrEqual(area![1]);
      }
  }
});

test('nothing is asked of a tune that has no chords', () => {
  expect(questionsFor(columnsOf('key: C\n| N.C. | % |'), DEFAULT_HAND, { seed: 1, count: 5 })).toEqual([]);
});

describe('a grip that is put on the neck', () => {
  const dm7 = parseChord('Dm7');
  if (!dm7.ok) throw new Error('Dm7');
  const at = (grip: string) => notThere(parseFrets(grip)!, dm7.value, [5, 8], DEFAULT_HAND);
  test.each([
    ['x-5-7-5-6-5', null],
    // Without its root it is still the chord, as players hold it beside a bass.
    ['x-x-7-5-6-5', null],
    ['x-5-7-5-6-x', null],
    ['x-x-0-2-1-1', { kind: 'outside', string: 2 }],
    ['x-5-7-7-6-5', { kind: 'lacks', degree: 'b7' }],
    ['x-5-7-5-7-5', { kind: 'foreign', string: 4 }],
    ['x-8-x-5-6-8', null],
  ] as const)('%s', (grip, why) => {
    expect(at(grip)).toEqual(why);
  });

  test('one that no hand holds is not it', () => {
    expect(notThere(parseFrets('8-5-7-5-6-8')!, dm7.value, [5, 8], DEFAULT_HAND)).toEqual({ kind: 'unheld' });
  });
});
