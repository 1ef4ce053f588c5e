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
  const grips = chords.map((chord) => rootGrips(chord, library));
  const first = grips.flatMap(([low]) => (low ? [low] : []));
  const oneSet = first.slice(1).reduce((sum, pitches, i) => sum + movement(first[i]!, pitches), 0);
  const there = grips.map((choice) => choice.filter((pitches) => pitches !== null)).filter(({ length }) => length > 0);
  // As one does it by hand: whichever of the two is nearer to where one is.
  const walked = there
    .slice(1)
    .reduce<{ readonly at: readonly number[]; readonly moved: number } | null>(
      (before, choice) =>
        before &&
        choice
          .map((pitches) => ({ at: pitches, moved: before.moved + movement(before.at, pitches) }))
          .reduce((a, b) => (b.moved < a.moved ? b : a)),
      there[0] ? { at: there[0][0]!, moved: 0 } : null,
    );
  return { oneSet, twoSets: walked?.moved ?? 0 };
}

/** What was found for a library: an edit leaves most chords as they were. */
const foundIn = remembered((_: ShapeLibrary) => new Map<string, readonly (readonly number[] | null)[]>());

/** Such a grip on each set of strings, by its pitches. */
function rootGrips(chord: Chord, library: ShapeLibrary): readonly (readonly number[] | null)[] {
  const known = foundIn(library);
  const name = symbolOf(chord);
  const grips = known.get(name) ?? SETS.map((string) => rootGrip(chord, string, library));
  known.set(name, grips);
  return grips;
}

/** The pitches of the easiest complete grip with the root (or the named bass) lowest, on a string counted from the lowest; lowest on the neck. */
function rootGrip(chord: Chord, string: number, library: ShapeLibrary): readonly number[] | null {
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
  return best === null ? null : pitchesOf(library, best);
}
