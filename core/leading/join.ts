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
import { KernelNear } from './near/kernel.ts';
import type { Bounds, Near } from './near/near.ts';
import { PlainNear } from './near/plain.ts';
import { sideOf } from './near/sides.ts';
import { TENTH, type States } from './states.ts';
import { contraryPrice, linePrice, type JoinWish, type Wished } from './wishes.ts';

/** The prices of one join as tables in the search's numbers. */
export interface JoinPrices {
  /** By semitones a voice moves, 0–127. */
  readonly step: Float64Array;
  /** By pitch classes, from · 12 + to; null where nothing leans. */
  readonly tend: Float64Array | null;
  readonly entry: number;
  readonly parallel: number;
  /** By semitones the top note, and the lowest, rises, from −127 at 0 to 127 at 254. */
  readonly top: Float64Array;
  readonly bass: Float64Array;
  /** For outer voices that move the same way. */
  readonly contrary: number;
  /** By position · 32 + position. */
  readonly shift: Float64Array;
  readonly anchor: number;
  /** For the same grip again, 0 where it may be. */
  readonly same: number;
  /** Tones the later chord may leave out, as bits, and what each costs that was not just heard. */
  readonly omitted: readonly { readonly bit: number; readonly price: number }[];
  /** What bounds them, for the sets that sound before, or after. */
  readonly near: { readonly before: Bounds; readonly after: Bounds };
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
  const inTenths = (table: Float64Array) => table.map((price) => price * TENTH);
  const tend = tendencyPrices(from, to, weights);
  const prices = {
    step: inTenths(stepPrices(weights)),
    tend: tend && inTenths(tend),
    entry: weights.entry * TENTH,
    parallel: weights.parallel * TENTH,
    top,
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
  return { ...prices, near: { before: boundsOf(prices, true), after: boundsOf(prices, false) } };
}

/** What a join costs by what sounds, besides the voices' ways and the leaps: `a`, state `i`, sounds first. */
function soundPrice(a: States, i: number, b: States, j: number, prices: JoinPrices): number {
  let price = 0;
  if (prices.contrary > 0) {
    const [lowBy, topBy] = outerMoves(a, i, b, j);
    if (lowBy * topBy > 0) price += prices.contrary;
  }
  const heard = a.mask[i]! | b.mask[j]!;
  for (const { bit, price: each } of prices.omitted) if ((heard & bit) === 0) price += each;
  const [ao, bo] = [i * MOST_STRINGS, j * MOST_STRINGS];
  if (
    prices.parallel > 0 &&
    isParallel(a.pitches[ao]!, a.pitches[ao + a.voices[i]! - 1]!, b.pitches[bo]!, b.pitches[bo + b.voices[j]! - 1]!)
  )
    price += prices.parallel;
  return price;
}

/** What a join costs by how it is held: what tells grips of the same pitches in the same position apart. */
function holdPrice(a: States, i: number, b: States, j: number, prices: JoinPrices): number {
  const [ao, bo] = [i * MOST_STRINGS, j * MOST_STRINGS];
  let all = 0;
  let kept = 0;
  let isSame = true;
  for (let s = 0; s < MOST_STRINGS; s++) {
    const finger = 1 << b.fingers[bo + s]!;
    all |= finger;
    if (b.frets[bo + s] === a.frets[ao + s]) kept |= finger;
    else isSame = false;
  }
  // Bit 0 is of strings that no finger stops.
  return BITS[(all & ~kept) >> 1]! * prices.anchor + (isSame ? prices.same : 0);
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
    soundPrice(a, i, b, j, prices) +
    holdPrice(a, i, b, j, prices)
  );
}

/** The bounds of a join; `forward`: the side whose sets are looked for sounds first. */
function boundsOf({ step, tend, top, bass, shift }: Omit<JoinPrices, 'near'>, forward: boolean): Bounds {
  const inByte = (price: number) => Math.min(255, Math.floor(price / TENTH));
  // The tables tell how far the later note lies over the earlier one, these how far the near one lies over the far one.
  const outer = (table: Float64Array) => {
    const by = (semitones: number) => table[STILL + (forward ? -semitones : semitones)]!;
    const least = (from: number, to: number) => {
      let found = Infinity;
      for (let semitones = from; semitones <= to; semitones++) found = Math.min(found, by(semitones));
      return found;
    };
    return Uint8Array.from({ length: 32 }, (_, i) =>
      inByte(i === 0 ? least(-STILL, -16) : i === 31 ? least(15, STILL) : by(i - 16)),
    );
  };
  return {
    // A way further costs no less.
    step: Uint8Array.from({ length: 16 }, (_, way) => inByte(step[way]!)),
    tend: Uint8Array.from({ length: 12 * 16 }, (_, i) => {
      const [far, near] = [i >> 4, i & 15];
      if (tend === null || near > 11) return 0;
      return inByte(tend[forward ? near * 12 + far : far * 12 + near]!);
    }),
    top: outer(top),
    bass: outer(bass),
    shift: Uint8Array.from(shift, inByte),
  };
}

/** What a scan works on: both sides of the join, and what was found. */
interface Scan {
  readonly from: States;
  readonly totals: Float64Array;
  /** The states of `from`, the cheapest of each set first. */
  readonly order: Uint32Array;
  readonly to: States;
  readonly prices: JoinPrices;
  readonly forward: boolean;
  readonly price: Float64Array;
  readonly via: Int32Array;
}

/** The price of the voices between the set that begins with state `i` of one side and that which begins with `j` of the other. */
function voicesOf({ from, to, prices, forward }: Scan, i: number, j: number): number {
  const [o, at] = [i * MOST_STRINGS, j * MOST_STRINGS];
  const [an, bn] = [from.voices[i]!, to.voices[j]!];
  return forward
    ? voicesPrice(from.pitches, o, an, to.pitches, at, bn, prices.step, prices.tend)
    : voicesPrice(to.pitches, at, bn, from.pitches, o, an, prices.step, prices.tend);
}

/**
 * Tries the states of set `k` before those from `first` to `last`: the join costs `core`, but for what tells states of one
 * set apart. What the dearest of the latter costs then; `most` is what it cost so far.
 */
function tryStates(scan: Scan, k: number, core: number, first: number, last: number, most: number): number {
  const { from, totals, order, to, prices, forward, price: result, via } = scan;
  let used = false;
  for (let x = from.setStart[k]!; x < from.setStart[k + 1]!; x++) {
    const i = order[x]!;
    const price = totals[i]! + core;
    if (price >= most) break;
    for (let j = first; j < last; j++) {
      if (price >= result[j]!) continue;
      const whole = price + (forward ? holdPrice(from, i, to, j, prices) : holdPrice(to, j, from, i, prices));
      if (whole >= result[j]!) continue;
      result[j] = whole;
      via[j] = i;
      used = true;
    }
  }
  if (!used) return most;
  let dearest = 0;
  for (let j = first; j < last; j++) if (result[j]! > dearest) dearest = result[j]!;
  return dearest;
}

/** The states of a column, the cheapest of each set first. Sets are small: each state goes in before those that cost more. */
function cheapestFirst({ size, setStart }: States, totals: Float64Array): Uint32Array {
  const order = new Uint32Array(size);
  for (let g = 0; g + 1 < setStart.length; g++) {
    for (let i = setStart[g]!; i < setStart[g + 1]!; i++) {
      let at = i;
      for (; at > setStart[g]! && totals[order[at - 1]!]! > totals[i]!; at--) order[at] = order[at - 1]!;
      order[at] = i;
    }
  }
  return order;
}

/** The least price to reach each state of a column, and the state of the column before by which that is. */
export interface Reached {
  readonly price: Float64Array;
  readonly via: Int32Array;
}

/** In WebAssembly where there is any; made with the first search, for a page that only shows one may not compile it. */
let usual: Near | null = null;
const usualNear = (): Near => (usual ??= KernelNear.create() ?? new PlainNear());

/**
 * One step of the search, over all pairs: for each state of `to`, its own price plus the least of `totals` of `from` and
 * the join. Exact: a pair (or a set) is passed over only when what is known of it already costs as much as the best found;
 * no term is negative, and those that tell states of one set apart come last. The result is the least price of any path
 * that ends there, with the state of `from` it comes from; with `forward` false of any that begins there: then `from` sounds
 * after `to`.
 */
export function extend(
  from: States,
  totals: Float64Array,
  to: States,
  prices: JoinPrices,
  forward: boolean,
  near: Near = usualNear(),
): Reached {
  const { pitches, position: positions, setStart, voices: counts } = from;
  const { entry, top: topTable, bass: bassTable, shift: shiftTable } = prices;
  const later = forward ? 1 : -1;
  const price = new Float64Array(to.size).fill(Infinity);
  const via = new Int32Array(to.size);
  const order = cheapestFirst(from, totals);
  const scan: Scan = { from, totals, order, to, prices, forward, price, via };
  const side = sideOf(from);
  const cheapest = new Float64Array(setStart.length - 1);
  for (let k = 0; k < cheapest.length; k++) cheapest[k] = totals[order[setStart[k]!]!]! / TENTH;
  near.load(side, cheapest, prices.near[forward ? 'before' : 'after']);
  const { first: firstOf, count: countOf } = side;
  const cheapestOf = Float64Array.from(countOf, (count, voices) =>
    cheapest.subarray(firstOf[voices]!, firstOf[voices]! + count).reduce((a, b) => Math.min(a, b), Infinity),
  );
  // For each number of voices, the nearest numbers first: fewer voices enter, bounds tighten early.
  const present = Array.from(countOf.keys()).filter((voices) => countOf[voices]! > 0);
  const byNumber = Array.from({ length: MOST_STRINGS + 1 }, (_, voices) =>
    [...present].sort((x, y) => Math.abs(x - voices) - Math.abs(y - voices) || x - y),
  );
  const far = { pitches: to.pitches, at: 0, voices: 0, position: 0 };
  // The set at hand: its states, its outer notes, and what the dearest of them costs so far: what costs as much is of no use.
  let [first, last, low, top, shift, most] = [0, 0, 0, 0, 0, Infinity];
  // Sets that lie near each other have the same cheapest neighbour: a good first guess.
  let guess = -1;
  const attempt = (k: number): void => {
    const i = setStart[k]!;
    const an = counts[i]!;
    const apart =
      Math.abs(an - far.voices) * entry +
      topTable[STILL + later * (top - pitches[i * MOST_STRINGS + an - 1]!)]! +
      bassTable[STILL + later * (low - pitches[i * MOST_STRINGS]!)]! +
      shiftTable[shift + positions[i]!]! +
      (forward ? soundPrice(from, i, to, first, prices) : soundPrice(to, first, from, i, prices));
    if (cheapest[k]! * TENTH + apart >= most) return;
    const found = tryStates(scan, k, apart + voicesOf(scan, i, first), first, last, most);
    if (found < most) guess = k;
    most = found;
  };

  for (let g = 0; g + 1 < to.setStart.length; g++) {
    first = to.setStart[g]!;
    last = to.setStart[g + 1]!;
    far.at = first * MOST_STRINGS;
    far.voices = to.voices[first]!;
    far.position = to.position[first]!;
    low = to.pitches[far.at]!;
    top = to.pitches[far.at + far.voices - 1]!;
    shift = far.position * 32;
    most = Infinity;
    if (guess >= 0) attempt(guess);
    for (const voices of byNumber[far.voices]!) {
      const entering = Math.abs(voices - far.voices) * entry;
      if (cheapestOf[voices]! * TENTH + entering >= most) continue;
      const count = near.find(voices, far, entering / TENTH, Math.ceil(most / TENTH));
      const { found } = near;
      // The nearest first: after it most of the others need no second look.
      let nearest = 0;
      for (let c = 1; c < count; c++) if (found[2 * c + 1]! < found[2 * nearest + 1]!) nearest = c;
      if (count > 0) attempt(firstOf[voices]! + found[2 * nearest]!);
      for (let c = 0; c < count; c++) if (found[2 * c + 1]! * TENTH < most) attempt(firstOf[voices]! + found[2 * c]!);
    }
    for (let j = first; j < last; j++) {
      if (price[j] === Infinity) throw new RangeError('a join with a column that has no grips');
      price[j]! += to.own[j]!;
    }
  }
  return { price, via };
}
