import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Interval, Mode as TonalMode, Note } from 'tonal';
import { spell, semitones, type Degree } from './degree.ts';
import { formatKey, MODES, nameInKey, parseKey, scale, signature } from './key.ts';
import { noteAbove, parseNote, parsePitch, pitchClass, pitchName } from './note.ts';
import { hertz, maskOf } from './pitch.ts';

const ROOTS = ['C', 'C#', 'Db', 'D', 'D#', 'Eb', 'E', 'F', 'F#', 'Gb', 'G', 'G#', 'Ab', 'A', 'A#', 'Bb', 'B', 'Cb'];
const DEGREES: Degree[] = [
  '1',
  'b9',
  '9',
  '#9',
  'b3',
  '3',
  '4',
  '11',
  '#11',
  'b5',
  '5',
  '#5',
  'b13',
  '6',
  'bb7',
  '13',
  'b7',
  '7',
];

test('A4 is 440 Hz and an octave doubles (ISO 16)', () => {
  expect(hertz(69)).toBe(440);
  expect(hertz(81)).toBeCloseTo(880, 10);
  expect(hertz(40)).toBeCloseTo(82.407, 3);
});

describe('chord notes are spelled to be read', () => {
  test.each([
    ['E', 'b9', 'F'],
    ['Bb', '#9', 'C#'],
    ['Gb', 'b3', 'A'],
    ['Db', 'b7', 'B'],
    ['Ab', 'b3', 'B'],
    ['F#', '#11', 'C'],
    ['B', '#9', 'D'],
    ['Eb', 'b9', 'E'],
    ['C', 'bb7', 'A'],
  ] as const)('the %s chord’s %s sounds as %s', (root, degree, sound) => {
    expect(pitchClass(spell(root, degree))).toBe(pitchClass(sound));
  });

  test('by letter where one accidental is enough, and never with two', () => {
    expect(spell('E', 'b9')).toBe('F');
    expect(spell('Bb', '#9')).toBe('C#');
    expect(spell('Ab', 'b3')).toBe('Cb');
    expect(spell('Gb', 'b3')).toBe('A');
    for (const root of ROOTS) for (const degree of DEGREES) expect(spell(root, degree)).toMatch(/^[A-G][b#]?$/);
  });

  test('every degree sounds as many semitones above its root as tonal says its interval has', () => {
    for (const root of ROOTS) {
      for (const degree of DEGREES) {
        expect((pitchClass(root) + semitones(degree)) % 12).toBe(Note.chroma(spell(root, degree)));
      }
    }
    expect(Interval.semitones('9A')! % 12).toBe(semitones('#9'));
  });
});

test('notes and pitches are read, others are refused', () => {
  expect(parseNote('B♭')).toBe('Bb');
  expect(parseNote('H')).toBeNull();
  expect(parseNote('Bbb')).toBeNull();
  expect(parsePitch('E5')).toBe(76);
  expect(parsePitch('E')).toBeNull();
  expect(pitchName(70)).toBe('Bb4');
  expect(noteAbove('C', '3m')).toBe('Eb');
  expect(() => pitchClass('X')).toThrow(RangeError);
});

describe('keys', () => {
  test.each([
    ['Bb', 'Bb major', -2],
    ['Cm', 'C minor', -3],
    ['F#m', 'F# minor', 3],
    ['D dorian', 'D dorian', 0],
    ['Eb major', 'Eb major', -3],
    ['E♭ mixolydian', 'Eb mixolydian', -4],
    ['Abm', 'Ab minor', -7],
  ])('%s is %s with %i in the signature', (text, written, accidentals) => {
    const key = parseKey(text);
    expect(key.ok && formatKey(key.value)).toBe(written);
    expect(key.ok && signature(key.value)).toBe(accidentals);
  });

  test.each(['', 'H', 'X', 'Ab purple', 'c', '4/4', 'Bbb'])('“%s” is no key', (text) => {
    expect(parseKey(text)).toMatchObject({ ok: false, problems: [{ code: 'key-unknown' }] });
  });

  test('a key of more than seven accidentals is offered in its other spelling', () => {
    expect(parseKey('G#')).toMatchObject({
      ok: false,
      problems: [{ code: 'key-unwritable', args: { instead: 'Ab' } }],
    });
    expect(parseKey('Dbm').ok).toBe(false);
  });

  test.each(MODES)('scales are those of tonal, and each note is named by its scale: %s', (mode) => {
    for (const tonic of ROOTS) {
      const key = { tonic, mode };
      if (Math.abs(signature(key)) > 7) continue;
      expect(scale(key)).toEqual(TonalMode.notes(mode, tonic));
      for (const note of scale(key)) expect(nameInKey(key, pitchClass(note))).toBe(note);
    }
  });
});

test('a mask holds exactly its pitch classes', () => {
  fc.assert(
    fc.property(fc.uniqueArray(fc.integer({ min: 0, max: 11 })), (set) => {
      const mask = maskOf(set);
      for (let pc = 0; pc < 12; pc++) expect((mask >> pc) & 1).toBe(set.includes(pc) ? 1 : 0);
    }),
  );
});
