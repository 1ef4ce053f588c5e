import type { Chord } from '../chord/chord.ts';
import { positionOf, shapesOf } from '../grip/grips.ts';
import type { ShapeLibrary } from '../grip/library.ts';
import { stockOf } from '../grip/stock.ts';
import { MOST_STRINGS } from '../neck/tuning.ts';
import { pitchClass } from '../pitch/note.ts';
import { maskOf } from '../pitch/pitch.ts';
import { chordPrice, columnTerms, shapePrices } from './column-cost.ts';
import { shapeFacts, stringsAbove } from './shape-facts.ts';
import type { Rule } from './rules/rule.ts';
import type { Terms } from './terms.ts';
import { TENTH } from './units.ts';
import type { Weights } from './weights.ts';

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
  /** The strings that sound above the bass, as bits. */
  readonly above: Uint8Array;
  /** States of the same pitches in the same position stand together: set g is `setStart[g]` … `setStart[g + 1] − 1`. */
  readonly setStart: Uint32Array;
}

/** Whether what lies lowest of some notes (12 bits) may lie there at no price: an inversion has its root above. */
function bassOf(chord: Chord, rules: readonly Rule[]): (lowest: number, mask: number) => boolean {
  const root = 1 << pitchClass(chord.root);
  const named = pitchClass(chord.bass ?? chord.root);
  const inversions = maskOf(rules.flatMap(({ basses }) => basses?.(chord) ?? []));
  return (lowest, mask) => lowest % 12 === named || ((inversions & (1 << (lowest % 12))) !== 0 && (mask & root) !== 0);
}

/** A fixed number below 2¹³ from a shape's frets (FNV-1a). */
function shuffle(frets: Int8Array): number {
  let hash = 0x811c9dc5;
  for (const fret of frets) hash = Math.imul(hash ^ (fret + 1), 0x01000193);
  return (hash >>> 0) % TIE_PER_DIFFICULTY;
}

/** What the rules of a chord cost each of some shapes, in tenths. */
function rulePrices(
  chord: Chord,
  library: ShapeLibrary,
  weights: Weights,
  shapes: ArrayLike<number>,
  rules: readonly Rule[],
): Float64Array {
  const sum = new Float64Array(shapes.length);
  for (const { price, term } of rules) {
    const each = price?.(shapes, chord, library);
    const weight = term === undefined ? 1 : weights[term];
    if (each) for (let i = 0; i < sum.length; i++) sum[i]! += each[i]! * weight;
  }
  return sum;
}

/**
 * The states of a chord under its rules: of all its grips, or of those given. In plain loops over flat arrays: a chord has
 * thousands.
 */
export function statesOf(
  chord: Chord,
  library: ShapeLibrary,
  weights: Weights,
  rules: readonly Rule[] = [],
  all: Uint32Array = shapesOf(chord, library),
): States {
  const shapes = rules.reduce((some, { narrow }) => narrow?.(some, chord, library) ?? some, all);
  const size = shapes.length;
  const ruled = rulePrices(chord, library, weights, shapes, rules);
  const inStock = stockOf(chord, library, shapes);
  const isBass = bassOf(chord, rules);
  const priceOf = shapePrices(library, weights);
  const sets = new Uint8Array(size * MOST_STRINGS);
  const counts = Uint8Array.from(shapes, (shape, i) => distinctInto(sets, i * MOST_STRINGS, library, shape));
  const positions = Uint8Array.from(shapes, (shape) => positionOf(library, shape));
  const keys = Float64Array.from(shapes, (_, i) => orderOf(sets, i * MOST_STRINGS, counts[i]!, positions[i]!));
  const order = Uint32Array.from(shapes, (_, i) => i).sort((x, y) => keys[x]! - keys[y]! || x - y);

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
    above: new Uint8Array(size),
  };
  const { strings } = library;
  const starts: number[] = [];
  for (let i = 0; i < size; i++) {
    const from = order[i]!;
    const shape = shapes[from]!;
    const frets = library.frets.subarray(shape * strings, (shape + 1) * strings);
    const facts = { hasBass: isBass(sets[from * MOST_STRINGS]!, library.mask[shape]!), inStock: inStock[from] === 1 };
    if (i === 0 || keys[from] !== keys[order[i - 1]!]) starts.push(i);
    states.shape[i] = shape;
    // What it costs, and what orders grips that cost the same.
    states.own[i] =
      (priceOf(shape) + chordPrice(facts, weights) + ruled[from]!) * TENTH +
      library.difficulty[shape]! * TIE_PER_DIFFICULTY +
      shuffle(frets);
    for (let v = 0; v < counts[from]!; v++) states.pitches[i * MOST_STRINGS + v] = sets[from * MOST_STRINGS + v]!;
    states.voices[i] = counts[from]!;
    states.position[i] = positions[from]!;
    states.mask[i] = library.mask[shape]!;
    states.above[i] = stringsAbove(library, shape);
    for (let s = 0; s < strings; s++) {
      states.fingers[i * MOST_STRINGS + s] = library.fingers[shape * strings + s]!;
      states.frets[i * MOST_STRINGS + s] = frets[s]! + 1;
    }
  }
  return { ...states, setStart: Uint32Array.from([...starts, size]) };
}

/** A number by which states stand in order: by how many pitches, then by the pitches from the lowest up, then by position. */
function orderOf(sets: Uint8Array, at: number, count: number, position: number): number {
  // 3 bits, 7 for the lowest pitch, 6 for how far each of six others lies over the one below it, 5: 51 in all.
  let key = count * 128 + sets[at]!;
  for (let v = 1; v < MOST_STRINGS; v++) key = key * 64 + (v < count ? sets[at + v]! - sets[at + v - 1]! : 0);
  return key * 32 + position;
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

/** The pitches of a state, ascending, each once. */
export const pitchesIn = ({ pitches, voices }: States, i: number): number[] =>
  Array.from(pitches.subarray(i * MOST_STRINGS, i * MOST_STRINGS + voices[i]!));

/** What a state costs by itself, term by term, with its rules, in whole tenths. */
export function stateTerms(
  states: States,
  i: number,
  chord: Chord,
  library: ShapeLibrary,
  weights: Weights,
  rules: readonly Rule[],
): Terms {
  const shape = states.shape[i]!;
  const terms = {
    ...columnTerms(
      shapeFacts(library, shape),
      {
        hasBass: bassOf(chord, rules)(states.pitches[i * MOST_STRINGS]!, library.mask[shape]!),
        inStock: stockOf(chord, library, [shape])[0] === 1,
      },
      weights,
    ),
  };
  for (const { price, term } of rules)
    if (price && term !== undefined) terms[term] += price([shape], chord, library)[0]! * weights[term];
  return terms;
}
