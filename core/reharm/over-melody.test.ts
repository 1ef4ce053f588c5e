import { describe, expect, test } from '@jest/globals';
import { tonesOf } from '../chord/kind.ts';
import { kindOf, parseChord } from '../chord/symbol.ts';
import { degreePitchClass, semitones } from '../pitch/degree.ts';
import { parseKey } from '../pitch/key.ts';
import { pitchClass } from '../pitch/note.ts';
import { COLOUR_TABLE } from './colours.ts';
import type { ColourContext } from './grates.ts';
import { noteOver } from './over-melody.ts';
import type { Role } from './role.ts';

const chordOf = (symbol: string) => {
  const chord = parseChord(symbol);
  if (!chord.ok) throw new Error(symbol);
  return chord.value;
};
const contextOf = (role: Role | null, key: string, next: string | null): ColourContext => {
  const read = parseKey(key);
  if (!read.ok) throw new Error(key);
  return { role, next: next === null ? null : chordOf(next), key: read.value, around: [] };
};

/** Of each role the plain chord in C, or in C minor, and what follows it. */
const ROLES: readonly (readonly [Role, string, string, string | null])[] = [
  ['I', 'C', 'C', 'F'],
  ['ii', 'Dm', 'C', 'G7'],
  ['iii', 'Em', 'C', 'A7'],
  ['IV', 'F', 'C', 'C'],
  ['V', 'G7', 'C', 'C'],
  ['vi', 'Am', 'C', 'Dm'],
  ['vii', 'Bm7b5', 'C', 'Em'],
  ['i', 'Cm', 'Cm', 'Fm'],
  ['iio', 'Dm7b5', 'Cm', 'G7'],
  ['bIII', 'Eb', 'Cm', 'Ab'],
  ['iv', 'Fm', 'Cm', 'G7'],
  ['IV-minor', 'F7', 'Cm', 'Cm'],
  ['v', 'Gm', 'Cm', 'Cm'],
  ['V-minor', 'G7', 'Cm', 'Cm'],
  ['bVI', 'Ab', 'Cm', 'G7'],
  ['bVII', 'Bb7', 'Cm', 'Eb'],
  ['backdoor', 'Bb7', 'C', 'C'],
  ['substitute', 'Db7', 'C', 'C'],
  ['V-of-major', 'D7', 'C', 'G7'],
  ['V-of-ii', 'A7', 'C', 'Dm'],
  ['V-of-minor', 'B7', 'C', 'Em'],
  ['lifting', 'D7', 'C', 'F'],
  ['iv-borrowed', 'Fm', 'C', 'C'],
  ['borrowed-major', 'Ab', 'C', 'G7'],
  ['landing', 'Eb', 'C', 'Dm'],
  ['sharp-four', 'F#m7b5', 'C', 'Fm'],
  ['blues-I', 'C7', 'C', 'F7'],
  ['blues-IV', 'F7', 'C', 'C7'],
  ['dim', 'C#dim7', 'C', 'Dm'],
];

/* The table of usual colours, read the other way round (common practice; the table is colours.ts). */
describe.each(ROLES)('over %s, %s in %s before %s', (role, symbol, key, next) => {
  const chord = chordOf(symbol);
  const context = contextOf(role, key, next);
  const over = (above: number) => noteOver(chord, (pitchClass(chord.root) + above) % 12, context);
  const colours = (list: string | undefined) =>
    (list?.split(' ') ?? []).map(kindOf).filter(({ third }) => third === chord.kind.third);
  const { usual, resolving, care, grates } = COLOUR_TABLE[role]!;

  test('each tone of a usual colour is a tone or a tension', () => {
    const open = [
      ...colours(usual),
      ...(next === 'C' || next === 'Cm' || role.startsWith('V') ? colours(resolving) : []),
    ];
    for (const kind of open)
      for (const degree of tonesOf(kind)) {
        const { verdict } = over(semitones(degree));
        // The seventh that the chord has is not another one: Cm7 is no Cm(maj7).
        const ownSeventh = degree === '7' && tonesOf(chord.kind).includes('b7');
        expect([degree, verdict]).not.toEqual([degree, ownSeventh ? '' : 'clash']);
      }
  });

  test('what is not open to it by default clashes', () => {
    const known = [chord.kind, ...colours(usual), ...colours(resolving), ...colours(care)]
      .flatMap(tonesOf)
      .map(semitones);
    for (const degree of colours(grates)
      .flatMap(tonesOf)
      .filter((one) => !known.includes(semitones(one))))
      expect([degree, over(semitones(degree)).verdict]).toEqual([degree, 'clash']);
  });
});

describe('textbook cases (common practice)', () => {
  test.each<[string, string, Role | null, string | null, string, string, string | null]>([
    // Note, chord, its role in C, what follows; the verdict, its reason, against what.
    ['C', 'Cmaj7', 'I', 'F', 'clash', 'root-on-major-seventh', '7'],
    ['C', 'C6', 'I', 'F', 'tone', 'chord-tone', null],
    ['F', 'C', 'I', 'F', 'clash', 'eleven-on-third', '3'],
    ['D', 'C', 'I', 'F', 'tension', 'usual', null],
    ['B', 'C', 'I', 'F', 'tension', 'usual', null],
    ['F#', 'C', 'I', 'F', 'tension', 'care', null],
    ['Eb', 'C', 'I', 'F', 'clash', 'other-third', '3'],
    ['B', 'F', 'IV', 'C', 'tension', 'usual', null],
    ['B', 'G7sus4', 'V', 'C', 'clash', 'third-on-suspension', '4'],
    ['C', 'G7', 'V', 'C', 'clash', 'eleven-on-third', '3'],
    ['C', 'G7sus4', 'V', 'C', 'tone', 'chord-tone', null],
    ['Ab', 'G7', 'V', 'C', 'tension', 'resolving', null],
    ['Ab', 'G7', 'V', 'Am', 'clash', 'leans-on-nothing', '1'],
    ['Ab', 'G9', 'V', 'C', 'clash', 'other-tension', '9'],
    ['Eb', 'G13', 'V', 'C', 'clash', 'other-tension', '13'],
    ['A', 'G7b9', 'V', 'C', 'clash', 'other-tension', 'b9'],
    ['E', 'G7', 'V', 'C', 'tension', 'usual', null],
    ['F#', 'G7', 'V', 'C', 'clash', 'other-seventh', 'b7'],
    ['B', 'Dm7', 'ii', 'G7', 'clash', 'thirteen-on-minor', 'b3'],
    ['B', 'Dm', 'ii', 'G7', 'tension', 'care', null],
    ['G', 'Dm7', 'ii', 'G7', 'tension', 'usual', null],
    ['F', 'Em7', 'iii', 'Am', 'clash', 'half-step-above', '1'],
    ['F', 'Am7', 'vi', 'Dm', 'clash', 'half-step-above', '5'],
    ['F#', 'Dm7', 'ii', 'G7', 'clash', 'other-third', 'b3'],
    ['Eb', 'C7', 'blues-I', 'F7', 'tension', 'usual', null],
    ['E', 'Bb7', 'backdoor', 'C', 'tension', 'usual', null],
    ['B', 'Bb7', 'backdoor', 'C', 'clash', 'leans-on-nothing', '1'],
    ['E', 'C/E', 'I', 'F', 'tone', 'chord-tone', null],
    ['Bb', 'C/Bb', 'I', 'F', 'tone', 'bass-note', null],
    ['Db', 'C', 'I', 'F', 'clash', 'half-step-above', '1'],
    ['Bb', 'C', 'I', 'F', 'clash', 'outside-key', null],
  ])('%s over %s (%s) before %s: %s, %s', (note, symbol, role, next, verdict, reason, against) => {
    const found = noteOver(chordOf(symbol), pitchClass(note), contextOf(role, 'C', next));
    expect([found.verdict, found.reason, found.against]).toEqual([verdict, reason, against]);
  });

  test('it is called by its degree', () => {
    const named = (note: string, symbol: string) =>
      noteOver(chordOf(symbol), pitchClass(note), contextOf(null, 'C', null)).degree;
    expect(['D', 'Eb', 'F', 'F#', 'Ab', 'A'].map((note) => named(note, 'C7'))).toEqual([
      '9',
      '#9',
      '11',
      '#11',
      'b13',
      '13',
    ]);
    expect(['D', 'F', 'A'].map((note) => named(note, 'Cm'))).toEqual(['9', '11', '6']);
    expect(degreePitchClass('C', '9')).toBe(2);
  });
});
