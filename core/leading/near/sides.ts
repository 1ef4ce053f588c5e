import { MOST_STRINGS } from '../../neck/tuning.ts';
import { remembered } from '../../remember.ts';
import type { States } from '../states.ts';

/** Sets that are looked at together: the bytes of a vector. */
export const LANES = 16;

/**
 * One side of a join, laid out for looking at many sets together: sets of `v` voices lie from slot `start[v]` on, rounded up
 * to whole vectors, and are sets `first[v]` … `first[v] + count[v] − 1` of the states. Voice v of every set is row v of
 * `pitches`, its pitch class row v of `classes`; rows are `slots` long.
 */
export interface Side {
  readonly slots: number;
  readonly first: Int32Array;
  readonly count: Int32Array;
  readonly start: Int32Array;
  readonly pitches: Uint8Array;
  readonly classes: Uint8Array;
  readonly positions: Uint8Array;
}

/** The states of a column as one side of its joins. */
export const sideOf = remembered(({ setStart, voices, pitches, position }: States): Side => {
  const first = new Int32Array(MOST_STRINGS + 1);
  const count = new Int32Array(MOST_STRINGS + 1);
  const start = new Int32Array(MOST_STRINGS + 1);
  const sets = setStart.length - 1;
  for (let g = 0; g < sets; g++) count[voices[setStart[g]!]!]!++;
  let slots = 0;
  for (let v = 1; v <= MOST_STRINGS; v++) {
    first[v] = first[v - 1]! + count[v - 1]!;
    start[v] = slots;
    slots += Math.ceil(count[v]! / LANES) * LANES;
  }
  const rows = new Uint8Array(MOST_STRINGS * slots);
  const classes = new Uint8Array(MOST_STRINGS * slots);
  const positions = new Uint8Array(slots);
  for (let g = 0; g < sets; g++) {
    const i = setStart[g]!;
    const v = voices[i]!;
    const slot = start[v]! + g - first[v]!;
    positions[slot] = position[i]!;
    for (let k = 0; k < v; k++) {
      const pitch = pitches[i * MOST_STRINGS + k]!;
      rows[k * slots + slot] = pitch;
      classes[k * slots + slot] = pitch % 12;
    }
  }
  return { slots, first, count, start, pitches: rows, classes, positions };
});
