import type { Chord } from '../chord/chord.ts';
import { shapesOf } from '../grip/grips.ts';
import type { ShapeLibrary } from '../grip/library.ts';
import { stockOf } from '../grip/stock.ts';
import { MOST_STRINGS } from '../neck/tuning.ts';
import { pitchClass } from '../pitch/note.ts';
import { maskOf } from '../pitch/pitch.ts';
import { chordPrice, columnTerms, shapePrices } from './column-cost.ts';
import { layOut, type LaidOut, type Layout } from './layout.ts';
import { shapeFacts } from './shape-facts.ts';
import type { Rule } from './rules/rule.ts';
import type { Terms } from './terms.ts';
import { TENTH } from './units.ts';
import type { Weights } from './weights.ts';

/**
 * The grips of one column as the search sees them, by number of pitches, those of the same pitches side by side. Of state
 * `i`: distinct pitches ascending at `pitches[7i …]`, `voices[i]` of them; per string its fret and one (0 not played, 1
 * open) and its finger (0 none) at `frets[7i …]`, `fingers[7i …]`; `mask` its pitch classes as bits.
 */
export interface States extends Layout {
  /** What each costs by itself; never below 0. */
  readonly own: Float64Array;
}

/** Whether what lies lowest of some notes (12 bits) may lie there at no price: an inversion has its root above. */
function bassOf(chord: Chord, rules: readonly Rule[]): (lowest: number, mask: number) => boolean {
  const root = 1 << pitchClass(chord.root);
  const named = pitchClass(chord.bass ?? chord.root);
  const inversions = maskOf(rules.flatMap(({ basses }) => basses?.(chord) ?? []));
  return (lowest, mask) => lowest % 12 === named || ((inversions & (1 << (lowest % 12))) !== 0 && (mask & root) !== 0);
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
  const { layout, order, tie, inStock } = laidOut(chord, library, shapes);
  const ruled = rulePrices(chord, library, weights, shapes, rules);
  const isBass = bassOf(chord, rules);
  const priceOf = shapePrices(library, weights);
  const [missed, met] = [false, true].map((is) => [
    chordPrice({ hasBass: is, inStock: false }, weights),
    chordPrice({ hasBass: is, inStock: true }, weights),
  ]) as [number[], number[]];
  const own = new Float64Array(layout.size);
  for (let i = 0; i < own.length; i++) {
    const hasBass = isBass(layout.pitches[i * MOST_STRINGS]!, layout.mask[i]!);
    const price = priceOf(layout.shape[i]!) + (hasBass ? met : missed)[inStock[i]!]! + ruled[order[i]!]!;
    own[i] = price * TENTH + tie[i]!;
  }
  return { ...layout, own };
}

/** The same shapes, those of one chord, are priced under many rules. */
const known = new WeakMap<Uint32Array, LaidOut & { readonly inStock: Uint8Array }>();

function laidOut(chord: Chord, library: ShapeLibrary, shapes: Uint32Array) {
  const found = known.get(shapes);
  if (found) return found;
  const laid = layOut(library, shapes);
  const made = { ...laid, inStock: stockOf(chord, library, laid.layout.shape) };
  known.set(shapes, made);
  return made;
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
