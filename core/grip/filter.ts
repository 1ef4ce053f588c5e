import type { Midi, PitchClass } from '../pitch/pitch.ts';
import { ATTRIBUTES, FAMILIES, type GripAttribute, type GripFamily, type Labels } from './labels.ts';
import type { Shapes } from './library.ts';
import { notesOf } from './traits.ts';

/** Which grips are wanted; what is not named does not matter. */
export interface GripFilter {
  readonly family?: GripFamily;
  /** All of these hold. */
  readonly attributes?: readonly GripAttribute[];
  /** None of these. */
  readonly without?: readonly GripAttribute[];
  /** Strings that sound, by number, the highest is the first: no other. */
  readonly strings?: readonly number[];
  /** Frets, from the capo: what is fretted lies within. */
  readonly area?: readonly [number, number];
  readonly top?: Midi;
  readonly bass?: PitchClass;
  readonly notes?: number;
  /** At most, 0–10. */
  readonly difficulty?: number;
}

/** The places in `shapes` of those that pass, in their order. `labels` stand in the same order. */
export function passing(filter: GripFilter, shapes: Shapes, labels: Labels): number[] {
  const { family, attributes = [], without = [], strings, area, top, bass, notes, difficulty } = filter;
  const familyBit = family === undefined ? 0 : 1 << FAMILIES.indexOf(family);
  const bitsOf = (names: readonly GripAttribute[]) =>
    names.reduce((bits, name) => bits | (1 << ATTRIBUTES.indexOf(name)), 0);
  const [all, none] = [bitsOf(attributes), bitsOf(without)];
  const isStringWanted =
    strings && Array.from({ length: shapes.strings }, (_, s) => strings.includes(shapes.strings - s));
  const isFretWanted = (fret: number) => area === undefined || fret <= 0 || (fret >= area[0] && fret <= area[1]);
  const found: number[] = [];
  for (let i = 0; i < shapes.size; i++) {
    if (familyBit !== 0 && (labels.families[i]! & familyBit) === 0) continue;
    if ((labels.attributes[i]! & all) !== all || (labels.attributes[i]! & none) !== 0) continue;
    if (top !== undefined && shapes.top[i] !== top) continue;
    if (bass !== undefined && shapes.lowest[i]! % 12 !== bass) continue;
    if (notes !== undefined && notesOf(shapes.traits[i]!) !== notes) continue;
    if (difficulty !== undefined && shapes.difficulty[i]! > difficulty * 10) continue;
    if ((isStringWanted || area) && !onStrings(shapes, i, isStringWanted, isFretWanted)) continue;
    found.push(i);
  }
  return found;
}

function onStrings(
  { frets, strings }: Shapes,
  shape: number,
  isStringWanted: readonly boolean[] | undefined,
  isFretWanted: (fret: number) => boolean,
): boolean {
  for (let s = 0; s < strings; s++) {
    const fret = frets[shape * strings + s]!;
    if (isStringWanted && fret >= 0 !== isStringWanted[s]) return false;
    if (!isFretWanted(fret)) return false;
  }
  return true;
}
