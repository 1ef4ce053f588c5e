import { Key as TonalKey, Note } from 'tonal';
import { bad, good, problem, type Outcome } from '../problem.ts';
import { noteAbove, plainAccidentals, pitchClass, type NoteName } from './note.ts';

export const MODES = ['major', 'minor', 'dorian', 'phrygian', 'lydian', 'mixolydian', 'locrian'] as const;
export type Mode = (typeof MODES)[number];

/** A tonic and a mode. */
export interface Key {
  readonly tonic: NoteName;
  readonly mode: Mode;
}

/** Fifths a mode's signature lies from the major one on the same tonic (common practice). */
const MODE_FIFTHS: Record<Mode, number> = {
  lydian: 1,
  major: 0,
  mixolydian: -1,
  dorian: -2,
  minor: -3,
  phrygian: -4,
  locrian: -5,
};

/** Sharps (positive) or flats (negative) in the signature. `signature({tonic: 'Eb', mode: 'major'})` is -3. */
export function signature(key: Key): number {
  return TonalKey.majorKey(key.tonic).alteration + MODE_FIFTHS[key.mode];
}

const KEY = /^([A-G])([b#]?)\s*(.*)$/;
const MODE_WORDS: Record<string, Mode> = {
  '': 'major',
  maj: 'major',
  M: 'major',
  ionian: 'major',
  m: 'minor',
  min: 'minor',
  '-': 'minor',
  aeolian: 'minor',
  ...Object.fromEntries(MODES.flatMap((mode) => [mode, mode.slice(0, 3)].map((word) => [word, mode]))),
};

/** Reads `Bb`, `Cm`, `F#m`, `D dorian`, `Eb major`, `Ador`: three letters of a mode are enough. */
export function parseKey(text: string): Outcome<Key> {
  const plain = plainAccidentals(text.trim());
  const match = KEY.exec(plain);
  const word = match?.[3]?.trim() ?? '';
  const mode = MODE_WORDS[word] ?? MODE_WORDS[word.toLowerCase()];
  if (!match || mode === undefined) return bad(problem('key-unknown', { text: text.trim() }));
  const tonic = `${match[1]}${match[2]}`;
  const key: Key = { tonic, mode };
  if (Math.abs(signature(key)) > 7) {
    return bad(problem('key-unwritable', { text: text.trim(), instead: Note.enharmonic(tonic) }));
  }
  return good(key);
}

/** ASCII for data and the command line: `Eb major`, `C minor`, `D dorian`. */
export function formatKey(key: Key): string {
  return `${key.tonic} ${key.mode}`;
}

/** The key as a chart's header writes it: `Eb`, `Cm`, `D dorian`. */
export function headerKey(key: Key): string {
  if (key.mode === 'major') return key.tonic;
  return key.mode === 'minor' ? `${key.tonic}m` : `${key.tonic} ${key.mode}`;
}

/** The seven notes of the key's scale, from the tonic. */
export function scale(key: Key): readonly NoteName[] {
  const name = formatKey(key);
  const known = SCALES.get(name);
  if (known) return known;
  // The notes of the major key with its signature, from its own tonic.
  const major = TonalKey.majorKey(Note.transposeFifths(key.tonic, MODE_FIFTHS[key.mode])).scale;
  const first = major.indexOf(key.tonic);
  const notes = [...major.slice(first), ...major.slice(0, first)];
  SCALES.set(name, notes);
  return notes;
}
/** Asked for of every chord in every key tried; each worked out once. */
const SCALES = new Map<string, readonly NoteName[]>();

/** The name of a pitch class in the key: its scale's own name where it has one, else by the signature's side. */
export function nameInKey(key: Key, pc: number): NoteName {
  const own = scale(key).find((note) => pitchClass(note) === pc);
  if (own !== undefined) return own;
  return signature(key) >= 0 ? SHARPS[pc]! : FLATS[pc]!;
}

/** The name of a root on a pitch class in the key: its scale's own, else the flat degree's (♭II of C is D♭; common practice). */
export function rootInKey(key: Key, pc: number): NoteName {
  const own = scale(key).find((note) => pitchClass(note) === pc);
  const above = FLAT_DEGREES[(pc - pitchClass(key.tonic) + 12) % 12];
  return own ?? (above === undefined ? nameInKey(key, pc) : noteAbove(key.tonic, above));
}
/** The flat degrees as intervals (tonal's notation), by semitones. */
const FLAT_DEGREES: Readonly<Record<number, string>> = { 1: '2m', 3: '3m', 6: '5d', 8: '6m', 10: '7m' };
const SHARPS = ['C', 'C#', 'D', 'D#', 'E', 'F', 'F#', 'G', 'G#', 'A', 'A#', 'B'];
const FLATS = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'Gb', 'G', 'Ab', 'A', 'Bb', 'B'];

const MAJOR_TONICS = ['Cb', 'Gb', 'Db', 'Ab', 'Eb', 'Bb', 'F', 'C', 'G', 'D', 'A', 'E', 'B', 'F#', 'C#'];
/** The key with so many sharps (flats below 0) and a mode; more than seven are written with the other sign. An unknown mode is major. */
export function keyOfSignature(fifths: number, mode: string): Key {
  const written = ((((fifths + 7) % 12) + 12) % 12) - 7;
  const within = Math.abs(fifths) <= 7 ? fifths : written < -6 ? written + 12 : written;
  const known = MODES.find((one) => one === mode.toLowerCase()) ?? 'major';
  const tonic = MAJOR_TONICS[within + 7 - MODE_FIFTHS[known]];
  // A mode may have no tonic of one accidental there.
  return tonic === undefined ? { tonic: MAJOR_TONICS[within + 7]!, mode: 'major' } : { tonic, mode: known };
}
