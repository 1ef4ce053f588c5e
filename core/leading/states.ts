import { degreeIn, type Chord } from '../chord/chord.ts';
import { TENSIONS } from '../chord/kind.ts';
import { fretsAt, pitchesOf, positionOf, shapesOf } from '../grip/grips.ts';
import type { ShapeLibrary } from '../grip/library.ts';
import { MOST_STRINGS } from '../neck/tuning.ts';
import { pitchClass } from '../pitch/note.ts';
import { maskOf, pitchClassOf, type PitchClass } from '../pitch/pitch.ts';
import { columnTerms, totalOf, type Held, type Pricing } from './cost.ts';
import { distinct } from './movement.ts';
import { gripMisses, gripPrice, type GripWish, type Wished } from './wishes.ts';

/**
 * One tenth of a semitone in the search's numbers. What lies below it orders grips of equal price
 * (easier first, then a fixed shuffle), so that the best path is one and the same however it is
 * found: 2³² leaves room for 4,000 columns of tie-breaks below one tenth, and a double holds the sum.
 */
export const TENTH = 2 ** 32;
const TIE_PER_DIFFICULTY = 2 ** 13;

/**
 * The grips of one column as the search sees them, those of the same pitches side by side. Of state `i`: distinct pitches
 * ascending at `pitches[7i …]`, `voices[i]` of them; per string its fret and one (0 not played, 1 open) and its finger (0
 * none) at `frets[7i …]`, `fingers[7i …]`; `mask` its pitch classes as bits.
 */
export interface States {
  readonly size: number;
  readonly shape: Uint32Array;
  readonly own: Float64Array;
  readonly pitches: Uint8Array;
  readonly voices: Uint8Array;
  readonly position: Uint8Array;
  readonly frets: Uint8Array;
  readonly fingers: Uint8Array;
  readonly mask: Uint16Array;
  /** States of the same pitches in the same position stand together: set g is `setStart[g]` … `setStart[g + 1] − 1`. */
  readonly setStart: Uint32Array;
}

/** What the cost terms need to know of a shape held as a chord. */
export function heldAs(
  chord: Chord,
  library: ShapeLibrary,
  shape: number,
  { area }: Pricing,
  wishes: readonly Wished<GripWish>[] = [],
): Held {
  const pitches = distinct(pitchesOf(library, shape));
  const frets = fretsAt(library, shape);
  const { strings } = library;
  return {
    chord,
    pitches,
    frets,
    fingers: Array.from(library.fingers.subarray(shape * strings, (shape + 1) * strings)),
    difficulty: library.difficulty[shape]!,
    position: positionOf(library, shape),
    lowest: lowestIs(chord, pitchClassOf(pitches[0]!)),
    outside: area === null ? 0 : outsideOf(area, frets),
    missed: missedBy(wishes, chord, library, [shape])[0]!,
  };
}

/** What shapes cost by the wishes they miss, in tenths. */
function missedBy(
  wishes: readonly Wished<GripWish>[],
  chord: Chord,
  library: ShapeLibrary,
  shapes: ArrayLike<number>,
): readonly number[] {
  const misses = wishes.map(({ wish, hard }) => ({ hard, steps: gripMisses(wish, chord, library, shapes) }));
  return Array.from(shapes, (_, i) => misses.reduce((sum, { hard, steps }) => sum + gripPrice(steps[i]!, hard), 0));
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
  // A sixth chord over its sixth is the relative minor seventh, and heard as that.
  return degree === '6' || TENSIONS.some((tension) => tension === degree) ? 'tension' : 'tone';
}

/** A shape's own price with its tie-break, in the search's numbers. */
function ownPrice(held: Held, { weights }: Pricing): number {
  return totalOf(columnTerms(held, weights)) * TENTH + held.difficulty * TIE_PER_DIFFICULTY + shuffle(held.frets);
}

/** A fixed number below 2¹³ from a shape's frets (FNV-1a). */
function shuffle(frets: readonly number[]): number {
  let hash = 0x811c9dc5;
  for (const fret of frets) hash = Math.imul(hash ^ (fret + 1), 0x01000193);
  return (hash >>> 0) % TIE_PER_DIFFICULTY;
}

/** The states of a chord: all its grips, or those given. */
export function statesOf(
  chord: Chord,
  library: ShapeLibrary,
  pricing: Pricing,
  shapes: ArrayLike<number> = shapesOf(chord, library),
  wishes: readonly Wished<GripWish>[] = [],
): States {
  const missed = missedBy(wishes, chord, library, shapes);
  const all = Array.from(shapes, (shape, i) => {
    const held = { ...heldAs(chord, library, shape, pricing), missed: missed[i]! };
    return { shape, held, sounds: String.fromCharCode(...held.pitches) };
  }).sort((a, b) =>
    a.sounds < b.sounds ? -1 : a.sounds > b.sounds ? 1 : a.held.position - b.held.position || a.shape - b.shape,
  );
  const isNew = all.map(
    ({ sounds, held }, i) => i === 0 || all[i - 1]!.sounds !== sounds || all[i - 1]!.held.position !== held.position,
  );
  const rows = (of: (one: (typeof all)[number]) => readonly number[]) => {
    const table = new Uint8Array(all.length * MOST_STRINGS);
    all.forEach((one, i) => table.set(of(one), i * MOST_STRINGS));
    return table;
  };
  return {
    size: all.length,
    shape: Uint32Array.from(all, ({ shape }) => shape),
    own: Float64Array.from(all, ({ held }) => ownPrice(held, pricing)),
    pitches: rows(({ held }) => held.pitches),
    voices: Uint8Array.from(all, ({ held }) => held.pitches.length),
    position: Uint8Array.from(all, ({ held }) => held.position),
    frets: rows(({ held }) => held.frets.map((fret) => fret + 1)),
    fingers: rows(({ held }) => held.fingers),
    mask: Uint16Array.from(all, ({ held }) => maskOf(held.pitches.map(pitchClassOf))),
    setStart: Uint32Array.from([...isNew.flatMap((first, i) => (first ? [i] : [])), all.length]),
  };
}
