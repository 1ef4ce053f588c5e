/* What a plain chord does, in one letter, so that passages find where they belong. */
import type { SpanChord } from '../moves/span.ts';
import type { Function } from '../../reading/place.ts';
import type { Role } from '../role.ts';

/** Home, away from it, towards it. */
export const FUNCTION_LETTERS = ['T', 'S', 'D'] as const;
export type FunctionLetter = (typeof FUNCTION_LETTERS)[number];

const OF_FUNCTION: Readonly<Record<Function, FunctionLetter>> = { tonic: 'T', predominant: 'S', dominant: 'D' };
/** Chords from outside that do what one of the key does (common practice); any other passes. */
const OF_ROLE: Readonly<Partial<Record<Role, FunctionLetter>>> = {
  'blues-I': 'T',
  'blues-IV': 'S',
  'iv-borrowed': 'S',
  'borrowed-major': 'S',
  backdoor: 'D',
  substitute: 'D',
};

/** What a chord does; null: it passes. */
export const letterOf = ({ place, role }: Pick<SpanChord, 'place' | 'role'>): FunctionLetter | null =>
  (role && OF_ROLE[role]) ?? (place ? OF_FUNCTION[place.function] : null);

/** A run of chords that do the same. */
export interface Stretch {
  readonly letter: FunctionLetter;
  /** Where it begins, in beats. */
  readonly at: number;
}

/** What some chords do, one after another; those that pass go with what was before. */
export function stretchesOf(chords: readonly Pick<SpanChord, 'place' | 'role' | 'beats'>[]): readonly Stretch[] {
  const stretches: Stretch[] = [];
  let at = 0;
  for (const chord of chords) {
    const letter = letterOf(chord);
    if (letter !== null && stretches.at(-1)?.letter !== letter) stretches.push({ letter, at });
    at += chord.beats;
  }
  return stretches;
}

/** The same as text: `S D T`. */
export const lettersOf = (stretches: readonly Stretch[]): string => stretches.map(({ letter }) => letter).join(' ');
