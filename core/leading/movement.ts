import { MOST_STRINGS } from '../neck/tuning.ts';

/**
 * Least non-crossing movement between two ascending sets of pitches, in semitones: the smaller set
 * is matched into the larger in order, Σ|Δ| least; voices left over enter or leave and do not move.
 * `movement([60, 64, 67], [60, 65, 69])` is 3 (C major to F major, D. Tymoczko, "The Geometry of
 * Musical Chords", Science 313, 2006). Reads `an` pitches of `a` from `ai`, `bn` of `b` from `bi`;
 * at most seven of each.
 */
export function movementBetween(
  a: ArrayLike<number>,
  ai: number,
  an: number,
  b: ArrayLike<number>,
  bi: number,
  bn: number,
): number {
  if (an > bn) return movementBetween(b, bi, bn, a, ai, an);
  const slack = bn - an;
  if (slack === 0) {
    let sum = 0;
    for (let k = 0; k < an; k++) sum += Math.abs(a[ai + k]! - b[bi + k]!);
    return sum;
  }
  // best[j]: least movement of the voices so far with the last of them at b[k + j′], j′ ≤ j.
  best.fill(0);
  for (let k = 0; k < an; k++) {
    const pitch = a[ai + k]!;
    let least = Infinity;
    for (let j = 0; j <= slack; j++) {
      const here = best[j]! + Math.abs(pitch - b[bi + k + j]!);
      if (here < least) least = here;
      best[j] = least;
    }
  }
  return best[slack]!;
}
const best = new Float64Array(MOST_STRINGS);

/** Movement between two lists of sounding pitches; unisons count once. */
export function movement(a: readonly number[], b: readonly number[]): number {
  const from = distinct(a);
  const to = distinct(b);
  return movementBetween(from, 0, from.length, to, 0, to.length);
}

/** Pitches of `a` that sound on in `b`. */
export function heldTones(a: readonly number[], b: readonly number[]): number[] {
  return distinct(a).filter((pitch) => b.includes(pitch));
}

export function distinct(pitches: readonly number[]): number[] {
  return [...new Set(pitches)].sort((x, y) => x - y);
}

/**
 * Which voice goes where under the least movement: pairs of indices into the two sets of pitches,
 * ascending; with several equally short ways the lowest voices pair first. Voices without a pair
 * enter or leave.
 */
export function voicePairs(a: readonly number[], b: readonly number[]): readonly (readonly [number, number])[] {
  if (a.length > b.length) return voicePairs(b, a).map(([j, i]) => [i, j] as const);
  const goal = movementBetween(a, 0, a.length, b, 0, b.length);
  const pairs: [number, number][] = [];
  let spent = 0;
  let j = 0;
  for (let i = 0; i < a.length; i++) {
    for (; ; j++) {
      const step = Math.abs(a[i]! - b[j]!);
      const rest = movementBetween(a, i + 1, a.length - i - 1, b, j + 1, b.length - j - 1);
      if (spent + step + rest === goal && b.length - j - 1 >= a.length - i - 1) {
        pairs.push([i, j++]);
        spent += step;
        break;
      }
    }
  }
  return pairs;
}
