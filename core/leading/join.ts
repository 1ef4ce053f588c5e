import type { Hand } from '../neck/hand.ts';
import { STRINGS } from '../neck/tuning.ts';
import { shiftPrice, topLeapPrice, type Weights } from './cost.ts';
import { movementBetween } from './movement.ts';
import { TENTH, type States } from './states.ts';

/** The prices of a join as tables in the search's numbers, made once for a hand and its weights. */
export interface JoinPrices {
  readonly movement: number;
  readonly entry: number;
  /** By semitones between the top notes, 0–127. */
  readonly top: Float64Array;
  /** By position · 32 + position. */
  readonly shift: Float64Array;
}

export function joinPrices(hand: Hand, weights: Weights): JoinPrices {
  const shift = new Float64Array(32 * 32);
  for (let a = 0; a <= hand.highestFret; a++) {
    for (let b = 0; b <= hand.highestFret; b++) shift[a * 32 + b] = shiftPrice(a, b, hand, weights) * TENTH;
  }
  return {
    movement: weights.movement * TENTH,
    entry: weights.entry * TENTH,
    top: Float64Array.from({ length: 128 }, (_, semitones) => topLeapPrice(semitones, weights) * TENTH),
    shift,
  };
}

/** The price of the join between state `i` of `a` and state `j` of `b`. Joins cost the same both ways. */
export function joinPrice(a: States, i: number, b: States, j: number, prices: JoinPrices): number {
  const an = a.voices[i]!;
  const bn = b.voices[j]!;
  const top = Math.abs(a.pitches[i * STRINGS + an - 1]! - b.pitches[j * STRINGS + bn - 1]!);
  return (
    movementBetween(a.pitches, i * STRINGS, an, b.pitches, j * STRINGS, bn) * prices.movement +
    Math.abs(an - bn) * prices.entry +
    prices.top[top]! +
    prices.shift[a.position[i]! * 32 + b.position[j]!]!
  );
}

/** One side of a join, sorted for scanning: grouped by number of voices, cheapest first in each. */
interface Sorted {
  readonly total: Float64Array;
  readonly pitches: Uint8Array;
  readonly sum: Int16Array;
  readonly top: Uint8Array;
  readonly position: Uint8Array;
}

function sortByVoices(from: States, totals: Float64Array): (Sorted | null)[] {
  const groups: number[][] = Array.from({ length: STRINGS + 1 }, () => []);
  for (let i = 0; i < from.size; i++) groups[from.voices[i]!]!.push(i);
  return groups.map((group, voices) => {
    if (group.length === 0) return null;
    group.sort((x, y) => totals[x]! - totals[y]! || x - y);
    const pitches = new Uint8Array(group.length * STRINGS);
    const sum = new Int16Array(group.length);
    group.forEach((state, at) => {
      for (let v = 0; v < voices; v++) {
        const pitch = from.pitches[state * STRINGS + v]!;
        pitches[at * STRINGS + v] = pitch;
        sum[at]! += pitch;
      }
    });
    return {
      total: Float64Array.from(group, (state) => totals[state]!),
      pitches,
      sum,
      top: Uint8Array.from(group, (_, at) => pitches[at * STRINGS + voices - 1]!),
      position: Uint8Array.from(group, (state) => from.position[state]!),
    };
  });
}

/**
 * One step of the search, over all pairs: for each state of `to`, its own price plus the least of
 * `totals` of `from` and the join. Exact: a pair is passed over only when what is known of it already
 * costs as much as the best found. `totals` of the result are the least price of any path that ends
 * there (or begins there: joins are symmetric, so the same step runs both ways).
 */
export function extend(from: States, totals: Float64Array, to: States, prices: JoinPrices): Float64Array {
  const groups = sortByVoices(from, totals);
  const result = new Float64Array(to.size);
  const { movement: perSemitone, entry, top: topTable, shift: shiftTable } = prices;
  const present = groups.flatMap((group, voices) => (group ? [voices] : []));
  // For each number of voices, the nearest numbers first: fewer voices enter, bounds tighten early.
  const nearest = groups.map((_, voices) =>
    [...present].sort((x, y) => Math.abs(x - voices) - Math.abs(y - voices) || x - y),
  );
  // States that lie near each other have the same cheapest neighbour: a good first guess.
  const guess = new Int32Array(STRINGS + 1).fill(-1);

  for (let j = 0; j < to.size; j++) {
    const n = to.voices[j]!;
    const at = j * STRINGS;
    const top = to.pitches[at + n - 1]!;
    const position = to.position[j]! * 32;
    let sum = 0;
    for (let v = 0; v < n; v++) sum += to.pitches[at + v]!;
    let least = Infinity;

    for (const voices of nearest[n]!) {
      const group = groups[voices]!;
      const entering = Math.abs(voices - n) * entry;
      const { total, pitches, top: tops, position: positions, sum: sums } = group;
      const size = total.length;
      let found = -1;
      for (let k = guess[voices]! >= 0 ? -1 : 0; k < size; k++) {
        const i = k < 0 ? guess[voices]! : k;
        let price = total[i]! + entering;
        if (price >= least) {
          if (k < 0) continue;
          break;
        }
        price += topTable[Math.abs(tops[i]! - top)]! + shiftTable[position + positions[i]!]!;
        if (price >= least) continue;
        const o = i * STRINGS;
        if (voices === n) {
          // The voices together move at least as far as their sums lie apart.
          if (price + Math.abs(sums[i]! - sum) * perSemitone >= least) continue;
          let moved = Math.abs(pitches[o]! - to.pitches[at]!) + Math.abs(pitches[o + 1]! - to.pitches[at + 1]!);
          for (let v = 2; v < n; v++) moved += Math.abs(pitches[o + v]! - to.pitches[at + v]!);
          price += moved * perSemitone;
        } else {
          price += movementBetween(pitches, o, voices, to.pitches, at, n) * perSemitone;
        }
        if (price < least) {
          least = price;
          found = i;
        }
      }
      if (found >= 0) guess[voices] = found;
    }
    result[j] = to.own[j]! + least;
  }
  return result;
}
