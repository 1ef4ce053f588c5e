import { masksOf, type Chord } from '../chord/chord.ts';
import type { SmallTexture } from '../texture.ts';
import type { GripFamily } from './labels.ts';
import type { PitchClass } from '../pitch/pitch.ts';
import type { ShapeLibrary } from './library.ts';
import { notesOf } from './traits.ts';

/** How far apart the two notes are, in semitones, least and most: by what an interval may be, and what two voices keep (common practice). */
const APART: Readonly<Record<SmallTexture, readonly [number, number]>> = {
  thirds: [3, 4],
  fourths: [5, 6],
  sixths: [8, 9],
  sevenths: [10, 11],
  octaves: [12, 12],
  tenths: [15, 16],
  'double-stops': [3, 11],
  'low-moves': [3, 22],
  'top-moves': [3, 22],
};

/** The shapes of two notes so far apart that are as wanted, by their lower and their upper note, wherever they lie on the neck; in the library's order. */
export function smallShapes(
  texture: SmallTexture,
  isWanted: (low: PitchClass, high: PitchClass, apart: number) => boolean,
  { start, order, lowest, top, traits }: ShapeLibrary,
): Uint32Array {
  const [least, most] = APART[texture];
  const found: number[] = [];
  for (let a = 0; a < 12; a++) {
    for (let b = a; b < 12; b++) {
      const mask = (1 << a) | (1 << b);
      for (let i = start[mask]!; i < start[mask + 1]!; i++) {
        const shape = order[i]!;
        const [low, high] = [lowest[shape]!, top[shape]!];
        const apart = high - low;
        if (notesOf(traits[shape]!) !== 2 || apart < least || apart > most) continue;
        if (isWanted(low % 12, high % 12, apart)) found.push(shape);
      }
    }
  }
  return Uint32Array.from(found).sort();
}

/** The families of two notes. */
const PAIRS = ['thirds', 'fourths', 'sixths', 'sevenths', 'octaves', 'tenths'] as const satisfies readonly GripFamily[];
export const isPairFamily = (family: GripFamily | undefined): boolean => PAIRS.some((one) => one === family);

/** All shapes of two notes of a chord that are of one of these families, wherever they lie; no grip of it, but a part. */
export function pairsOf(chord: Chord, library: ShapeLibrary): Uint32Array {
  const { allowed } = masksOf(chord);
  const isTone = (pc: PitchClass) => (allowed & (1 << pc)) !== 0;
  return Uint32Array.from(
    PAIRS.flatMap((family) => [...smallShapes(family, (low, high) => isTone(low) && isTone(high), library)]),
  );
}
