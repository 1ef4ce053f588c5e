import type { Hand } from '../neck/hand.ts';
import { whyNotHeld } from '../neck/hold.ts';
import { fretsAt, pitchesOf } from './grips.ts';
import type { ShapeLibrary, Shapes } from './library.ts';

/** Fret per string, lowest first; −1 not played. */
export type Frets = readonly number[];

const pitchesIn = ({ neck }: Pick<Shapes, 'neck'>, frets: Frets): number[] =>
  frets.flatMap((fret, s) => (fret < 0 ? [] : [neck.open[s]! + fret])).sort((a, b) => a - b);
const maskIn = (pitches: readonly number[]) => pitches.reduce((mask, pitch) => mask | (1 << (pitch % 12)), 0);
const stringsOf = (frets: Frets) => frets.map((fret) => fret >= 0).join();

/** Shapes of the library that sound the same pitch classes and are wanted, from the nut up. */
function among(
  library: ShapeLibrary,
  frets: Frets,
  is: (pitches: readonly number[], other: Frets) => boolean,
): number[] {
  const mask = maskIn(pitchesIn(library, frets));
  const own = frets.join();
  const found: number[] = [];
  for (let i = library.start[mask]!; i < library.start[mask + 1]!; i++) {
    const shape = library.order[i]!;
    const other = fretsAt(library, shape);
    if (other.join() !== own && is(pitchesOf(library, shape), other)) found.push(shape);
  }
  return found.sort((a, b) => placeOf(library, a) - placeOf(library, b) || a - b);
}

/** Where a shape lies, by its lowest fretted fret, then by how hard it is. */
function placeOf(shapes: Shapes, shape: number): number {
  const fretted = fretsAt(shapes, shape).filter((fret) => fret > 0);
  return (fretted.length === 0 ? 0 : Math.min(...fretted)) * 100 + shapes.difficulty[shape]!;
}

/** The same voicing on other strings: where else its very pitches lie. */
export function otherStrings(library: ShapeLibrary, frets: Frets): number[] {
  const own = pitchesIn(library, frets).join();
  return among(library, frets, (pitches) => pitches.join() === own);
}

/**
 * The same notes in another order: as many of them, none of its inversions on the same strings; the nearest in sound first,
 * each voicing once, where it is held most easily.
 */
export function otherSpacings(library: ShapeLibrary, frets: Frets): number[] {
  const own = pitchesIn(library, frets);
  const strings = stringsOf(frets);
  const easiest = new Map<string, number>();
  for (const shape of among(
    library,
    frets,
    (pitches, other) => pitches.length === own.length && pitches.join() !== own.join() && stringsOf(other) !== strings,
  )) {
    const key = pitchesOf(library, shape).join();
    const known = easiest.get(key);
    if (known === undefined || library.difficulty[shape]! < library.difficulty[known]!) easiest.set(key, shape);
  }
  const away = (shape: number) =>
    pitchesOf(library, shape).reduce((sum, pitch, i) => sum + Math.abs(pitch - own[i]!), 0);
  return [...easiest.values()].sort((a, b) => away(a) - away(b) || a - b);
}

/** The same voicing an octave up or down. */
export function octaveAway(library: ShapeLibrary, frets: Frets): number[] {
  const own = pitchesIn(library, frets);
  const wanted = [12, -12].map((by) => own.map((pitch) => pitch + by).join());
  return among(library, frets, (pitches) => wanted.includes(pitches.join()));
}

/**
 * Its inversions on the same strings, from the lowest up: from one to the next each voice goes to the next note of the
 * chord (field practice).
 */
export function inversionsOf(library: ShapeLibrary, frets: Frets): number[] {
  const strings = stringsOf(frets);
  const own = pitchesIn(library, frets);
  const mask = maskIn(own);
  const wanted = [1, -1].flatMap((by) => {
    const found: string[] = [];
    for (let now = own, i = 0; i < MOST_INVERSIONS; i++) {
      now = now.map((pitch) => nextIn(mask, pitch, by));
      found.push(now.join());
    }
    return found;
  });
  const easiest = new Map<number, number>();
  for (const shape of among(
    library,
    frets,
    (pitches, other) => stringsOf(other) === strings && wanted.includes(pitches.join()),
  )) {
    const bass = library.lowest[shape]!;
    const known = easiest.get(bass);
    if (known === undefined || library.difficulty[shape]! < library.difficulty[known]!) easiest.set(bass, shape);
  }
  return [...easiest.values()].sort((a, b) => library.lowest[a]! - library.lowest[b]!);
}

/** No neck has more up or down it. */
const MOST_INVERSIONS = 12;

/** The next pitch up or down of a set of pitch classes. */
function nextIn(mask: number, pitch: number, by: number): number {
  let next = pitch + by;
  while ((mask & (1 << (((next % 12) + 12) % 12))) === 0) next += by;
  return next;
}

/** A grip that one finger makes of another, a fret up or down its string. */
export interface Neighbour {
  readonly string: number;
  readonly by: 1 | -1;
  readonly frets: Frets;
}

/** What one finger a fret up or down makes of a grip, where this hand can hold it. */
export function neighboursOf(frets: Frets, hand: Hand): Neighbour[] {
  return frets.flatMap((fret, string) =>
    ([1, -1] as const).flatMap((by) => {
      if (fret < 0 || fret + by < 0) return [];
      const other = frets.map((own, s) => (s === string ? own + by : own));
      return whyNotHeld(other, hand) === null ? [{ string, by, frets: other }] : [];
    }),
  );
}

/** The open strings to leave out so that a grip can be moved along the neck; none when it can be. */
export const openStringsOf = (frets: Frets): number[] => frets.flatMap((fret, s) => (fret === 0 ? [s] : []));

/** A form most players know, or a grip they keep. */
export interface KnownGrip {
  readonly frets: Frets;
}

/** How one grip is a small change of another: string by string, in frets; a string left out or added is null. */
export interface SmallChange<Known extends KnownGrip> {
  readonly of: Known;
  /** The known grip where it lies for this change: movable ones slide. */
  readonly at: Frets;
  readonly changes: readonly { readonly string: number; readonly by: number | null }[];
}

/** At most so many strings change, none by more frets than that: else it is another grip. */
const MOST_CHANGES = 2;
const MOST_FRETS = 2;
/** A string left out or added is felt like a finger that moves so far. */
const LEFT_OUT = 1.5;

/** The nearest known grip a grip is a small change of; null when none is near, or it is known itself. */
export function smallChangeOf<Known extends KnownGrip>(
  frets: Frets,
  known: readonly Known[],
  highestFret: number,
): SmallChange<Known> | null {
  let best: { readonly price: number; readonly change: SmallChange<Known> } | null = null;
  for (const of of known) {
    if (of.frets.length !== frets.length) continue;
    for (const at of slidAlong(of.frets, highestFret)) {
      const changes = frets.flatMap((fret, string) => {
        const before = at[string]!;
        if (before === fret) return [];
        return [{ string, by: fret < 0 || before < 0 ? null : fret - before }];
      });
      if (changes.length === 0) return null;
      if (changes.length > MOST_CHANGES || changes.some(({ by }) => Math.abs(by ?? 0) > MOST_FRETS)) continue;
      const price = changes.reduce((sum, { by }) => sum + (by === null ? LEFT_OUT : Math.abs(by)), 0);
      if (best === null || price < best.price) best = { price, change: { of, at, changes } };
    }
  }
  return best?.change ?? null;
}

/** A known grip wherever it can lie: where it is, and, without open strings, all along the neck. */
function slidAlong(frets: Frets, highestFret: number): Frets[] {
  if (frets.includes(0)) return [frets];
  const fretted = frets.filter((fret) => fret > 0);
  const [low, high] = [Math.min(...fretted), Math.max(...fretted)];
  return Array.from({ length: Math.max(0, highestFret - (high - low)) }, (_, at) =>
    frets.map((fret) => (fret < 0 ? fret : fret - low + at + 1)),
  );
}

/** Forms most players begin with (common practice): open chords, and the two barre forms, which slide. */
export const COMMON_FORMS: readonly KnownGrip[] = [
  'x-3-2-0-1-0',
  'x-0-2-2-2-0',
  '3-2-0-0-0-3',
  '0-2-2-1-0-0',
  'x-x-0-2-3-2',
  'x-0-2-2-1-0',
  '0-2-2-0-0-0',
  'x-x-0-2-3-1',
  'x-0-2-0-2-0',
  '0-2-0-1-0-0',
  'x-x-0-2-1-2',
  '3-2-0-0-0-1',
  'x-3-2-3-1-0',
  'x-2-1-2-0-2',
  '1-3-3-2-1-1',
  '1-3-3-1-1-1',
  '1-3-1-2-1-1',
  '1-3-1-1-1-1',
  'x-1-3-3-3-1',
  'x-1-3-3-2-1',
  'x-1-3-1-3-1',
  'x-1-3-1-2-1',
  'x-1-3-2-3-1',
].map((grip) => ({ frets: grip.split('-').map((fret) => (fret === 'x' ? -1 : Number(fret))) }));
