import type { Side } from './sides.ts';

/**
 * What a join costs at least, in whole tenths up to 255, by what is read off a set at once. The near side is the one whose
 * sets are looked for, the far side the one set they are to be near to.
 */
export interface Bounds {
  /** By semitones a voice moves, 0 to 15 and more. */
  readonly step: Uint8Array;
  /** By pitch classes, far · 16 + near: besides the way. */
  readonly tend: Uint8Array;
  /** By semitones the near set’s top note, and its lowest, lies over the far set’s, from −16 and less at 0 to 15 and more at 31. */
  readonly top: Uint8Array;
  readonly bass: Uint8Array;
  /** By position, far · 32 + near. */
  readonly shift: Uint8Array;
}

/** A set of grips that others are to be near to. */
export interface Far {
  /** `voices` pitches ascending from `at`. */
  readonly pitches: Uint8Array;
  at: number;
  voices: number;
  position: number;
}

/** From here on a price in tenths is no longer told apart from higher ones. */
export const MOST_TENTHS = 32767;

/** Finds sets that may be near others without asking what each pair costs. */
export interface Near {
  /** Takes in one side of a join: what it costs at least to come to each of its sets, in tenths, and the join's bounds. */
  load(side: Side, totals: Float64Array, bounds: Bounds): void;
  /**
   * Sets of `voices` voices that may be near to a far set: to come to the set, `fixed`, and the way from it to `far` may cost
   * less than `limit` tenths in all. Every set that costs less is among them, and some that do not. Returns how many; of the
   * c-th, `found[2c]` is its place among the sets of so many voices, `found[2c + 1]` what it costs at least. (Of three sets
   * that cost 0, 40 and 6 to come to, all a semitone of 10 tenths from `far`, those under a limit of 30 are the first and the
   * last: 2 is returned, and `found` begins 0, 10, 2, 16.)
   */
  find(voices: number, far: Far, fixed: number, limit: number): number;
  readonly found: Int32Array;
}
