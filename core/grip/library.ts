import { gapsWithin, innerMutes, shapePrice } from '../neck/hold.ts';
import { Fingerer } from '../neck/fingering.ts';
import { MOST_DIFFICULT } from '../neck/difficulty.ts';
import { neckOf, type Hand, type Neck } from '../neck/hand.ts';
import { MOST_STRINGS } from '../neck/tuning.ts';
import { run } from '../steps.ts';
import { notesOf, pitchTraits, stringTraits } from './traits.ts';

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

/** The same in some ninety steps, so that it can be watched or given up; yields the share done, 0 to 1. */
export function* librarySteps(hand: Hand, allowed = ALL_TWELVE): Generator<number, ShapeLibrary> {
  const neck = neckOf(hand);
  const { open, mm } = neck;
  const strings = open.length;
  const fingerer = new Fingerer(hand);
  const mostFrets = 4 - hand.resting.length + (hand.thumb ? 1 : 0) + (hand.barres === 'slanted' ? 1 : 0);
  const isAllowed = (s: number, fret: number) => (allowed & (1 << ((open[s]! + fret) % 12))) !== 0;
  const inUse = open.map((_, s) => !hand.unusedStrings.includes(s));
  const ringing = open.map((_, s) => inUse[s]! && isAllowed(s, 0));
  const stopped = open.map((_, s) =>
    mm.flatMap((__, fret) => (fret > 0 && inUse[s] && isAllowed(s, fret) ? [fret] : [])),
  );

  let capacity = allowed === ALL_TWELVE ? 1 << 20 : 1 << 13;
  let store = columns(capacity, strings);
  let size = 0;
  const choices = openChoices(hand, ringing);
  /* What is fretted so far; 0: nothing. */
  const pattern = new Int8Array(strings);
  const tuned = Uint8Array.from(open);
  const pitches = new Uint8Array(MOST_STRINGS);

  /* Keeps what is fretted with these strings open, held in this way (−1: by no finger). */
  const keep = (sounding: number, difficulty: number, way: number, placed: number) => {
    if (size === capacity) store = resized(store, (capacity *= 2), strings);
    const { frets, fingers } = store;
    const held = fingerer.fingers;
    const from = way * MOST_STRINGS;
    const to = size * strings;
    let mask = 0;
    let count = 0;
    let bass = 0;
    for (let s = 0; s < strings; s++) {
      if ((sounding & (1 << s)) === 0) {
        frets[to + s] = -1;
        continue;
      }
      const fret = pattern[s]!;
      frets[to + s] = fret;
      if (fret > 0) fingers[to + s] = held[from + s]!;
      const pitch = tuned[s]! + fret;
      mask |= 1 << (pitch % 12);
      let at = count++;
      for (; at > 0 && pitches[at - 1]! > pitch; at--) pitches[at] = pitches[at - 1]!;
      pitches[at] = pitch;
      if (at === 0) bass = s;
    }
    store.difficulty[size] = difficulty;
    store.mask[size] = mask;
    store.lowest[size] = pitches[0]!;
    store.top[size] = pitches[count - 1]!;
    store.traits[size] = placed | pitchTraits(pitches, count, bass);
    size++;
  };

  /* Keeps what is fretted with every choice of open strings beside it, each with its easiest way. False: no hope for more. */
  const ring = (fretted: number, lowest: number, highest: number): boolean => {
    const ways = highest === 0 ? 0 : fingerer.search(pattern);
    if (highest > 0 && ways === 0) return !fingerer.hopeless;
    const reach = mm[highest]! - mm[lowest]!;
    for (const { opened, rings, mutes } of choices[fretted]!) {
      let way = -1;
      let price = 0;
      if (highest > 0) {
        price = Infinity;
        for (let i = 0; i < ways; i++) {
          if (fingerer.blocked[i]! & opened || fingerer.price[i]! >= price) continue;
          price = fingerer.price[i]!;
          way = i;
        }
        if (way < 0) continue;
      }
      price += shapePrice(reach, mutes, lowest, highest, rings);
      const difficulty = Math.min(MOST_DIFFICULT, Math.round(price));
      keep(fretted | opened, difficulty, way, stringTraits(rings, mutes, highest));
    }
    return true;
  };

  /* Adds a note on string `s` to what is fretted below it: on which strings, its outer frets, which those are, how many. */
  const fret = (s: number, here: number, fretted: number, low: number, high: number, used: number, count: number) => {
    const below = low === 0 || here < low ? here : low;
    const above = here > high ? here : high;
    if (mm[above]! - mm[below]! > hand.reach) return;
    // A finger stands on one fret, a slanted index on two.
    const frets = used & (1 << here) ? count : count + 1;
    if (frets > mostFrets) return;
    pattern[s] = here;
    if (ring(fretted | (1 << s), below, above)) {
      for (let next = s + 1; next < strings; next++) {
        for (const there of stopped[next]!)
          fret(next, there, fretted | (1 << s), below, above, used | (1 << here), frets);
      }
    }
    pattern[s] = 0;
  };
  ring(0, 0, 0);
  for (let s = 0; s < strings; s++) {
    for (const [i, here] of stopped[s]!.entries()) {
      fret(s, here, 0, 0, 0, 0, 0);
      // The lower the first string, the more there is to add: each takes about half of what is left.
      yield 1 - 2 ** -(s + (i + 1) / stopped[s]!.length);
    }
  }
  return indexed({ hand, neck, strings, size, ...resized(store, size, strings) });
}

interface OpenChoice {
  /** Strings that ring open, as bits. */
  readonly opened: number;
  /** How many they are, and how many strings are left out between those that sound. */
  readonly rings: number;
  readonly mutes: number;
}

/** For each set of fretted strings (as bits): which of the others may ring, so that this hand can sound it all. */
function openChoices(hand: Hand, ringing: readonly boolean[]): readonly OpenChoice[][] {
  const strings = ringing.length;
  const free = ringing.reduce((bits, rings, s) => (rings ? bits | (1 << s) : bits), 0);
  return Array.from({ length: 1 << strings }, (_, fretted) => {
    const found: OpenChoice[] = [];
    for (let opened = 0; opened < 1 << strings; opened++) {
      if (opened & fretted || opened & ~free) continue;
      const frets = ringing.map((__, s) => (fretted & (1 << s) ? 1 : opened & (1 << s) ? 0 : -1));
      if (bitsIn(opened | fretted) >= FEWEST_NOTES && gapsWithin(frets, hand))
        found.push({ opened, rings: bitsIn(opened), mutes: innerMutes(frets).length });
    }
    return found;
  });
}

/** How many bits are set. */
export function bitsIn(mask: number): number {
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
    // By hand: views of so few entries cost more than the copying.
    for (let s = 0; s < strings; s++) {
      to.frets[i * strings + s] = from.frets[shape * strings + s]!;
      to.fingers[i * strings + s] = from.fingers[shape * strings + s]!;
    }
    to.difficulty[i] = from.difficulty[shape]!;
    to.mask[i] = from.mask[shape]!;
    to.lowest[i] = from.lowest[shape]!;
    to.top[i] = from.top[shape]!;
    to.traits[i] = from.traits[shape]!;
  }
  return { hand, neck, strings, size: which.length, ...to };
}
