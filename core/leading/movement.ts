import { MOST_STRINGS } from '../neck/tuning.ts';

/**
 * The least price of going from one ascending set of pitches to the next, voice by voice without crossing: `step[n]` for
 * n semitones, and `tend[from · 12 + to]` by pitch class, where something leans (else null). Reads `an` pitches
 * of `a` from `ai`, `bn` of `b` from `bi`, at most seven of each; `a` sounds first.
 */
export function voicesPrice(
  a: ArrayLike<number>,
  ai: number,
  an: number,
  b: ArrayLike<number>,
  bi: number,
  bn: number,
  step: Float64Array,
  tend: Float64Array | null,
): number {
  if (an === bn) {
    let sum = 0;
    for (let k = 0; k < an; k++) sum += voicePrice(a[ai + k]!, b[bi + k]!, step, tend);
    return sum;
  }
  const isFewer = an < bn;
  const slack = Math.abs(bn - an);
  const few = Math.min(an, bn);
  // One voice enters or leaves, the usual case: the prices before and after the voice that is left out.
  if (slack === 1) {
    let before = 0;
    let after = 0;
    for (let k = 0; k < few; k++) {
      const on = k + 1;
      const beside = isFewer
        ? voicePrice(a[ai + k]!, b[bi + on]!, step, tend)
        : voicePrice(a[ai + on]!, b[bi + k]!, step, tend);
      before += voicePrice(a[ai + k]!, b[bi + k]!, step, tend);
      after = Math.min(before, after + beside);
    }
    return after;
  }
  // best[j]: the least price of the voices so far, the last of them paired at most j places on.
  best.fill(0);
  for (let k = 0; k < few; k++) {
    let least = Infinity;
    for (let j = 0; j <= slack; j++) {
      const from = a[ai + k + (isFewer ? 0 : j)]!;
      const to = b[bi + k + (isFewer ? j : 0)]!;
      const here = best[j]! + voicePrice(from, to, step, tend);
      if (here < least) least = here;
      best[j] = least;
    }
  }
  return best[slack]!;
}

const best = new Float64Array(MOST_STRINGS + 1);

const voicePrice = (from: number, to: number, step: Float64Array, tend: Float64Array | null): number =>
  tend === null ? step[Math.abs(from - to)]! : step[Math.abs(from - to)]! + tend[(from % 12) * 12 + (to % 12)]!;

/** Where the voices go under the least price: pairs of indices, ascending; of equally cheap ways the lowest voices pair first. */
export function pairsUnder(
  a: readonly number[],
  b: readonly number[],
  step: Float64Array,
  tend: Float64Array | null,
): readonly (readonly [number, number])[] {
  const price = (i: number, j: number) => voicesPrice(a, i, a.length - i, b, j, b.length - j, step, tend);
  const pairs: [number, number][] = [];
  let [i, j] = [0, 0];
  const few = Math.min(a.length, b.length);
  while (pairs.length < few) {
    const own = voicesPrice(a, i, 1, b, j, 1, step, tend);
    const left = few - pairs.length - 1;
    const fits = a.length - i - 1 >= left && b.length - j - 1 >= left;
    if (fits && own + (left === 0 ? 0 : price(i + 1, j + 1)) <= price(i, j) + TINY) {
      pairs.push([i++, j++]);
    } else if (a.length < b.length) j++;
    else i++;
  }
  return pairs;
}
/** Sums of prices differ in their last digits. */
const TINY = 1e-6;

/** A voice's way as it is told: in semitones, whatever leans. */
const SEMITONES = Float64Array.from({ length: 128 }, (_, way) => way);

/**
 * Least non-crossing movement between two lists of sounding pitches, in semitones: the smaller set is matched into the larger
 * in order, Σ|Δ| least; voices left over enter or leave and do not move. Unisons count once. `movement([60, 64, 67], [60, 65,
 * 69])` is 3 (C major to F major, D. Tymoczko, "The Geometry of Musical Chords", Science 313, 2006).
 */
export function movement(a: readonly number[], b: readonly number[]): number {
  const [from, to] = [distinct(a), distinct(b)];
  return voicesPrice(from, 0, from.length, to, 0, to.length, SEMITONES, null);
}

/** Pitches of `a` that sound on in `b`. */
export function heldTones(a: readonly number[], b: readonly number[]): number[] {
  return distinct(a).filter((pitch) => b.includes(pitch));
}

/** Pitches, ascending, each once: a unison is one voice. */
export function distinct(pitches: readonly number[]): number[] {
  return [...pitches].sort((x, y) => x - y).filter((pitch, i, all) => pitch !== all[i - 1]);
}

/**
 * Which voice goes where under the least movement: pairs of indices into the two sets of pitches, ascending; with several
 * equally short ways the lowest voices pair first. Voices without a pair enter or leave.
 */
export const voicePairs = (a: readonly number[], b: readonly number[]): readonly (readonly [number, number])[] =>
  pairsUnder(a, b, SEMITONES, null);
