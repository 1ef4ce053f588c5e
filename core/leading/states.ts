import { degreeIn, type Chord } from '../chord/chord.ts';
import { TENSIONS } from '../chord/kind.ts';
import { fretsAt, pitchesOf, positionOf, shapesOf } from '../grip/grips.ts';
import type { ShapeLibrary } from '../grip/library.ts';
import { MOST_STRINGS } from '../neck/tuning.ts';
import { pitchClass } from '../pitch/note.ts';
import { pitchClassOf, type PitchClass } from '../pitch/pitch.ts';
import { columnTerms, totalOf, type Held, type Pricing } from './cost.ts';
import { distinct } from './movement.ts';

/**
 * One tenth of a semitone in the search's numbers. What lies below it orders grips of equal price
 * (easier first, then a fixed shuffle), so that the best path is one and the same however it is
 * found: 2³² leaves room for 4,000 columns of tie-breaks below one tenth, and a double holds the sum.
 */
export const TENTH = 2 ** 32;
const TIE_PER_DIFFICULTY = 2 ** 13;

/**
 * The grips of one column as the search sees them: those that sound the same set of pitches in the
 * same position are one state, held by the cheapest of them, for every join costs the same from each.
 * Pitches of state `i` stand ascending at `pitches[7i …]`, `voices[i]` of them.
 */
export interface States {
  readonly size: number;
  readonly shape: Uint32Array;
  readonly own: Float64Array;
  readonly pitches: Uint8Array;
  readonly voices: Uint8Array;
  readonly position: Uint8Array;
}

/** What the cost terms need to know of a shape held as a chord. */
export function heldAs(chord: Chord, library: ShapeLibrary, shape: number, { area }: Pricing): Held {
  const pitches = pitchesOf(library, shape);
  return {
    pitches,
    difficulty: library.difficulty[shape]!,
    position: positionOf(library, shape),
    lowest: lowestIs(chord, pitchClassOf(pitches[0]!)),
    outside: area === null ? 0 : outsideOf(area, fretsAt(library, shape)),
  };
}

/** Frets that a shape reaches beyond an area, on both sides; open strings lie in every one. */
function outsideOf([from, to]: readonly [number, number], frets: readonly number[]): number {
  const fretted = frets.filter((fret) => fret > 0);
  if (fretted.length === 0) return 0;
  return Math.max(0, from - Math.min(...fretted)) + Math.max(0, Math.max(...fretted) - to);
}

function lowestIs(chord: Chord, pc: PitchClass): Held['lowest'] {
  if (pc === pitchClass(chord.bass ?? chord.root)) return 'root';
  const degree = degreeIn(chord, pc);
  return degree !== null && TENSIONS.some((tension) => tension === degree) ? 'tension' : 'tone';
}

/** A shape's own price with its tie-break, in the search's numbers. */
export function ownPrice(chord: Chord, library: ShapeLibrary, shape: number, pricing: Pricing): number {
  const held = heldAs(chord, library, shape, pricing);
  return (
    totalOf(columnTerms(held, pricing.weights)) * TENTH + held.difficulty * TIE_PER_DIFFICULTY + shuffle(library, shape)
  );
}

/** A fixed number below 2¹³ from a shape's frets (FNV-1a). */
function shuffle(library: ShapeLibrary, shape: number): number {
  let hash = 0x811c9dc5;
  const { strings, frets } = library;
  for (let s = 0; s < strings; s++) hash = Math.imul(hash ^ (frets[shape * strings + s]! + 1), 0x01000193);
  return (hash >>> 0) % TIE_PER_DIFFICULTY;
}

/** The states of a chord: all its grips, or the one it is pinned to. */
export function statesOf(
  chord: Chord,
  library: ShapeLibrary,
  pricing: Pricing,
  shapes = shapesOf(chord, library),
): States {
  const cheapest = new Map<string, { shape: number; own: number }>();
  for (const shape of shapes) {
    const own = ownPrice(chord, library, shape, pricing);
    const key = stateKey(library, shape);
    const known = cheapest.get(key);
    if (!known || own < known.own) cheapest.set(key, { shape, own });
  }
  const all = [...cheapest.values()];
  const sets = all.map(({ shape }) => distinct(pitchesOf(library, shape)));
  const pitches = new Uint8Array(all.length * MOST_STRINGS);
  sets.forEach((set, i) => pitches.set(set, i * MOST_STRINGS));
  return {
    size: all.length,
    shape: Uint32Array.from(all, ({ shape }) => shape),
    own: Float64Array.from(all, ({ own }) => own),
    pitches,
    voices: Uint8Array.from(sets, (set) => set.length),
    position: Uint8Array.from(all, ({ shape }) => positionOf(library, shape)),
  };
}

/** The same for all shapes that are one state: position and sounding pitches. */
export function stateKey(library: ShapeLibrary, shape: number): string {
  return String.fromCharCode(positionOf(library, shape), ...distinct(pitchesOf(library, shape)));
}

/** The key of state `i`. */
export function stateKeyAt({ position, pitches, voices }: States, i: number): string {
  return String.fromCharCode(position[i]!, ...pitches.subarray(i * MOST_STRINGS, i * MOST_STRINGS + voices[i]!));
}
