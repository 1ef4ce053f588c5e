import { MOST_STRINGS } from '../neck/tuning.ts';
import { holdPrice, joinPrice, soundPrice, waysPrice } from './join.ts';
import type { JoinPrices } from './join-prices.ts';
import type { Near } from './near/near.ts';
import { sideOf } from './near/sides.ts';
import { partnersOf } from './partners.ts';
import type { States } from './states.ts';
import { TENTH, type Fine } from './units.ts';

/** The least price to reach each state of a column, and the state of the column before by which that is. */
export interface Reached {
  readonly price: Float64Array;
  readonly via: Int32Array;
}

/** A step under way: both sides of the join, and the best found so far for each state of `to`. */
interface Step extends Reached {
  readonly from: States;
  /** What it costs to come to each state of `from`. */
  readonly totals: Float64Array;
  /** The states of `from`, the cheapest of each set first. */
  readonly order: Uint32Array;
  readonly to: States;
  readonly prices: JoinPrices;
  readonly forward: boolean;
}

/** Two sets of states: set `k` of `from`, and the states `first` … `last − 1` of `to`. */
interface Sets {
  readonly k: number;
  readonly first: number;
  readonly last: number;
}

/**
 * Joins two sets state by state. All their states sound alike, so every pair costs `alike` and, besides, only how the hand
 * gets from one grip to the other. Returns what the dearest state of the later set costs now; `most` is what it cost before.
 * (Set k holds two grips that cost 5 and 9 to come to, and `alike` is 4: where no state of the other set costs 9 or more
 * yet, neither grip is tried.)
 */
function joinSets(step: Step, { k, first, last }: Sets, alike: Fine, most: Fine): Fine {
  const { from, totals, order, to, prices, forward, price: best, via } = step;
  let used = false;
  for (let x = from.setStart[k]!; x < from.setStart[k + 1]!; x++) {
    const i = order[x]!;
    const price = totals[i]! + alike;
    // The cheapest come first: neither this one nor any after it is of use.
    if (price >= most) break;
    for (let j = first; j < last; j++) {
      if (price >= best[j]!) continue;
      const whole = price + (forward ? holdPrice(from, i, to, j, prices) : holdPrice(to, j, from, i, prices));
      if (whole >= best[j]!) continue;
      best[j] = whole;
      via[j] = i;
      used = true;
    }
  }
  if (!used) return most;
  let dearest = 0;
  for (let j = first; j < last; j++) if (best[j]! > dearest) dearest = best[j]!;
  return dearest;
}

/**
 * A step under a bond that few pairs keep: only those are tried. Where a state has no partner, it is reached from the
 * cheapest of all, at the price of a bond that is not kept.
 */
function extendBound(
  from: States,
  totals: Float64Array,
  to: States,
  prices: JoinPrices,
  forward: boolean,
  partners: (j: number) => readonly number[],
): Reached {
  const price = new Float64Array(to.size).fill(Infinity);
  const via = new Int32Array(to.size);
  let cheapest = 0;
  for (let i = 0; i < from.size; i++) if (totals[i]! < totals[cheapest]!) cheapest = i;
  for (let j = 0; j < to.size; j++) {
    const those = partners(j);
    for (const i of those.length > 0 ? those : [cheapest]) {
      const join = forward ? joinPrice(from, i, to, j, prices) : joinPrice(to, j, from, i, prices);
      if (totals[i]! + join >= price[j]!) continue;
      price[j] = totals[i]! + join;
      via[j] = i;
    }
    price[j]! += to.own[j]!;
  }
  return { price, via };
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

/**
 * One step of the search, over all pairs: for each state of `to`, its own price plus the least of `totals` of `from` and
 * the join, and the state of `from` it comes from. With `forward` false, `from` sounds after `to`. Exact: a pair (or a set) is
 * passed over only when what is known of it already costs as much as the best found; no price is negative, and those that
 * tell states of one set apart come last.
 */
export function extend(
  from: States,
  totals: Float64Array,
  to: States,
  prices: JoinPrices,
  forward: boolean,
  near: Near,
): Reached {
  const { setStart } = from;
  const price = new Float64Array(to.size).fill(Infinity);
  const via = new Int32Array(to.size);
  const partners = partnersOf(prices.bond, from, to);
  if (partners) return extendBound(from, totals, to, prices, forward, partners);
  const order = cheapestFirst(from, totals);
  const step: Step = { from, totals, order, to, prices, forward, price, via };
  const side = sideOf(from);
  /** What it costs at least to come to each set. */
  const cheapest = new Float64Array(setStart.length - 1);
  for (let k = 0; k < cheapest.length; k++) cheapest[k] = totals[order[setStart[k]!]!]!;
  const inTenths = cheapest.map((total) => total / TENTH);
  near.load(side, inTenths, prices.near[forward ? 'before' : 'after']);
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
  // The set of `to` at hand: its states, and what the dearest of them costs so far. What costs as much is of no use to any.
  let [first, last, most] = [0, 0, Infinity];
  // Sets that lie near each other have the same cheapest neighbour: a good first guess.
  let guess = -1;
  const attempt = (k: number): void => {
    const i = setStart[k]!;
    const sounds = forward ? soundPrice(from, i, to, first, prices) : soundPrice(to, first, from, i, prices);
    if (cheapest[k]! + sounds >= most) return;
    const ways = forward ? waysPrice(from, i, to, first, prices) : waysPrice(to, first, from, i, prices);
    const dearest = joinSets(step, { k, first, last }, sounds + ways, most);
    if (dearest < most) guess = k;
    most = dearest;
  };

  for (let g = 0; g + 1 < to.setStart.length; g++) {
    first = to.setStart[g]!;
    last = to.setStart[g + 1]!;
    far.at = first * MOST_STRINGS;
    far.voices = to.voices[first]!;
    far.position = to.position[first]!;
    most = Infinity;
    if (guess >= 0) attempt(guess);
    for (const voices of byNumber[far.voices]!) {
      const entering = Math.abs(voices - far.voices) * prices.entry;
      if (cheapestOf[voices]! + entering >= most) continue;
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
