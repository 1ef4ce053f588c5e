import { strokeOf } from '../../core/index.ts';
import type { PlayedChord } from './performance.ts';
import { timbresOf, type Timbre } from './timbre.ts';

/* How a chord is sounded: by whoever plays it at once, and by whoever writes it to a file. */

/** However short a hit, so long a string sounds; and so long it is damped, in seconds. */
const SHORTEST = 0.06;
export const DAMP = 0.05;
const USUAL_VELOCITY = 80;
/** How much louder a greater velocity is: by about a power and a half (field practice). */
const LOUDER = 1.5;
/** From its first string to its last, in seconds, where nothing is said of it: each a little later than the one before. */
const STRUM = 0.014;

/** How loud a chord is, 1 as usual. */
export const gainOf = ({ velocity = USUAL_VELOCITY }: Pick<PlayedChord, 'velocity'>): number =>
  (velocity / USUAL_VELOCITY) ** LOUDER;

/** How long its strings sound before they are damped, in seconds. */
export const heldFor = (seconds: number): number => Math.max(SHORTEST, seconds);

/** The share of a string that is left so long after it was plucked, held for so long; in seconds. */
export const damped = (after: number, seconds: number): number =>
  seconds === Infinity ? 1 : Math.min(1, Math.max(0, 1 - (after - heldFor(seconds)) / DAMP));

/** The sounds of a chord in the order of its stroke, each with how late it comes, in seconds; `step`: where nothing is said of that. */
export function orderOf(chord: Omit<PlayedChord, 'at' | 'seconds'>, step = STRUM): ReturnType<typeof strokeOf<Timbre>> {
  const timbres = timbresOf(chord);
  return strokeOf(timbres, chord.spread ?? step * (timbres.length - 1));
}
