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
   * Finds which sets of so many voices may cost less than `limit` tenths with `fixed` and the way to `far`: all that do, and
   * some that do not. Returns how many; `found[2c]` is the c-th, counted from the first of these sets, `found[2c + 1]` what
   * it costs at least.
   */
  find(voices: number, far: Far, fixed: number, limit: number): number;
  readonly found: Int32Array;
}
