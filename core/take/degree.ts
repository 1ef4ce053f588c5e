import { suffixOf } from '../chord/kind.ts';
import type { Chord } from '../chord/chord.ts';
import { parseSuffix } from '../chord/symbol.ts';
import type { Key } from '../pitch/key.ts';
import { noteAbove, pitchClass, type NoteName } from '../pitch/note.ts';

/** A chord by its distance from the tonic in semitones, so that it is the same in every key: `10:7`, `2:m7/5`. */
export function chordDegree({ root, kind, bass }: Chord, key: Key): string {
  const above = (note: string) => (pitchClass(note) - pitchClass(key.tonic) + 12) % 12;
  return `${above(root)}:${suffixOf(kind)}${bass === null ? '' : `/${above(bass)}`}`;
}

const LETTERS = 'CDEFGAB';
/** Semitones of the major scale, and which of its degrees are perfect. */
const MAJOR = [0, 2, 4, 5, 7, 9, 11] as const;
const PERFECT = [0, 3, 4];

/** The interval from one note up to another, in tonal's notation: `2m` from C to D♭, `1A` from C to C♯. */
export function intervalTo(from: NoteName, to: NoteName): string {
  const steps = (LETTERS.indexOf(to[0]!) - LETTERS.indexOf(from[0]!) + 7) % 7;
  const alter = ((pitchClass(to) - pitchClass(from) - MAJOR[steps]! + 18) % 12) - 6;
  if (steps === 0 && alter < 0) return `8${'d'.repeat(-alter)}`;
  const number = steps + 1;
  if (alter > 0) return `${number}${'A'.repeat(alter)}`;
  if (PERFECT.includes(steps)) return alter === 0 ? `${number}P` : `${number}${'d'.repeat(-alter)}`;
  return alter === 0 ? `${number}M` : alter === -1 ? `${number}m` : `${number}${'d'.repeat(-alter - 1)}`;
}

/** A chord as it is spelled in a key, for keeping: `2m:maj7`, `5P:7/3M`. */
export function spelledDegree({ root, kind, bass }: Chord, { tonic }: Key): string {
  return `${intervalTo(tonic, root)}:${suffixOf(kind)}${bass === null ? '' : `/${intervalTo(tonic, bass)}`}`;
}

const SPELLED = /^(\d[PMmAd]+):(.*?)(?:\/(\d[PMmAd]+))?$/;

/** What {@link spelledDegree} wrote, in a key; null where it is nothing. */
export function chordOfDegree(text: string, { tonic }: Key): Chord | null {
  const [, root, suffix, bass] = SPELLED.exec(text) ?? [];
  const kind = suffix === undefined ? null : parseSuffix(suffix);
  if (root === undefined || kind === null) return null;
  return { root: noteAbove(tonic, root), kind, bass: bass === undefined ? null : noteAbove(tonic, bass) };
}
