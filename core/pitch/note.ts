import { Note } from 'tonal';
import type { Midi, PitchClass } from './pitch.ts';

/** A spelled note name in ASCII: a capital letter and at most one accidental, `C`, `Bb`, `F#`. */
export type NoteName = string & { readonly __unit?: 'note name' };

const NOTE = /^[A-G][b#]?$/;
const PITCH = /^([A-G][b#]?)(-?\d)$/;

/** Music characters as the ASCII the core speaks: ♭ → b, ♯ → #. */
export function plainAccidentals(text: string): string {
  return text.replaceAll('♭', 'b').replaceAll('♯', '#');
}

/** `Bb` or `B♭` as a note name; null when it is none. */
export function parseNote(text: string): NoteName | null {
  const plain = plainAccidentals(text.trim());
  return NOTE.test(plain) ? plain : null;
}

/** `E5` as MIDI (76); null when it is no pitch. Middle C is C4 = 60. */
export function parsePitch(text: string): Midi | null {
  const plain = plainAccidentals(text.trim());
  return PITCH.test(plain) ? Note.midi(plain) : null;
}

/** Pitch class of a note name. Throws on text that is no note: parse at the edge. */
export function pitchClass(note: NoteName): PitchClass {
  const known = CHROMAS.get(note);
  if (known !== undefined) return known;
  const chroma = Note.chroma(note);
  if (chroma === undefined || Number.isNaN(chroma)) throw new RangeError(`not a note name: ${note}`);
  CHROMAS.set(note, chroma);
  return chroma;
}
/** Asked for in every loop: there are 35 names, each looked up once. */
const CHROMAS = new Map<NoteName, PitchClass>();

/**
 * The note an interval above another, spelled to be read: a double accidental is written as the
 * plain note of the same sound (the ♭3 of G♭ is A, not B♭♭); single ones stay (the ♭9 of E♭ is F♭).
 * `interval` is in tonal's notation: `3m`, `9M`, `11A`.
 */
export function noteAbove(root: NoteName, interval: string): NoteName {
  const name = `${root} ${interval}`;
  const known = ABOVE.get(name);
  if (known !== undefined) return known;
  const exact = Note.transpose(root, interval);
  const accidentals = exact.length - 1;
  const note = accidentals > 1 ? Note.simplify(exact) : exact;
  ABOVE.set(name, note);
  return note;
}
/** Asked for with every chord that is built; a few hundred pairs, each worked out once. */
const ABOVE = new Map<string, NoteName>();

const SHARP_NAMES = ['C', 'C#', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'] as const;

/** A pitch by the name it is written with, and its octave: 70 as B♭ is `Bb4`, as A♯ `A#4`; C♭ counts with the C above it. */
export function writtenPitch(pitch: Midi, spelling: NoteName): string {
  const natural = pitch - (spelling[1] === '#' ? 1 : spelling[1] === 'b' ? -1 : 0);
  return `${spelling}${Math.floor(natural / 12) - 1}`;
}

/** A pitch's name with octave, for scales and labels where no key is at hand: 70 is `Bb4`. */
export function pitchName(midi: Midi): string {
  return `${SHARP_NAMES[((midi % 12) + 12) % 12]}${Math.floor(midi / 12) - 1}`;
}
