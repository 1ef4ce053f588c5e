import { noteAbove, pitchClass, type NoteName } from './note.ts';
import type { PitchClass } from './pitch.ts';

/**
 * Degrees of a chord over its root. Columns: semitones above the root within the octave, and the
 * spelled interval (tonal's notation) that gives the note its letter.
 */
const DEGREES = {
  '1': [0, '1P'],
  b9: [1, '9m'],
  '2': [2, '2M'],
  '9': [2, '9M'],
  '#9': [3, '9A'],
  b3: [3, '3m'],
  '3': [4, '3M'],
  '4': [5, '4P'],
  '11': [5, '11P'],
  '#11': [6, '11A'],
  b5: [6, '5d'],
  '5': [7, '5P'],
  '#5': [8, '5A'],
  b13: [8, '13m'],
  '6': [9, '6M'],
  bb7: [9, '7d'],
  '13': [9, '13M'],
  b7: [10, '7m'],
  '7': [11, '7M'],
} as const satisfies Record<string, readonly [number, string]>;

export type Degree = keyof typeof DEGREES;
export const isDegree = (text: string): text is Degree => Object.hasOwn(DEGREES, text);

/** Semitones above the root, 0–11. `semitones('b13')` is 8. */
export function semitones(degree: Degree): number {
  return DEGREES[degree][0];
}

/** The note of a degree over a root, spelled to be read: `spell('E', 'b9')` is `F`. */
export function spell(root: NoteName, degree: Degree): NoteName {
  return noteAbove(root, DEGREES[degree][1]);
}

/** The pitch class of a degree above a root. */
export function degreePitchClass(root: NoteName, degree: Degree): PitchClass {
  return (pitchClass(root) + semitones(degree)) % 12;
}
