import type { Chord } from '../chord/chord.ts';
import type { Neck } from '../neck/hand.ts';
import { MOST_STRINGS } from '../neck/tuning.ts';
import {
  bassLeapPrice,
  isParallel,
  omissible,
  shiftPrice,
  stepPrices,
  tendencyPrices,
  topLeapPrice,
  type Place,
  type Weights,
} from './cost.ts';
import { voicesPrice } from './movement.ts';
import { TENTH, type States } from './states.ts';
import { contraryPrice, linePrice, type JoinWish, type Wished } from './wishes.ts';

/** The prices of one join as tables in the search's numbers. */
export interface JoinPrices {
  /** Per semitone, as a bound; and by semitones a voice moves, 0–127. */
  readonly movement: number;
  readonly step: Float64Array;
  /** By pitch classes, from · 12 + to; null where nothing leans. */
  readonly tend: Float64Array | null;
  readonly entry: number;
  readonly parallel: number;
  /** By semitones the top note, and the lowest, rises, from −127 at 0 to 127 at 254. */
  readonly top: Float64Array;
  readonly bass: Float64Array;
  /** The least for a top note that moves so many semitones or more, either way. */
  readonly topLeast: Float64Array;
  /** For outer voices that move the same way. */
  readonly contrary: number;
  /** By position · 32 + position. */
  readonly shift: Float64Array;
  readonly anchor: number;
  /** For the same grip again, 0 where it may be. */
  readonly same: number;
  /** Tones the later chord may leave out, as bits, and what each costs that was not just heard. */
  readonly omitted: readonly { readonly bit: number; readonly price: number }[];
}

/** Where a table by semitones risen has a voice that stays. */
const STILL = 127;

/** What of a join does not depend on its chords. */
export interface JoinKind {
  readonly place: Place;
  readonly haste: number;
  /** Whether the same grip would say too little. */
  readonly stale: boolean;
  readonly wishes: readonly Wished<JoinWish>[];
}

/** The prices of a join between two chords, the earlier first. */
export function joinPrices(
  neck: Neck,
  weights: Weights,
  from: Chord,
  to: Chord,
  { place, haste, stale, wishes }: JoinKind,
): JoinPrices {
  const shift = new Float64Array(32 * 32);
  for (let a = 0; a < neck.mm.length; a++) {
    for (let b = 0; b < neck.mm.length; b++) shift[a * 32 + b] = shiftPrice(a, b, neck, weights, haste) * TENTH;
  }
  const lineTable = (voice: 'top' | 'bass', leap: typeof topLeapPrice) =>
    Float64Array.from({ length: 2 * STILL + 1 }, (_, at) => {
      const by = at - STILL;
      const missed = wishes.reduce(
        (sum, { wish, hard }) => sum + (wish.kind === voice ? linePrice(wish.way, by, hard) * weights.wish : 0),
        0,
      );
      return (leap(Math.abs(by), weights, place) + missed) * TENTH;
    });
  const top = lineTable('top', topLeapPrice);
  const topLeast = new Float64Array(STILL + 1).fill(Infinity);
  for (let away = STILL; away >= 0; away--)
    topLeast[away] = Math.min(top[STILL - away]!, top[STILL + away]!, topLeast[away + 1] ?? Infinity);
  const inTenths = (table: Float64Array) => table.map((price) => price * TENTH);
  const tend = tendencyPrices(from, to, weights);
  return {
    movement: weights.movement * TENTH,
    step: inTenths(stepPrices(weights)),
    tend: tend && inTenths(tend),
    entry: weights.entry * TENTH,
    parallel: weights.parallel * TENTH,
    top,
    topLeast,
    bass: lineTable('bass', bassLeapPrice),
    contrary: wishes.reduce(
      (sum, { wish, hard }) => sum + (wish.kind === 'contrary' ? contraryPrice(1, 1, hard) * weights.wish * TENTH : 0),
      0,
    ),
    shift,
    anchor: weights.anchor * TENTH,
    same: stale ? weights.same * TENTH : 0,
    omitted: omissible(to, weights)
      .filter(({ price }) => price > 0)
      .map(({ bit, price }) => ({ bit, price: price * TENTH })),
  };
}

/** What a join costs that depends on more than pitches and positions: `a`, state `i`, sounds first. */
function restPrice(a: States, i: number, b: States, j: number, prices: JoinPrices): number {
  const [ao, bo] = [i * MOST_STRINGS, j * MOST_STRINGS];
  let price = 0;
  if (prices.contrary > 0) {
    const [lowBy, topBy] = outerMoves(a, i, b, j);
    if (lowBy * topBy > 0) price += prices.contrary;
  }
  const heard = a.mask[i]! | b.mask[j]!;
  for (const { bit, price: each } of prices.omitted) if ((heard & bit) === 0) price += each;
  let all = 0;
  let kept = 0;
  let isSame = true;
  for (let s = 0; s < MOST_STRINGS; s++) {
    const stays = b.frets[bo + s] === a.frets[ao + s];
    if (!stays) isSame = false;
    const finger = b.fingers[bo + s]!;
    all |= 1 << finger;
    if (stays) kept |= 1 << finger;
  }
  // Bit 0 is of strings that no finger stops.
  price += BITS[(all & ~kept) >> 1]! * prices.anchor;
  if (isSame) price += prices.same;
  if (
    prices.parallel > 0 &&
    isParallel(a.pitches[ao]!, a.pitches[ao + a.voices[i]! - 1]!, b.pitches[bo]!, b.pitches[bo + b.voices[j]! - 1]!)
  )
    price += prices.parallel;
  return price;
}

/** By how many semitones the lowest and the top note rise. */
const outerMoves = (a: States, i: number, b: States, j: number): readonly [number, number] => [
  b.pitches[j * MOST_STRINGS]! - a.pitches[i * MOST_STRINGS]!,
  b.pitches[j * MOST_STRINGS + b.voices[j]! - 1]! - a.pitches[i * MOST_STRINGS + a.voices[i]! - 1]!,
];

/** How many bits are set, up to 31. */
const BITS = Uint8Array.from({ length: 32 }, (_, bits) => bits.toString(2).replaceAll('0', '').length);

/** The price of the join from state `i` of `a` to state `j` of `b`. */
export function joinPrice(a: States, i: number, b: States, j: number, prices: JoinPrices): number {
  const an = a.voices[i]!;
  const bn = b.voices[j]!;
  const [lowBy, topBy] = outerMoves(a, i, b, j);
  return (
    voicesPrice(a.pitches, i * MOST_STRINGS, an, b.pitches, j * MOST_STRINGS, bn, prices.step, prices.tend) +
    Math.abs(an - bn) * prices.entry +
    prices.top[STILL + topBy]! +
    prices.bass[STILL + lowBy]! +
    prices.shift[a.position[i]! * 32 + b.position[j]!]! +
    restPrice(a, i, b, j, prices)
  );
}

/** MIDI pitches, and so possible top notes. */
const PITCHES = 128;

/**
 * One side of a join, sorted for scanning: sets of states of the same pitches and position, in groups of one number of
 * voices and one top note, the set with the cheapest state first in each. Set k stands at `from[k]` … `to[k] − 1` of
 * `order`, which holds states, the cheapest first. Group g = voices · 128 + top is `start[g]` … `start[g + 1] − 1`;
 * `least[g]` is its cheapest total.
 */
interface Sorted {
  readonly order: Uint32Array;
  readonly from: Uint32Array;
  readonly to: Uint32Array;
  /** The cheapest total of each set, its pitches and position. */
  readonly total: Float64Array;
  readonly pitches: Uint8Array;
  readonly position: Uint8Array;
  readonly start: Int32Array;
  readonly least: Float64Array;
}

function sortForScan(states: States, totals: Float64Array): Sorted {
  const { setStart } = states;
  const count = setStart.length - 1;
  const order = Uint32Array.from({ length: states.size }, (_, i) => i);
  for (let g = 0; g < count; g++) {
    if (setStart[g + 1]! - setStart[g]! > 1)
      order.subarray(setStart[g], setStart[g + 1]).sort((x, y) => totals[x]! - totals[y]! || x - y);
  }
  const cheapest = (g: number) => totals[order[setStart[g]!]!]!;
  const groupOf = (g: number) => {
    const i = setStart[g]!;
    return states.voices[i]! * PITCHES + states.pitches[i * MOST_STRINGS + states.voices[i]! - 1]!;
  };
  const sets = Uint32Array.from({ length: count }, (_, g) => g).sort(
    (x, y) => groupOf(x) - groupOf(y) || cheapest(x) - cheapest(y) || x - y,
  );
  const start = new Int32Array((MOST_STRINGS + 1) * PITCHES + 1);
  for (const g of sets) start[groupOf(g) + 1]!++;
  for (let g = 1; g < start.length; g++) start[g]! += start[g - 1]!;
  const pitches = new Uint8Array(count * MOST_STRINGS);
  sets.forEach((g, at) => {
    const i = setStart[g]! * MOST_STRINGS;
    pitches.set(states.pitches.subarray(i, i + MOST_STRINGS), at * MOST_STRINGS);
  });
  const total = Float64Array.from(sets, cheapest);
  return {
    order,
    from: Uint32Array.from(sets, (g) => setStart[g]!),
    to: Uint32Array.from(sets, (g) => setStart[g + 1]!),
    total,
    pitches,
    position: Uint8Array.from(sets, (g) => states.position[setStart[g]!]!),
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

/** What a scan works on: both sides of the join, and what was found. */
interface Scan {
  readonly from: States;
  readonly totals: Float64Array;
  readonly sorted: Sorted;
  readonly to: States;
  readonly prices: JoinPrices;
  readonly forward: boolean;
  readonly result: Float64Array;
}

/** The price of the voices between set `k` of one side and the set that begins with state `first` of the other. */
function voicesOf({ sorted, to, prices, forward }: Scan, k: number, voices: number, first: number, n: number): number {
  const [o, at] = [k * MOST_STRINGS, first * MOST_STRINGS];
  return forward
    ? voicesPrice(sorted.pitches, o, voices, to.pitches, at, n, prices.step, prices.tend)
    : voicesPrice(to.pitches, at, n, sorted.pitches, o, voices, prices.step, prices.tend);
}

/**
 * Tries the states of set `k` before those from `first` to `last`: the join costs `core`, but for what tells states of one
 * set apart. What the dearest of the latter costs then; `most` is what it cost so far.
 */
function tryStates(scan: Scan, k: number, core: number, first: number, last: number, most: number): number {
  const { from, totals, sorted, to, prices, forward, result } = scan;
  let used = false;
  for (let x = sorted.from[k]!; x < sorted.to[k]!; x++) {
    const i = sorted.order[x]!;
    const price = totals[i]! + core;
    if (price >= most) break;
    for (let j = first; j < last; j++) {
      if (price >= result[j]!) continue;
      const whole = price + (forward ? restPrice(from, i, to, j, prices) : restPrice(to, j, from, i, prices));
      if (whole >= result[j]!) continue;
      result[j] = whole;
      used = true;
    }
  }
  if (!used) return most;
  let dearest = 0;
  for (let j = first; j < last; j++) if (result[j]! > dearest) dearest = result[j]!;
  return dearest;
}

/**
 * One step of the search, over all pairs: for each state of `to`, its own price plus the least of `totals` of `from` and
 * the join. Exact: a pair (or a set, or a whole group) is passed over only when what is known of it already costs as much
 * as the best found; no term is negative, and those that tell states of one set apart come last. The result is the least
 * price of any path that ends there; with `forward` false of any that begins there: then `from` sounds after `to`.
 */
export function extend(
  from: States,
  totals: Float64Array,
  to: States,
  prices: JoinPrices,
  forward: boolean,
): Float64Array {
  const sorted = sortForScan(from, totals);
  const { total, pitches, position: positions, start, least: cheapest } = sorted;
  const { movement: perSemitone, step, tend, entry, topLeast, top: topTable, bass: bassTable } = prices;
  const { shift: shiftTable } = prices;
  /** The tables tell how far the later note lies over the earlier one. */
  const later = forward ? 1 : -1;
  const result = new Float64Array(to.size).fill(Infinity);
  const scan: Scan = { from, totals, sorted, to, prices, forward, result };
  const sounding = to.pitches;
  const present = Array.from({ length: MOST_STRINGS }, (_, i) => i + 1).filter(
    (voices) => start[voices * PITCHES] !== start[(voices + 1) * PITCHES],
  );
  const cheapestOf = Float64Array.from({ length: MOST_STRINGS + 1 }, (_, voices) =>
    cheapest.subarray(voices * PITCHES, (voices + 1) * PITCHES).reduce((a, b) => Math.min(a, b), Infinity),
  );
  // For each number of voices, the nearest numbers first: fewer voices enter, bounds tighten early.
  const nearest = Array.from({ length: MOST_STRINGS + 1 }, (_, voices) =>
    [...present].sort((x, y) => Math.abs(x - voices) - Math.abs(y - voices) || x - y),
  );
  // Sets that lie near each other have the same cheapest neighbour: a good first guess, by number of voices.
  const guess = new Int32Array(MOST_STRINGS + 1).fill(-1);

  for (let g = 0; g < to.setStart.length - 1; g++) {
    const first = to.setStart[g]!;
    const last = to.setStart[g + 1]!;
    const n = to.voices[first]!;
    const at = first * MOST_STRINGS;
    const low = sounding[at]!;
    const top = sounding[at + n - 1]!;
    const position = to.position[first]! * 32;
    /** What the dearest of the set costs so far: what costs as much is of no use to any. */
    let most = Infinity;

    for (const voices of present) {
      const k = guess[voices]!;
      if (k < 0) continue;
      const o = k * MOST_STRINGS;
      const core =
        Math.abs(voices - n) * entry +
        topTable[STILL + later * (top - pitches[o + voices - 1]!)]! +
        bassTable[STILL + later * (low - pitches[o]!)]! +
        shiftTable[position + positions[k]!]! +
        voicesOf(scan, k, voices, first, n);
      most = tryStates(scan, k, core, first, last, most);
    }

    for (const voices of nearest[n]!) {
      const entering = Math.abs(voices - n) * entry;
      // From the same top note outwards: the top voice's own way is a bound on the whole movement.
      for (let away = 0; away < PITCHES; away++) {
        if (cheapestOf[voices]! + entering + topLeast[away]! + (voices === n ? step[away]! : 0) >= most) break;
        for (let side = away === 0 ? 1 : -1; side <= 1; side += 2) {
          const t = top + side * away;
          if (t < 0 || t >= PITCHES) continue;
          const group = voices * PITCHES + t;
          const known = entering + topTable[STILL - later * side * away]!;
          // The top of the smaller set has a partner no higher than the other's top; of equal sets, just that.
          const topMoves = voices === n || side * (n - voices) > 0 ? step[away]! : 0;
          const bound = known + topMoves;
          if (cheapest[group]! + bound >= most) continue;
          const end = start[group + 1]!;
          for (let k = start[group]!; k < end; k++) {
            const before = total[k]!;
            if (before + bound >= most) break;
            const o = k * MOST_STRINGS;
            const apart =
              known + shiftTable[position + positions[k]!]! + bassTable[STILL + later * (low - pitches[o]!)]!;
            const soFar = before + apart;
            if (soFar + topMoves >= most) continue;
            let moved: number;
            if (voices === n) {
              moved = topMoves;
              for (let v = 0; v < n - 1; v++) moved += step[Math.abs(pitches[o + v]! - sounding[at + v]!)]!;
              if (soFar + moved >= most) continue;
              if (tend !== null) moved = voicesOf(scan, k, voices, first, n);
            } else {
              const way =
                voices < n
                  ? leastWay(pitches, o, voices, sounding, at, n)
                  : leastWay(sounding, at, n, pitches, o, voices);
              if (soFar + way * perSemitone >= most) continue;
              moved = voicesOf(scan, k, voices, first, n);
            }
            if (soFar + moved >= most) continue;
            const found = tryStates(scan, k, apart + moved, first, last, most);
            if (found < most) guess[voices] = k;
            most = found;
          }
        }
      }
    }
    for (let j = first; j < last; j++) {
      if (result[j] === Infinity) throw new RangeError('a join with a column that has no grips');
      result[j]! += to.own[j]!;
    }
  }
  return result;
}
