import { degreeIn, type Chord } from '../chord/chord.ts';
import { TENSIONS } from '../chord/kind.ts';
import { fretsAt, pitchesOf, positionOf, shapesOf } from '../grip/grips.ts';
import type { ShapeLibrary } from '../grip/library.ts';
import { MOST_STRINGS } from '../neck/tuning.ts';
import { pitchClass } from '../pitch/note.ts';
import { pitchClassOf, type PitchClass } from '../pitch/pitch.ts';
import { columnPrice, type Held, type Pricing } from './cost.ts';
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
 * The grips of one column as the search sees them, by number of pitches, those of the same pitches side by side. Of state
 * `i`: distinct pitches ascending at `pitches[7i …]`, `voices[i]` of them; per string its fret and one (0 not played, 1
 * open) and its finger (0 none) at `frets[7i …]`, `fingers[7i …]`; `mask` its pitch classes as bits.
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
function outsideOf([from, to]: readonly [number, number], frets: Iterable<number>): number {
  const fretted = [...frets].filter((fret) => fret > 0);
  if (fretted.length === 0) return 0;
  return Math.max(0, from - Math.min(...fretted)) + Math.max(0, Math.max(...fretted) - to);
}

function lowestIs(chord: Chord, pc: PitchClass): Held['lowest'] {
  if (pc === pitchClass(chord.bass ?? chord.root)) return 'root';
  const degree = degreeIn(chord, pc);
  // A sixth chord over its sixth is the relative minor seventh, and heard as that.
  return degree === '6' || TENSIONS.some((tension) => tension === degree) ? 'tension' : 'tone';
}

/** A fixed number below 2¹³ from a shape's frets (FNV-1a). */
function shuffle(frets: Int8Array): number {
  let hash = 0x811c9dc5;
  for (const fret of frets) hash = Math.imul(hash ^ (fret + 1), 0x01000193);
  return (hash >>> 0) % TIE_PER_DIFFICULTY;
}

/** The states of a chord: all its grips, or those given. In plain loops over flat arrays: a chord has thousands. */
export function statesOf(
  chord: Chord,
  library: ShapeLibrary,
  { weights, area }: Pricing,
  shapes: ArrayLike<number> = shapesOf(chord, library),
  wishes: readonly Wished<GripWish>[] = [],
): States {
  const size = shapes.length;
  const missed = missedBy(wishes, chord, library, shapes);
  const lowestAt = Array.from({ length: 12 }, (_, pc) => lowestIs(chord, pc));
  const sets = new Uint8Array(size * MOST_STRINGS);
  const counts = Uint8Array.from(shapes, (shape, i) => distinctInto(sets, i * MOST_STRINGS, library, shape));
  const positions = Uint8Array.from(shapes, (shape) => positionOf(library, shape));
  const order = Uint32Array.from(shapes, (_, i) => i).sort((x, y) => counts[x]! - counts[y]! || compare(x, y) || x - y);
  function compare(x: number, y: number): number {
    for (let v = 0; v < counts[x]!; v++) {
      const higher = sets[x * MOST_STRINGS + v]! - sets[y * MOST_STRINGS + v]!;
      if (higher !== 0) return higher;
    }
    return positions[x]! - positions[y]!;
  }

  const states = {
    size,
    shape: new Uint32Array(size),
    own: new Float64Array(size),
    pitches: new Uint8Array(size * MOST_STRINGS),
    voices: new Uint8Array(size),
    position: new Uint8Array(size),
    frets: new Uint8Array(size * MOST_STRINGS),
    fingers: new Uint8Array(size * MOST_STRINGS),
    mask: new Uint16Array(size),
  };
  const { strings } = library;
  const starts: number[] = [];
  for (let i = 0; i < size; i++) {
    const from = order[i]!;
    const shape = shapes[from]!;
    const frets = library.frets.subarray(shape * strings, (shape + 1) * strings);
    const pitches = sets.subarray(from * MOST_STRINGS, from * MOST_STRINGS + counts[from]!);
    const held = {
      pitches,
      difficulty: library.difficulty[shape]!,
      lowest: lowestAt[pitches[0]! % 12]!,
      outside: area === null ? 0 : outsideOf(area, frets),
      missed: missed[from]!,
    };
    if (i === 0 || counts[from] !== counts[order[i - 1]!] || compare(from, order[i - 1]!) !== 0) starts.push(i);
    states.shape[i] = shape;
    // What it costs, and what orders grips that cost the same.
    states.own[i] = columnPrice(held, weights) * TENTH + held.difficulty * TIE_PER_DIFFICULTY + shuffle(frets);
    states.pitches.set(pitches, i * MOST_STRINGS);
    states.voices[i] = counts[from]!;
    states.position[i] = positions[from]!;
    states.fingers.set(library.fingers.subarray(shape * strings, (shape + 1) * strings), i * MOST_STRINGS);
    states.mask[i] = library.mask[shape]!;
    for (let s = 0; s < strings; s++) states.frets[i * MOST_STRINGS + s] = frets[s]! + 1;
  }
  return { ...states, setStart: Uint32Array.from([...starts, size]) };
}

/** Writes the pitches a shape sounds, ascending, each once, and returns how many. */
function distinctInto(sets: Uint8Array, at: number, { neck, strings, frets }: ShapeLibrary, shape: number): number {
  let count = 0;
  for (let s = 0; s < strings; s++) {
    const fret = frets[shape * strings + s]!;
    if (fret < 0) continue;
    const pitch = neck.open[s]! + fret;
    let v = count;
    while (v > 0 && sets[at + v - 1]! > pitch) v--;
    if (v > 0 && sets[at + v - 1] === pitch) continue;
    sets.copyWithin(at + v + 1, at + v, at + count++);
    sets[at + v] = pitch;
  }
  return count;
}
