import { shapePrice, isDamped } from '../neck/hold.ts';
import { Fingerer } from '../neck/fingering.ts';
import { MOST_DIFFICULT } from '../neck/difficulty.ts';
import { INNER_MUTES, neckOf, type Hand, type Neck } from '../neck/hand.ts';
import { MOST_STRINGS } from '../neck/tuning.ts';
import { run } from '../steps.ts';
import { notesOf, traitsOf } from './traits.ts';

/** Fewest notes of a shape: double stops are shapes too, though no grip of a chord has less than three. */
export const FEWEST_NOTES = 2;
const ALL_TWELVE = 0xfff;

/**
 * Shapes a hand can hold, in flat arrays: shape `i` has its frets at `frets[n·i … n·i + n − 1]` for `n` strings
 * (−1 not played) and fingers likewise (0 open or none, 5 the thumb). Fingers are those of the easiest way.
 */
export interface Shapes {
  readonly hand: Hand;
  readonly neck: Neck;
  readonly strings: number;
  readonly size: number;
  readonly frets: Int8Array;
  readonly fingers: Uint8Array;
  /** Tenths of a point, 0–100. */
  readonly difficulty: Uint8Array;
  /** The pitch classes that sound, as 12 bits. */
  readonly mask: Uint16Array;
  /** Lowest and highest sounding pitch: with open strings not always on the outer strings. */
  readonly lowest: Uint8Array;
  readonly top: Uint8Array;
  /** See `traits.ts`. */
  readonly traits: Uint32Array;
}

/**
 * Every shape a hand can hold, independent of chords, sorted by the set of pitch classes they sound; those of
 * mask `m` are `order[start[m]] … order[start[m + 1] − 1]`.
 */
export interface ShapeLibrary extends Shapes {
  readonly order: Uint32Array;
  readonly start: Uint32Array;
}

type Columns = Pick<Shapes, 'frets' | 'fingers' | 'difficulty' | 'mask' | 'lowest' | 'top' | 'traits'>;

const columns = (capacity: number, strings: number): Columns => ({
  frets: new Int8Array(capacity * strings),
  fingers: new Uint8Array(capacity * strings),
  difficulty: new Uint8Array(capacity),
  mask: new Uint16Array(capacity),
  lowest: new Uint8Array(capacity),
  top: new Uint8Array(capacity),
  traits: new Uint32Array(capacity),
});

/** The same columns with other room: what does not fit is cut off, what is new is empty. */
function resized(from: Columns, capacity: number, strings: number): Columns {
  const to = columns(capacity, strings);
  for (const name of Object.keys(to) as (keyof Columns)[]) to[name].set(from[name].subarray(0, to[name].length));
  return to;
}

/**
 * Builds the library of a hand. With `allowed` (12-bit mask) only shapes that sound nothing else are
 * built: quick enough for a single chord.
 */
export function buildLibrary(hand: Hand, allowed = ALL_TWELVE): ShapeLibrary {
  return run(librarySteps(hand, allowed));
}

/** The same in steps of a few milliseconds, so that it can be watched or given up; yields the share done, 0 to 1. */
export function* librarySteps(hand: Hand, allowed = ALL_TWELVE): Generator<number, ShapeLibrary> {
  const neck = neckOf(hand);
  const { open, mm } = neck;
  const strings = open.length;
  const fingerer = new Fingerer(hand);
  const mostMutes = INNER_MUTES[hand.pluck];
  const mostFrets = 4 - hand.resting.length + (hand.thumb ? 1 : 0) + (hand.barres === 'slanted' ? 1 : 0);
  const isPicked = hand.pluck === 'pick';
  const isAllowed = (s: number, fret: number) => (allowed & (1 << ((open[s]! + fret) % 12))) !== 0;
  const inUse = open.map((_, s) => !hand.unusedStrings.includes(s));
  const ringing = open.map((_, s) => inUse[s]! && isAllowed(s, 0));
  const stopped = open.map((_, s) =>
    mm.flatMap((__, fret) => (fret > 0 && inUse[s] && isAllowed(s, fret) ? [fret] : [])),
  );

  let capacity = allowed === ALL_TWELVE ? 1 << 20 : 1 << 13;
  let store = columns(capacity, strings);
  let size = 0;
  /* What is fretted so far, and the shape made of it: 0 open, −1 not played. */
  const pattern = new Int8Array(strings);
  const frets = new Int8Array(strings);
  const pitches = new Uint8Array(MOST_STRINGS);

  const keep = (difficulty: number, way: number, notes: number) => {
    if (size === capacity) store = resized(store, (capacity *= 2), strings);
    let mask = 0;
    let count = 0;
    let bass = 0;
    for (let s = 0; s < strings; s++) {
      const fret = frets[s]!;
      store.frets[size * strings + s] = fret;
      store.fingers[size * strings + s] = way < 0 ? 0 : fingerer.fingers[way * MOST_STRINGS + s]!;
      if (fret < 0) continue;
      const pitch = open[s]! + fret;
      mask |= 1 << (pitch % 12);
      let at = count++;
      for (; at > 0 && pitches[at - 1]! > pitch; at--) pitches[at] = pitches[at - 1]!;
      pitches[at] = pitch;
      if (at === 0) bass = s;
    }
    store.difficulty[size] = difficulty;
    store.mask[size] = mask;
    store.lowest[size] = pitches[0]!;
    store.top[size] = pitches[notes - 1]!;
    store.traits[size] = traitsOf(pitches, notes, frets, bass);
    size++;
  };

  /* The ways to hold what is fretted, and its outer frets (0: none). */
  let ways = 0;
  let lowest = 0;
  let highest = 0;
  /* Every choice of open strings beside what is fretted, each with its easiest way. */
  const ring = (s: number, opened: number, notes: number, mutes: number, pending: number) => {
    if (s === strings) {
      if (notes < FEWEST_NOTES || (isPicked && mutes > 0 && !gapsDamped(frets))) return;
      let way = -1;
      let price = 0;
      if (highest > 0) {
        price = Infinity;
        for (let i = 0; i < ways; i++) {
          if (fingerer.blocked[i]! & opened || fingerer.price[i]! >= price) continue;
          price = fingerer.price[i]!;
          way = i;
        }
        if (way < 0) return;
      }
      const reach = highest > 0 ? mm[highest]! - mm[lowest]! : 0;
      price += shapePrice(reach, mutes, lowest, highest, bitsIn(opened));
      keep(Math.min(MOST_DIFFICULT, Math.round(price)), way, notes);
    } else if (pattern[s]! > 0) {
      if (mutes + pending > mostMutes) return;
      frets[s] = pattern[s]!;
      ring(s + 1, opened, notes + 1, mutes + pending, 0);
    } else {
      frets[s] = -1;
      ring(s + 1, opened, notes, mutes, notes > 0 ? pending + 1 : 0);
      if (!ringing[s] || mutes + pending > mostMutes) return;
      frets[s] = 0;
      ring(s + 1, opened | (1 << s), notes + 1, mutes + pending, 0);
    }
  };

  /* What is fretted, string by string, with its outer frets so far, and which frets those are. */
  const fret = (s: number, low: number, high: number, used: number) => {
    if (s === strings) {
      ways = high === 0 ? 0 : fingerer.search(pattern);
      lowest = low;
      highest = high;
      if (high === 0 || ways > 0) ring(0, 0, 0, 0, 0);
      return;
    }
    pattern[s] = 0;
    fret(s + 1, low, high, used);
    for (const here of stopped[s]!) {
      const below = low === 0 || here < low ? here : low;
      const above = here > high ? here : high;
      const frets = used | (1 << here);
      // A finger stands on one fret, a slanted index on two.
      if (mm[above]! - mm[below]! > hand.reach || bitsIn(frets) > mostFrets) continue;
      pattern[s] = here;
      fret(s + 1, below, above, frets);
    }
    pattern[s] = 0;
  };
  /* The two lowest strings here, so that each of their frets is a step. */
  for (const [i, first] of [0, ...stopped[0]!].entries()) {
    for (const second of [0, ...stopped[1]!]) {
      const both = [first, second].filter((here) => here > 0);
      const [low, high] = both.length === 0 ? [0, 0] : [Math.min(...both), Math.max(...both)];
      if (mm[high]! - mm[low]! > hand.reach) continue;
      pattern[0] = first;
      pattern[1] = second;
      fret(
        2,
        low,
        high,
        both.reduce((bits, here) => bits | (1 << here), 0),
      );
      yield (i + second / mm.length) / (stopped[0]!.length + 1);
    }
  }
  return indexed({ hand, neck, strings, size, ...resized(store, size, strings) });
}

/** Whether each string left out between others has a finger beside it. */
function gapsDamped(frets: Int8Array): boolean {
  let last = -1;
  for (let s = 0; s < frets.length; s++) {
    if (frets[s]! < 0) continue;
    for (let gap = last + 1; last >= 0 && gap < s; gap++) if (!isDamped(frets, gap)) return false;
    last = s;
  }
  return true;
}

function bitsIn(mask: number): number {
  let count = 0;
  for (let rest = mask; rest > 0; rest &= rest - 1) count++;
  return count;
}

/** Sorts shapes by mask with one counting pass, keeping their order of discovery within a mask. */
function indexed(shapes: Shapes): ShapeLibrary {
  const { size, mask } = shapes;
  const start = new Uint32Array(ALL_TWELVE + 2);
  for (let i = 0; i < size; i++) start[mask[i]! + 1]!++;
  for (let m = 0; m <= ALL_TWELVE; m++) start[m + 1]! += start[m]!;
  const order = new Uint32Array(size);
  const next = start.slice();
  for (let i = 0; i < size; i++) order[next[mask[i]!]!++] = i;
  return { ...shapes, order, start };
}

/** How many strings of a shape sound. */
export const notesOfShape = ({ traits }: Shapes, shape: number): number => notesOf(traits[shape]!);

/** Some shapes of a library on their own, in the order given. */
export function pick(from: Shapes, which: ArrayLike<number>): Shapes {
  const { hand, neck, strings } = from;
  const to = columns(which.length, strings);
  for (let i = 0; i < which.length; i++) {
    const shape = which[i]!;
    to.frets.set(from.frets.subarray(shape * strings, (shape + 1) * strings), i * strings);
    to.fingers.set(from.fingers.subarray(shape * strings, (shape + 1) * strings), i * strings);
    to.difficulty[i] = from.difficulty[shape]!;
    to.mask[i] = from.mask[shape]!;
    to.lowest[i] = from.lowest[shape]!;
    to.top[i] = from.top[shape]!;
    to.traits[i] = from.traits[shape]!;
  }
  return { hand, neck, strings, size: which.length, ...to };
}
