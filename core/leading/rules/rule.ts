import type { Chord } from '../../chord/chord.ts';
import type { ShapeLibrary } from '../../grip/library.ts';
import type { Term } from '../../neck/terms.ts';
import type { PitchClass } from '../../pitch/pitch.ts';
import type { Pricing } from '../pricing.ts';

/**
 * What restricts or prices the grips of one chord: a pin, a ringing note, a wish, an area of the neck. Rules of the same key
 * do the same, so that grips are worked out once for each.
 */
export interface Rule {
  readonly key: string;
  /** Of the shapes left by the rules before it those that may stand; where it can be met by none, it is not obeyed. */
  readonly narrow?: (shapes: Uint32Array, chord: Chord, library: ShapeLibrary) => Uint32Array;
  /** What each of some shapes costs by it, never below 0, in units of the weight of its term. */
  readonly price?: (shapes: ArrayLike<number>, chord: Chord, library: ShapeLibrary) => ArrayLike<number>;
  /** The term it is a part of; without one it costs tenths of a semitone, and is told nowhere. */
  readonly term?: Term;
  /** Besides its root, or the named bass, what of the chord may lie lowest at no price. */
  readonly basses?: (chord: Chord) => readonly PitchClass[];
  /** It says what lies on top. */
  readonly givesTop?: true;
  /** It says which grip stands: what else could stand is asked without it. */
  readonly pins?: true;
}

/** Who plays, as far as a chord's rules depend on it. */
export interface Playing {
  readonly pricing: Pricing;
  /** Grips the player never wants, as `x-3-5-4-5-3`. */
  readonly banished: ReadonlySet<string>;
}

/** The shapes of some that a rule lets stand; all of them where it would leave none. */
export const keepWhere = (shapes: Uint32Array, is: (shape: number) => boolean): Uint32Array => {
  const kept = shapes.filter(is);
  return kept.length > 0 ? kept : shapes;
};
