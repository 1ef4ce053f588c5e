import { degreeIn, masksOf, type Chord } from '../chord/chord.ts';
import { fretDistance, type Millimetres } from '../neck/frets.ts';
import type { Hand } from '../neck/hand.ts';
import { STRINGS } from '../neck/tuning.ts';
import { pitchClassOf, type Midi } from '../pitch/pitch.ts';
import type { Degree } from '../pitch/degree.ts';
import { buildLibrary, type ShapeLibrary } from './library.ts';

/** A grip with everything a player wants to know of it. Arrays hold one entry a string, lowest first. */
export interface Grip {
  /** `x-3-5-4-5-3`, low string first. */
  readonly grip: string;
  /** Sounding pitches, ascending, one a plucked string. */
  readonly pitches: readonly Midi[];
  readonly frets: readonly number[];
  readonly degrees: readonly (Degree | 'bass' | null)[];
  readonly fingers: readonly (number | null)[];
  /** Distance between the outer fretted frets, to a tenth. */
  readonly reachMm: Millimetres;
  readonly difficulty: number;
}

/**
 * Every shape of the library that is the chord: sounds nothing else, has each required tone, and
 * the named bass lowest. Shape numbers in the order of their frets.
 */
export function shapesOf(chord: Chord, library: ShapeLibrary): Uint32Array {
  const { allowed, required, bass } = masksOf(chord);
  const found: number[] = [];
  // All sub-masks of the allowed set, from the full one down (the classic bit trick).
  for (let mask = allowed; mask > 0; mask = (mask - 1) & allowed) {
    if (required.some((choice) => (mask & choice) === 0)) continue;
    for (let i = library.start[mask]!; i < library.start[mask + 1]!; i++) {
      const shape = library.order[i]!;
      if (bass === null || pitchClassOf(lowestPitch(library, shape)) === bass) found.push(shape);
    }
  }
  return Uint32Array.from(found).sort();
}

/** Sounding pitches of a shape, ascending, one a plucked string (a unison stands twice). */
export function pitchesOf(library: ShapeLibrary, shape: number): Midi[] {
  const pitches: Midi[] = [];
  for (let s = 0; s < STRINGS; s++) {
    const fret = library.frets[shape * STRINGS + s]!;
    if (fret >= 0) pitches.push(library.hand.tuning[s]! + fret);
  }
  // With open strings the lowest string is not always the lowest note.
  return pitches.sort((a, b) => a - b);
}

function lowestPitch(library: ShapeLibrary, shape: number): Midi {
  return pitchesOf(library, shape)[0]!;
}

/** The lowest fretted fret, where the index finger stands; 0 for an all-open shape, which has no position. */
export function positionOf(library: ShapeLibrary, shape: number): number {
  let lowest = 0;
  for (let s = 0; s < STRINGS; s++) {
    const fret = library.frets[shape * STRINGS + s]!;
    if (fret > 0 && (lowest === 0 || fret < lowest)) lowest = fret;
  }
  return lowest;
}

export function formatFrets(frets: ArrayLike<number>): string {
  return Array.from(frets, (fret) => (fret < 0 ? 'x' : String(fret))).join('-');
}

/** Reads `x-3-5-4-5-3`; null unless it has six entries of x or a fret 0–24. */
export function parseFrets(text: string): number[] | null {
  const parts = text.trim().toLowerCase().split('-');
  if (parts.length !== STRINGS || parts.some((part) => !/^(x|\d{1,2})$/.test(part))) return null;
  const frets = parts.map((part) => (part === 'x' ? -1 : Number(part)));
  return frets.every((fret) => fret <= 24) ? frets : null;
}

/** A shape of the library, described as a grip of a chord. */
export function gripOf(chord: Chord, library: ShapeLibrary, shape: number): Grip {
  const at = shape * STRINGS;
  const frets = Array.from(library.frets.subarray(at, at + STRINGS));
  const { hand } = library;
  return {
    grip: formatFrets(frets),
    pitches: pitchesOf(library, shape),
    frets,
    degrees: frets.map((fret, s) => (fret < 0 ? null : degreeIn(chord, pitchClassOf(hand.tuning[s]! + fret)))),
    fingers: frets.map((fret, s) => (fret < 0 ? null : library.fingers[at + s]!)),
    reachMm: reachOf(frets, hand),
    difficulty: library.difficulty[shape]!,
  };
}

/** Millimetres between the outer fretted frets, to a tenth; 0 with fewer than two. */
export function reachOf(frets: readonly number[], hand: Hand): Millimetres {
  const fretted = frets.filter((fret) => fret > 0);
  if (fretted.length === 0) return 0;
  const span =
    fretDistance(hand.scaleLength, Math.max(...fretted)) - fretDistance(hand.scaleLength, Math.min(...fretted));
  return Math.round(span * 10) / 10;
}

/** All grips of one chord for a hand, without a library at hand. Easiest first, then by frets. */
export function gripsOf(chord: Chord, hand: Hand): Grip[] {
  const library = buildLibrary(hand, masksOf(chord).allowed);
  return Array.from(shapesOf(chord, library), (shape) => gripOf(chord, library, shape)).sort(
    (a, b) => a.difficulty - b.difficulty || (a.grip < b.grip ? -1 : 1),
  );
}
