import type { Chord } from '../chord/chord.ts';
import { positionOf, shapesOf } from '../grip/grips.ts';
import type { ShapeLibrary } from '../grip/library.ts';
import { stockOf } from '../grip/stock.ts';
import { bassStringOf, MUD_BELOW, MUD_INTERVAL } from '../grip/traits.ts';
import { MOST_STRINGS } from '../neck/tuning.ts';
import { degreePitchClass } from '../pitch/degree.ts';
import { pitchClass } from '../pitch/note.ts';
import { closeNotes, columnPrice, columnTerms, type PricedGrip } from './column-cost.ts';
import { distinct } from './movement.ts';
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

/** Which notes lie near each other in a shape, and which of its strings sound. */
interface Strings extends Pick<PricedGrip, 'open' | 'openBass' | 'silent' | 'seconds' | 'unisons' | 'muddy'> {
  /** Those above the bass, as bits. */
  readonly above: number;
}

/** What is told of a shape by its strings. */
function stringsOf({ neck, strings, frets, traits }: ShapeLibrary, shape: number): Strings {
  const bass = bassStringOf(traits[shape]!);
  const pitches: number[] = [];
  let [open, silent, above] = [0, 0, 0];
  for (let s = 0; s < strings; s++) {
    const fret = frets[shape * strings + s]!;
    if (fret === 0) open++;
    if (fret < 0) silent += s > bass ? 1 : 0;
    else {
      pitches.push(neck.open[s]! + fret);
      if (s !== bass) above |= 1 << s;
    }
  }
  pitches.sort((a, b) => a - b);
  const muddy = distinct(pitches).filter((pitch, v, all) => {
    return v > 0 && all[v - 1]! < MUD_BELOW && pitch - all[v - 1]! <= MUD_INTERVAL;
  }).length;
  return { open, openBass: frets[shape * strings + bass] === 0, silent, ...closeNotes(pitches), muddy, above };
}

/** The pitch classes that may be lowest at no price, as bits. */
function bassesOf({ root, bass, kind }: Chord, rules: readonly Rule[]): number {
  const named = 1 << pitchClass(bass ?? root);
  if (!rules.some(({ inverts }) => inverts)) return named;
  return [kind.third, kind.fifth, kind.seventh].reduce(
    (bits, degree) => (degree === null ? bits : bits | (1 << degreePitchClass(root, degree))),
    named,
  );
}

/** What of a shape makes its price as a grip of a chord. */
function pricedGrip(
  library: ShapeLibrary,
  shape: number,
  pitches: ArrayLike<number>,
  { basses, inStock }: { readonly basses: number; readonly inStock: boolean },
): PricedGrip & Strings {
  return {
    ...stringsOf(library, shape),
    pitches,
    difficulty: library.difficulty[shape]!,
    hasBass: ((basses >> (pitches[0]! % 12)) & 1) === 1,
    position: positionOf(library, shape),
    bassString: library.strings - bassStringOf(library.traits[shape]!),
    inStock,
  };
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
  const basses = bassesOf(chord, rules);
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
    above: new Uint8Array(size),
  };
  const { strings } = library;
  const starts: number[] = [];
  for (let i = 0; i < size; i++) {
    const from = order[i]!;
    const shape = shapes[from]!;
    const frets = library.frets.subarray(shape * strings, (shape + 1) * strings);
    const pitches = sets.subarray(from * MOST_STRINGS, from * MOST_STRINGS + counts[from]!);
    const held = pricedGrip(library, shape, pitches, { basses, inStock: inStock[from] === 1 });
    if (i === 0 || counts[from] !== counts[order[i - 1]!] || compare(from, order[i - 1]!) !== 0) starts.push(i);
    states.shape[i] = shape;
    // What it costs, and what orders grips that cost the same.
    states.own[i] =
      (columnPrice(held, weights) + ruled[from]!) * TENTH + held.difficulty * TIE_PER_DIFFICULTY + shuffle(frets);
    states.pitches.set(pitches, i * MOST_STRINGS);
    states.voices[i] = counts[from]!;
    states.position[i] = positions[from]!;
    states.fingers.set(library.fingers.subarray(shape * strings, (shape + 1) * strings), i * MOST_STRINGS);
    states.mask[i] = library.mask[shape]!;
    states.above[i] = held.above;
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
  const pitches = pitchesIn(states, i);
  const shape = states.shape[i]!;
  const grip = pricedGrip(library, shape, pitches, {
    basses: bassesOf(chord, rules),
    inStock: stockOf(chord, library, [shape])[0] === 1,
  });
  const terms = { ...columnTerms(grip, weights) };
  for (const { price, term } of rules)
    if (price && term !== undefined) terms[term] += price([shape], chord, library)[0]! * weights[term];
  return terms;
}
