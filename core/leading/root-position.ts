import { masksOf, symbolOf, type Chord } from '../chord/chord.ts';
import { degreePitchClass } from '../pitch/degree.ts';
import { tonesOf } from '../chord/kind.ts';
import { pitchesOf, positionOf, shapesOf } from '../grip/grips.ts';
import type { ShapeLibrary } from '../grip/library.ts';
import { pitchClass } from '../pitch/note.ts';
import { maskOf } from '../pitch/pitch.ts';
import { remembered } from '../remember.ts';
import { movement } from './movement.ts';

/** What the same chords move by in root position, in semitones: what a path is compared with. */
export interface RootPosition {
  /** Each chord on the same strings, its root on the lowest string, moved along the neck. */
  readonly oneSet: number;
  /** Each on these strings or on those that begin one string higher, whichever moves least from where one is. */
  readonly twoSets: number;
}

/** How far below the lowest string a set of strings begins: its root lies there. */
const SETS = [0, 1] as const;

/**
 * The plain way to play some chords: each complete, in root position, the easiest grip with its root on the lowest string
 * (or on the next one) that has each note once, as one learns them first (common practice). Chords that have none there
 * are passed over on both sides.
 */
export function rootPosition(chords: readonly Chord[], library: ShapeLibrary): RootPosition {
  const sum = (path: readonly (number | null)[]) => {
    const there = path.flatMap((shape) => (shape === null ? [] : [pitchesOf(library, shape)]));
    return there.slice(1).reduce((moved, pitches, i) => moved + movement(there[i]!, pitches), 0);
  };
  return {
    oneSet: sum(chords.map((chord) => rootShapes(chord, library)[0]!)),
    twoSets: sum(rootPath(chords, library)),
  };
}

/** The plain way over two sets of strings, as shapes: whichever grip of the two is nearer to where one is. Null where there is none. */
export function rootPath(chords: readonly Chord[], library: ShapeLibrary): readonly (number | null)[] {
  // As one does it by hand: the first on the lower set.
  let at: number | null = null;
  return chords.map((chord) => {
    const choice = rootShapes(chord, library).filter((shape) => shape !== null);
    const from = at === null ? null : pitchesOf(library, at);
    const moved = (shape: number) => (from === null ? 0 : movement(from, pitchesOf(library, shape)));
    const next: number | null = choice.reduce<number | null>(
      (best, shape) => (best === null || moved(shape) < moved(best) ? shape : best),
      null,
    );
    at = next ?? at;
    return next;
  });
}

/** What was found for a library: an edit leaves most chords as they were. */
const foundIn = remembered((_: ShapeLibrary) => new Map<string, readonly (number | null)[]>());

/** Such a grip on each set of strings, as a shape. */
function rootShapes(chord: Chord, library: ShapeLibrary): readonly (number | null)[] {
  const known = foundIn(library);
  const name = symbolOf(chord);
  const shapes = known.get(name) ?? SETS.map((string) => rootShape(chord, string, library));
  known.set(name, shapes);
  return shapes;
}

/** The easiest complete grip with the root (or the named bass) lowest, on a string counted from the lowest; lowest on the neck. */
function rootShape(chord: Chord, string: number, library: ShapeLibrary): number | null {
  const { strings, frets, mask, lowest, difficulty } = library;
  const { bass } = masksOf(chord);
  const root = bass ?? pitchClass(chord.root);
  const all = maskOf(tonesOf(chord.kind).map((degree) => degreePitchClass(chord.root, degree)));
  let best: number | null = null;
  const price = (shape: number) => positionOf(library, shape) * 100 + difficulty[shape]!;
  for (const shape of shapesOf(chord, library)) {
    const first = frets.subarray(shape * strings, (shape + 1) * strings).findIndex((fret) => fret >= 0);
    if (first !== string || lowest[shape]! % 12 !== root) continue;
    if ((mask[shape]! & all) !== all) continue;
    if (best === null || price(shape) < price(best)) best = shape;
  }
  return best;
}
