import type { Neck } from '../neck/hand.ts';
import { MOST_STRINGS } from '../neck/tuning.ts';
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

export function joinPrices(neck: Neck, weights: Weights): JoinPrices {
  const shift = new Float64Array(32 * 32);
  for (let a = 0; a < neck.mm.length; a++) {
    for (let b = 0; b < neck.mm.length; b++) shift[a * 32 + b] = shiftPrice(a, b, neck, weights) * TENTH;
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
  const top = Math.abs(a.pitches[i * MOST_STRINGS + an - 1]! - b.pitches[j * MOST_STRINGS + bn - 1]!);
  return (
    movementBetween(a.pitches, i * MOST_STRINGS, an, b.pitches, j * MOST_STRINGS, bn) * prices.movement +
    Math.abs(an - bn) * prices.entry +
    prices.top[top]! +
    prices.shift[a.position[i]! * 32 + b.position[j]!]!
  );
}

/** MIDI pitches, and so possible top notes. */
const PITCHES = 128;

/**
 * One side of a join, sorted for scanning: in groups of one number of voices and one top note, cheapest first
 * in each. Group g = voices · 128 + top is `start[g]` … `start[g + 1] − 1`; `least[g]` is its cheapest total.
 */
interface Sorted {
  readonly total: Float64Array;
  readonly pitches: Uint8Array;
  readonly position: Uint8Array;
  readonly start: Int32Array;
  readonly least: Float64Array;
}

function sortForScan(from: States, totals: Float64Array): Sorted {
  const groupOf = (i: number) => from.voices[i]! * PITCHES + from.pitches[i * MOST_STRINGS + from.voices[i]! - 1]!;
  const order = Uint32Array.from({ length: from.size }, (_, i) => i).sort(
    (x, y) => groupOf(x) - groupOf(y) || totals[x]! - totals[y]! || x - y,
  );
  const start = new Int32Array((MOST_STRINGS + 1) * PITCHES + 1);
  for (const i of order) start[groupOf(i) + 1]!++;
  for (let g = 1; g < start.length; g++) start[g]! += start[g - 1]!;
  const pitches = new Uint8Array(from.size * MOST_STRINGS);
  order.forEach((state, at) =>
    pitches.set(from.pitches.subarray(state * MOST_STRINGS, (state + 1) * MOST_STRINGS), at * MOST_STRINGS),
  );
  const total = Float64Array.from(order, (state) => totals[state]!);
  return {
    total,
    pitches,
    position: Uint8Array.from(order, (state) => from.position[state]!),
    start,
    least: Float64Array.from({ length: start.length - 1 }, (_, g) =>
      start[g] === start[g + 1] ? Infinity : total[start[g]!]!,
    ),
  };
}

/**
 * A bound on the movement between an `an` of `a` and a larger set, `bn` of `b`: in any matching in order voice
 * k of the smaller has a partner from k to k + bn − an.
 */
function leastWay(a: Uint8Array, ai: number, an: number, b: Uint8Array, bi: number, bn: number): number {
  const slack = bn - an;
  let way = 0;
  for (let k = 0; k < an; k++) {
    const pitch = a[ai + k]!;
    const over = pitch - b[bi + k + slack]!;
    const under = b[bi + k]! - pitch;
    if (over > 0) way += over;
    else if (under > 0) way += under;
  }
  return way;
}

/**
 * One step of the search, over all pairs: for each state of `to`, its own price plus the least of
 * `totals` of `from` and the join. Exact: a pair (or a whole group) is passed over only when what is known
 * of it already costs as much as the best found. `totals` of the result are the least price of any path that
 * ends there (or begins there: joins are symmetric, so the same step runs both ways).
 */
export function extend(from: States, totals: Float64Array, to: States, prices: JoinPrices): Float64Array {
  const { total, pitches, position: positions, start, least: cheapest } = sortForScan(from, totals);
  const { movement: perSemitone, entry, top: topTable, shift: shiftTable } = prices;
  const result = new Float64Array(to.size);
  const present = Array.from({ length: MOST_STRINGS }, (_, i) => i + 1).filter(
    (voices) => start[voices * PITCHES] !== start[(voices + 1) * PITCHES],
  );
  const cheapestOf = Array.from({ length: MOST_STRINGS + 1 }, (_, voices) =>
    cheapest.subarray(voices * PITCHES, (voices + 1) * PITCHES).reduce((a, b) => Math.min(a, b), Infinity),
  );
  // For each number of voices, the nearest numbers first: fewer voices enter, bounds tighten early.
  const nearest = Array.from({ length: MOST_STRINGS + 1 }, (_, voices) =>
    [...present].sort((x, y) => Math.abs(x - voices) - Math.abs(y - voices) || x - y),
  );
  // States that lie near each other have the same cheapest neighbour: a good first guess, by number of voices.
  const guess = new Int32Array(MOST_STRINGS + 1).fill(-1);

  for (let j = 0; j < to.size; j++) {
    const n = to.voices[j]!;
    const at = j * MOST_STRINGS;
    const top = to.pitches[at + n - 1]!;
    const position = to.position[j]! * 32;
    let least = Infinity;
    let found = -1;

    for (const voices of present) {
      const i = guess[voices]!;
      if (i < 0) continue;
      const o = i * MOST_STRINGS;
      const price =
        total[i]! +
        Math.abs(voices - n) * entry +
        topTable[Math.abs(pitches[o + voices - 1]! - top)]! +
        shiftTable[position + positions[i]!]! +
        movementBetween(pitches, o, voices, to.pitches, at, n) * perSemitone;
      if (price < least) least = price;
    }

    for (const voices of nearest[n]!) {
      const entering = Math.abs(voices - n) * entry;
      // From the same top note outwards: the top voice's own way is a bound on the whole movement.
      for (let away = 0; away < PITCHES; away++) {
        const known = entering + topTable[away]!;
        if (cheapestOf[voices]! + known + (voices === n ? away * perSemitone : 0) >= least) break;
        for (let side = away === 0 ? 1 : -1; side <= 1; side += 2) {
          const t = top + side * away;
          if (t < 0 || t >= PITCHES) continue;
          const group = voices * PITCHES + t;
          // The top of the smaller set has a partner no higher than the other's top; of equal sets, just that.
          const topMoves = voices === n || side * (n - voices) > 0 ? away : 0;
          const bound = known + topMoves * perSemitone;
          if (cheapest[group]! + bound >= least) continue;
          const end = start[group + 1]!;
          for (let i = start[group]!; i < end; i++) {
            const before = total[i]!;
            if (before + bound >= least) break;
            let price = before + known + shiftTable[position + positions[i]!]!;
            if (price + topMoves * perSemitone >= least) continue;
            const o = i * MOST_STRINGS;
            let moved: number;
            if (voices === n) {
              moved = away;
              for (let v = 0; v < n - 1; v++) moved += Math.abs(pitches[o + v]! - to.pitches[at + v]!);
            } else {
              const way =
                voices < n
                  ? leastWay(pitches, o, voices, to.pitches, at, n)
                  : leastWay(to.pitches, at, n, pitches, o, voices);
              if (price + way * perSemitone >= least) continue;
              moved = movementBetween(pitches, o, voices, to.pitches, at, n);
            }
            price += moved * perSemitone;
            if (price < least) {
              least = price;
              found = i;
              guess[voices] = i;
            }
          }
        }
      }
    }
    if (found < 0 && least === Infinity) throw new RangeError('a join with a column that has no grips');
    result[j] = to.own[j]! + least;
  }
  return result;
}
