import type { Key } from '../pitch/key.ts';
import type { Function } from './place.ts';
import type { View } from './view.ts';

/** Why a chord from outside the key is there. */
export type OutsideKind =
  | 'blues'
  | 'backdoor'
  | 'tritone-substitute'
  | 'secondary-dominant'
  | 'related-ii'
  | 'foreign-ii-v'
  | 'landing'
  | 'modulation'
  | 'non-resolving-dominant'
  | 'passing-diminished'
  | 'common-tone-diminished'
  | 'leading-tone-diminished'
  | 'picardy'
  | 'borrowed'
  | 'line'
  | 'bass-slip'
  | 'pedal'
  | 'planing'
  | 'chromatic-mediant'
  | 'modal'
  | 'chromatic-approach'
  | 'deceptive'
  | 'unexplained';

/** Why a chord is outside its key. */
export interface Outside {
  readonly kind: OutsideKind;
  /** The numeral of the chord it leads to or serves, or null. */
  readonly target: string | null;
  /** The key a foreign ii–V or dominant points at, or a landing is in, or null; and whether the music lands there. */
  readonly key: Key | null;
  readonly lands: boolean | null;
}

/** What a rule says of a chord. */
export interface Reason {
  readonly function: Function | null;
  readonly outside: Outside;
}

/** A reading of a chord by what stands around it; null where it does not apply. */
export type Rule = (view: View) => Reason | null;

export const because = (
  kind: OutsideKind,
  does: Function | null,
  { target = null, key = null, lands = null }: Partial<Omit<Outside, 'kind'>> = {},
): Reason => ({ function: does, outside: { kind, target, key, lands } });

/** Steps in semitones up, 0–11. */
export const FIFTH_DOWN = 5;
/** Semitones, upwards round the octave. */
export const HALF_STEP_UP = 1;
export const HALF_STEP_DOWN = 11;
/** Semitones from one pitch class up to another. */
export const stepBetween = (from: number, to: number) => (to - from + 12) % 12;

/** The view from the chord after. */
export const lookingFrom = (view: View): View => ({
  ...view,
  here: view.next!,
  beforePrev: view.prev,
  prev: view.here,
  next: view.afterNext,
  afterNext: view.third,
  third: null,
});
