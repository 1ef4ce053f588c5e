import { MOST_STRINGS } from '../../neck/tuning.ts';
import { holdPrice, joinPrice, soundPrice, waysPrice } from '../join.ts';
import { remembered } from '../../remember.ts';
import type { JoinPrices } from '../join-prices.ts';
import type { Near } from '../near/near.ts';
import { sideOf } from '../near/sides.ts';
import { placesInOrder } from '../places-in-order.ts';
import { partnersOf } from '../partners.ts';
import type { States } from '../states.ts';
import { TENTH, type Fine } from '../units.ts';

/** Some joins between two nodes: from which state, to which, and at which price (the join alone). */
export interface Joins {
  readonly from: readonly number[];
  readonly to: readonly number[];
  readonly price: readonly Fine[];
}

/** Joins that cost least, each grip at a price of its own, and what every other one costs at least. */
export interface CheapJoins extends Joins {
  /** What the cheapest costs, grips included. */
  readonly least: Fine;
  /** Infinite where there is no other. */
  readonly floor: Fine;
}

/** The states of a node, each with what it costs to come to it; only the differences count. */
export interface Side {
  readonly states: States;
  readonly totals: Float64Array;
  /** By set of states what it costs at least to come to one of them, and beyond the least of all, in tenths. */
  readonly cheapest: Float64Array;
  readonly above: Float64Array;
  readonly least: Fine;
  /** The least by number of voices. */
  readonly byVoices: Float64Array;
  /** The sets, the cheapest first; or null, where to sort them takes longer than to look at them. */
  readonly order: Uint32Array | null;
}

const leastOf = (numbers: Float64Array): number => {
  let least = Infinity;
  for (const one of numbers) if (one < least) least = one;
  return least;
};

/** By set of states the least of some numbers of theirs. */
function leastOfSets({ setStart }: States, numbers: Float64Array): Float64Array {
  const leasts = new Float64Array(setStart.length - 1);
  for (let g = 0; g < leasts.length; g++) {
    let least = Infinity;
    for (let i = setStart[g]!; i < setStart[g + 1]!; i++) if (numbers[i]! < least) least = numbers[i]!;
    leasts[g] = least;
  }
  return leasts;
}

export function sideWith(states: States, totals: Float64Array, sorted: boolean): Side {
  const cheapest = leastOfSets(states, totals);
  const byVoices = new Float64Array(MOST_STRINGS + 1).fill(Infinity);
  for (let g = 0; g < cheapest.length; g++) {
    const count = states.voices[states.setStart[g]!]!;
    if (cheapest[g]! < byVoices[count]!) byVoices[count] = cheapest[g]!;
  }
  const least = leastOf(cheapest);
  const above = cheapest.map((total) => (total - least) / TENTH);
  const order = sorted ? placesInOrder(cheapest).order : null;
  return { states, totals, cheapest, above, least, byVoices, order };
}

/** So many of the cheapest sets of each side are tried out first. */
const TRIED_FIRST = 3;

/**
 * Goes through all joins that may cost less than a limit, grips included, those of the cheapest sets first. `take` is given
 * each, and hands back the limit from then on: with one that falls the cheapest joins of all are found, with one that stays
 * all below it. Exact: what is passed over costs the limit at least.
 */
function visit(
  a: Side,
  b: Side,
  prices: JoinPrices,
  near: Near,
  limit: Fine,
  take: (i: number, j: number, price: Fine, whole: Fine) => Fine,
): void {
  let most = limit;
  const [from, to] = [a.states, b.states];
  const partners = partnersOf(prices.bond, from, to);
  if (partners) {
    for (let j = 0; j < to.size; j++) {
      if (a.least + b.totals[j]! >= most) continue;
      for (const i of partners(j)) {
        if (a.totals[i]! + b.totals[j]! >= most) continue;
        const price = joinPrice(from, i, to, j, prices);
        const whole = a.totals[i]! + price + b.totals[j]!;
        if (whole < most) most = take(i, j, price, whole);
      }
    }
    // All others cost what it costs not to keep the bond.
    if (a.least + b.least + prices.loose >= most) return;
  }
  const side = sideOf(from);
  near.load(side, a.above, prices.near.before);
  const reach = reachOf(from, prices, true);
  const far = { pitches: to.pitches, at: 0, voices: 0, position: 0 };
  for (let n = 0; n < b.cheapest.length; n++) {
    const g = b.order ? b.order[n]! : n;
    const end = b.cheapest[g]!;
    if (a.least + end >= most) {
      // Where the sets come cheapest first, no join to any after it is cheap enough either.
      if (b.order) return;
      continue;
    }
    const first = to.setStart[g]!;
    const last = to.setStart[g + 1]!;
    far.at = first * MOST_STRINGS;
    far.voices = to.voices[first]!;
    far.position = to.position[first]!;
    let [ways, waysOrEntries] = [0, 0];
    for (let v = far.at; v < far.at + far.voices; v++) {
      const least = reach[to.pitches[v]! % 12]!;
      ways += least;
      waysOrEntries += Math.min(least, prices.entry);
    }
    if (a.least + waysOrEntries + end >= most) continue;
    for (let voices = 1; voices <= MOST_STRINGS; voices++) {
      const entering = Math.abs(voices - far.voices) * prices.entry;
      const moving = voices < far.voices ? Math.max(entering, waysOrEntries) : entering + ways;
      if (a.byVoices[voices]! + moving + end >= most) continue;
      const count = near.find(voices, far, entering / TENTH, Math.ceil((most - a.least - end) / TENTH));
      const { found } = near;
      for (let c = 0; c < count; c++) {
        if (a.least + found[2 * c + 1]! * TENTH + end >= most) continue;
        const k = side.first[voices]! + found[2 * c]!;
        const start = from.setStart[k]!;
        const sounds = soundPrice(from, start, to, first, prices);
        if (a.cheapest[k]! + sounds + end >= most) continue;
        const alike = sounds + waysPrice(from, start, to, first, prices);
        if (a.cheapest[k]! + alike + end >= most) continue;
        for (let i = start; i < from.setStart[k + 1]!; i++) {
          for (let j = first; j < last; j++) {
            const above = a.totals[i]! + alike + b.totals[j]!;
            if (above >= most) continue;
            const hold = holdPrice(from, i, to, j, prices);
            if (above + hold < most) most = take(i, j, alike + hold, above + hold);
          }
        }
      }
    }
  }
}

/** By pitch class what it costs at least to come to it by a voice from any note of some states, or to go from it to any. */
function reachOf(states: States, { step, tend }: JoinPrices, forward: boolean): Float64Array {
  const notes = notesOf(states);
  const reach = new Float64Array(12).fill(Infinity);
  for (let near = 0; near < 12; near++) {
    if ((notes & (1 << near)) === 0) continue;
    for (let far = 0; far < 12; far++) {
      const way = Math.abs(near - far);
      const leans = tend === null ? 0 : tend[forward ? near * 12 + far : far * 12 + near]!;
      // A way further costs no less.
      const price = step[Math.min(way, 12 - way)]! + leans;
      if (price < reach[far]!) reach[far] = price;
    }
  }
  return reach;
}
/** The pitch classes of some states, as bits. */
const notesOf = remembered(({ mask }: States) => mask.reduce((all, one) => all | one, 0));

/** What any join costs at least, both grips included: by the notes of both chords, each voice on its nearest way. */
export const leastJoin = (a: Side, b: Side, prices: JoinPrices): Fine =>
  Math.max(
    a.least + leastWith(b, reachOf(a.states, prices, true), prices),
    b.least + leastWith(a, reachOf(b.states, prices, false), prices),
  );

/** What the sets of a side cost at least with their voices' nearest ways, or their entries. The side is sorted. */
function leastWith({ states, cheapest, order }: Side, reach: Float64Array, { entry }: JoinPrices): Fine {
  let least = Infinity;
  for (const g of order!) {
    let price = cheapest[g]!;
    if (price >= least) break;
    const i = states.setStart[g]!;
    for (let v = i * MOST_STRINGS; v < i * MOST_STRINGS + states.voices[i]!; v++)
      price += Math.min(reach[states.pitches[v]! % 12]!, entry);
    least = Math.min(least, price);
  }
  return least;
}

/** All joins that cost less than `limit`, both grips included. */
export function joinsBelow(a: Side, b: Side, prices: JoinPrices, near: Near, limit: Fine): Joins {
  const joins = { from: [] as number[], to: [] as number[], price: [] as Fine[] };
  visit(a, b, prices, near, limit, (i, j, price) => {
    joins.from.push(i);
    joins.to.push(j);
    joins.price.push(price);
    return limit;
  });
  return joins;
}

/**
 * The joins within `slack` of the cheapest, both grips included, and what any other costs. Both sides are sorted. `least`: what
 * the cheapest costs, where that is known.
 */
export function cheapJoins(
  a: Side,
  b: Side,
  prices: JoinPrices,
  near: Near,
  slack: Fine,
  least = guessed(a, b, prices),
): CheapJoins {
  let floor = least + slack + 1;
  const [from, to, price, wholes]: [number[], number[], Fine[], Fine[]] = [[], [], [], []];
  visit(a, b, prices, near, floor, (i, j, join, whole) => {
    from.push(i);
    to.push(j);
    price.push(join);
    wholes.push(whole);
    return (floor = Math.min(floor, whole + slack + 1));
  });
  const isKept = (_: unknown, e: number) => wholes[e]! < floor;
  return {
    from: from.filter(isKept),
    to: to.filter(isKept),
    price: price.filter(isKept),
    least: floor - slack - 1,
    floor,
  };
}

/** What some join costs, which keeps most of them out of sight: of the cheapest sets of both sides, each with each. */
function guessed(a: Side, b: Side, prices: JoinPrices): Fine {
  let least = Infinity;
  for (const k of a.order!.subarray(0, TRIED_FIRST))
    for (const g of b.order!.subarray(0, TRIED_FIRST)) {
      const [i, j] = [a.states.setStart[k]!, b.states.setStart[g]!];
      least = Math.min(least, a.totals[i]! + joinPrice(a.states, i, b.states, j, prices) + b.totals[j]!);
    }
  return least;
}
