import { MOST_STRINGS } from './tuning.ts';

/** The thumb in flat arrays of fingers; 1–4 are the others, 0 is none. */
export const THUMB = 5;
/** Fingers besides the thumb, and pairs of them. */
export const FINGERS = 4;
export const PAIRS = (FINGERS * (FINGERS - 1)) / 2;

/**
 * How fingers can stand for a form (what is fretted, wherever on the neck it lies), in flat arrays: one entry a standing where
 * nothing else is said. Frets are counted from the form's lowest, which is 0.
 */
export interface Standings {
  /** Whether the next is of the same form. */
  readonly more: Uint8Array;
  /** Strings the fingers lie over, as bits: none of them can ring open. */
  readonly blocked: Uint16Array;
  /** What a thumb or a slanted index adds to the price. */
  readonly extra: Float32Array;
  /** Two frets that may lie so many mm apart at most (the thumb and the first finger; those of a slanted index). */
  readonly lower: Uint8Array;
  readonly upper: Uint8Array;
  readonly apart: Float64Array;
  /** How many fingers are down, the thumb not counted. */
  readonly down: Uint8Array;
  /** The finger on each string; `MOST_STRINGS` entries a standing. */
  readonly on: Uint8Array;
  /* `FINGERS` entries a standing, in the order they are put down: which, its fret, over how many strings, what its knot costs. */
  readonly finger: Uint8Array;
  readonly fret: Uint8Array;
  readonly width: Uint8Array;
  readonly knot: Float32Array;
  /** Where the tables have two of them: each with those before it; `PAIRS` entries a standing. */
  readonly pair: Uint32Array;
}

/** Room for so many. */
export const standings = (room: number): Standings => ({
  more: new Uint8Array(room),
  blocked: new Uint16Array(room),
  extra: new Float32Array(room),
  lower: new Uint8Array(room),
  upper: new Uint8Array(room),
  apart: new Float64Array(room),
  down: new Uint8Array(room),
  on: new Uint8Array(room * MOST_STRINGS),
  finger: new Uint8Array(room * FINGERS),
  fret: new Uint8Array(room * FINGERS),
  width: new Uint8Array(room * FINGERS),
  knot: new Float32Array(room * FINGERS),
  pair: new Uint32Array(room * PAIRS),
});

/** The same with twice the room. */
export function roomier(from: Standings): Standings {
  const to = standings(from.more.length * 2);
  for (const name of Object.keys(to) as (keyof Standings)[]) to[name].set(from[name]);
  return to;
}
