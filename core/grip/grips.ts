import { degreeIn, outsideDegree, masksOf, type Chord } from '../chord/chord.ts';
import { tonesOf } from '../chord/kind.ts';
import type { Millimetres } from '../neck/frets.ts';
import type { Hand } from '../neck/hand.ts';
import { fingerOf, gapsWithin, holdingOf, reachOf, type Finger, type Holding } from '../neck/hold.ts';
import { FEWEST_STRINGS, MOST_STRINGS } from '../neck/tuning.ts';
import { pitchClassOf, type Midi } from '../pitch/pitch.ts';
import type { Degree } from '../pitch/degree.ts';
import { bitsIn, buildLibrary, type ShapeLibrary, type Shapes } from './library.ts';
import { notesOf } from './traits.ts';

/** A grip with everything a player wants to know of it. Arrays hold one entry a string, lowest first. */
export interface Grip {
  /** `x-3-5-4-5-3`, low string first; frets are counted from the capo. */
  readonly grip: string;
  /** Sounding pitches, ascending, one a plucked string. */
  readonly pitches: readonly Midi[];
  readonly frets: readonly number[];
  readonly degrees: readonly (Degree | 'bass' | null)[];
  readonly fingers: readonly (Finger | null)[];
  /** Distance between the outer fretted frets, to a tenth. */
  readonly reachMm: Millimetres;
  /** 0 to 10, to a tenth. */
  readonly difficulty: number;
}

/** Notes a grip of a chord has at least (small shapes come later), and different ones where the chord has so many. */
export const FEWEST_IN_GRIP = 3;

/**
 * Every shape of the library that is the chord: sounds nothing else, has each required tone, three different notes
 * (a third and a seventh alone are a small shape), and the named bass lowest. Shape numbers in the library's order.
 */
export function shapesOf(chord: Chord, library: ShapeLibrary): Uint32Array {
  const found: number[] = [];
  findShape(chord, library, (shape) => {
    found.push(shape);
    return false;
  });
  return Uint32Array.from(found).sort();
}

/** Whether some shape that is the chord is as wanted; they are looked at in no order. */
export function findShape(chord: Chord, library: ShapeLibrary, isIt: (shape: number) => boolean): boolean {
  const { allowed, required, bass } = masksOf(chord);
  const { start, order, lowest, traits } = library;
  const fewest = Math.min(FEWEST_IN_GRIP, tonesOf(chord.kind).length);
  // All sub-masks of the allowed set, from the full one down (the classic bit trick).
  for (let mask = allowed; mask > 0; mask = (mask - 1) & allowed) {
    if (start[mask] === start[mask + 1] || bitsIn(mask) < fewest) continue;
    if (required.some((choice) => (mask & choice) === 0)) continue;
    for (let i = start[mask]!; i < start[mask + 1]!; i++) {
      const shape = order[i]!;
      if (notesOf(traits[shape]!) < FEWEST_IN_GRIP) continue;
      if ((bass === null || lowest[shape]! % 12 === bass) && isIt(shape)) return true;
    }
  }
  return false;
}

/** Sounding pitches of a shape, ascending. */
export function pitchesOf({ neck, strings, frets }: Shapes, shape: number): Midi[] {
  const pitches: Midi[] = [];
  for (let s = 0; s < strings; s++) {
    const fret = frets[shape * strings + s]!;
    if (fret >= 0) pitches.push(neck.open[s]! + fret);
  }
  // With open strings the lowest string is not always the lowest note.
  return pitches.sort((a, b) => a - b);
}

/** The lowest fretted fret, where the index finger stands; 0 for an all-open shape, which has no position. */
export function positionOf({ strings, frets }: Shapes, shape: number): number {
  let lowest = 0;
  for (let s = 0; s < strings; s++) {
    const fret = frets[shape * strings + s]!;
    if (fret > 0 && (lowest === 0 || fret < lowest)) lowest = fret;
  }
  return lowest;
}

/** The frets of a shape, low string first; −1: not played. */
export const fretsAt = ({ strings, frets }: Shapes, shape: number): number[] =>
  Array.from(frets.subarray(shape * strings, (shape + 1) * strings));

/** The shape with these frets (−1 not played); null: the hand does not hold it. */
export function shapeAt(frets: readonly number[], library: ShapeLibrary): number | null {
  const { neck, strings, start, order } = library;
  if (frets.length !== strings) return null;
  const mask = frets.reduce((bits, fret, s) => (fret < 0 ? bits : bits | (1 << pitchClassOf(neck.open[s]! + fret))), 0);
  const same = (shape: number) => frets.every((fret, s) => library.frets[shape * strings + s] === fret);
  return order.subarray(start[mask], start[mask + 1]).find(same) ?? null;
}

/** Frets as a grip is written: `x-3-5-4-5-3`. */
export function formatFrets(frets: ArrayLike<number>): string {
  return Array.from(frets, (fret) => (fret < 0 ? 'x' : String(fret))).join('-');
}

/** Reads `x-3-5-4-5-3`; null unless it has six or seven entries of x or a fret 0–24. */
export function parseFrets(text: string): number[] | null {
  const parts = text.trim().toLowerCase().split('-');
  if (parts.length < FEWEST_STRINGS || parts.length > MOST_STRINGS) return null;
  if (parts.some((part) => !/^(x|\d{1,2})$/.test(part))) return null;
  const frets = parts.map((part) => (part === 'x' ? -1 : Number(part)));
  return frets.every((fret) => fret <= 24) ? frets : null;
}

/** A shape, described as a grip of a chord, held in the easiest way. */
export function gripOf(chord: Chord, shapes: Shapes, shape: number): Grip {
  const frets = fretsAt(shapes, shape);
  const { neck, strings } = shapes;
  return {
    grip: formatFrets(frets),
    pitches: pitchesOf(shapes, shape),
    frets,
    degrees: frets.map((fret, s) => {
      const pc = pitchClassOf(neck.open[s]! + fret);
      // The tune may have a note on top that is none of the chord's.
      return fret < 0 ? null : (degreeIn(chord, pc) ?? outsideDegree(chord, pc));
    }),
    fingers: frets.map((fret, s) => (fret < 0 ? null : fingerOf(shapes.fingers[shape * strings + s]!))),
    reachMm: reachOf(frets, neck),
    difficulty: shapes.difficulty[shape]! / 10,
  };
}

/** How a shape is held in the easiest way: who damps what, and what its difficulty is made of. */
export const holdingAt = (shapes: Shapes, shape: number): Holding =>
  holdingOf(
    fretsAt(shapes, shape),
    shapes.fingers.subarray(shape * shapes.strings, (shape + 1) * shapes.strings),
    shapes.neck,
  );

/**
 * The strings of a grip that may be left out, one at a time: what is left is still the whole chord, over the same bass,
 * with the pitch that is to sound on (`ring`), and can be sounded.
 */
export function optionalStrings(
  chord: Chord,
  { frets, pitches }: Pick<Grip, 'frets' | 'pitches'>,
  { hand, neck }: Pick<Shapes, 'hand' | 'neck'>,
  ring: Midi | null = null,
): number[] {
  const { required, bass } = masksOf(chord);
  return frets.flatMap((fret, s) => {
    if (fret < 0 || pitches.length <= FEWEST_IN_GRIP) return [];
    const left = frets.map((other, i) => (i === s ? -1 : other));
    const rest = left.flatMap((other, i) => (other < 0 ? [] : [neck.open[i]! + other]));
    const mask = rest.reduce((bits, pitch) => bits | (1 << pitchClassOf(pitch)), 0);
    const complete = required.every((choice) => (mask & choice) !== 0);
    const based = bass === null || pitchClassOf(Math.min(...rest)) === bass;
    const rings = ring === null || rest.includes(ring) || !pitches.includes(ring);
    return complete && based && rings && gapsWithin(left, hand) ? [s] : [];
  });
}

/** All grips of one chord for a hand, without a library at hand. Easiest first, then by frets. */
export function gripsOf(chord: Chord, hand: Hand): Grip[] {
  const library = buildLibrary(hand, masksOf(chord).allowed);
  return Array.from(shapesOf(chord, library), (shape) => gripOf(chord, library, shape)).sort(
    (a, b) => a.difficulty - b.difficulty || (a.grip < b.grip ? -1 : 1),
  );
}
