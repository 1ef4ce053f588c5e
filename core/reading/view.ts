import type { Chord } from '../chord/chord.ts';
import { familyOf, tonesOf, type Family } from '../chord/kind.ts';
import type { Key } from '../pitch/key.ts';
import { semitones } from '../pitch/degree.ts';
import { pitchClass } from '../pitch/note.ts';
import { plainNumeral } from './numeral.ts';
import { heardKind, placeOf, type KeyPlace } from './place.ts';

/** A chord of the progression as the rules see it; a chord held or said again stands once. */
export interface Spot {
  readonly chord: Chord;
  readonly family: Family;
  /** Semitones of the root above the tonic, 0–11. */
  readonly degree: number;
  /** The same of the lowest note: a named bass, else the root. */
  readonly low: number;
  /** Its place in the key, or null: from outside. */
  readonly place: KeyPlace | null;
  /** Semitones of its tones above the tonic, a named bass aside. */
  readonly tones: readonly number[];
}

/** One spot with what stands around it. A form is played again: after the last comes the first. */
export interface View {
  readonly key: Key;
  readonly here: Spot;
  readonly beforePrev: Spot | null;
  readonly prev: Spot | null;
  readonly next: Spot | null;
  readonly afterNext: Spot | null;
  readonly third: Spot | null;
  /** Whether `next` is only what the form turns back to. */
  readonly last: boolean;
  /** Whether the form is a blues, or its tonic plainly a seventh chord: I7 and IV7 are at rest. */
  readonly blues: boolean;
  /** The mode of the same tonic in which the whole progression moves, or null. */
  readonly mode: Key | null;
}

/** Where a chord lies in a key. */
export function spotOf(chord: Chord, key: Key): Spot {
  const tonic = pitchClass(key.tonic);
  const degree = (pitchClass(chord.root) - tonic + 12) % 12;
  const kind = heardKind(chord);
  return {
    chord,
    family: familyOf(kind),
    degree,
    low: chord.bass === null ? degree : (pitchClass(chord.bass) - tonic + 12) % 12,
    place: placeOf(chord, key),
    tones: tonesOf(kind).map((tone) => (degree + semitones(tone)) % 12),
  };
}

/** Semitones up from one root to another, 0–11. A fall of a fifth is 5. */
export const up = (from: Spot, to: Spot): number => (to.degree - from.degree + 12) % 12;

/** How a spot is called as another's target: its degree, `ii`, `V`, `bVII`. */
export const nameOf = ({ chord }: Spot, key: Key): string => plainNumeral({ ...chord, bass: null }, key);

/** The views of a progression, one a spot. */
export function viewsOf(
  spots: readonly Spot[],
  key: Key,
  { blues, mode }: Pick<View, 'blues' | 'mode'>,
): readonly View[] {
  const at = (i: number): Spot | null => (spots.length > 1 ? (spots[i % spots.length] ?? null) : null);
  return spots.map((here, i) => ({
    key,
    here,
    beforePrev: spots[i - 2] ?? null,
    prev: spots[i - 1] ?? null,
    next: at(i + 1),
    afterNext: at(i + 2),
    third: at(i + 3),
    last: i === spots.length - 1,
    blues,
    mode,
  }));
}
