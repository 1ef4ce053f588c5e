import type { Millimetres } from './frets.ts';

/*
 * What two fingers can do at once, as shares of the hand's whole reach (index to little finger), indexed
 * [lower finger][higher finger]. Common practice: a hand opens most between index and middle, least
 * between middle and ring. `ALONG` is along the neck, `SPREAD` straight across the fingerboard too.
 */
export const ALONG = [[], [0, 0, 0.64, 0.89, 1], [0, 0, 0, 0.55, 0.78], [0, 0, 0, 0, 0.58], []] as const;
export const SPREAD = [[], [0, 0, 0.69, 0.93, 1.1], [0, 0, 0, 0.55, 0.84], [0, 0, 0, 0, 0.64], []] as const;
/** The thumb stands opposite the index: so far on either side of the first finger, as a share of reach. */
export const THUMB_ALONG = 0.35;
/** With the thumb over the edge the palm is turned: the index then lies over three strings at most. */
export const WIDEST_BARRE_WITH_THUMB = 3;

/** String spacing midway between nut and bridge (common practice, from memory). */
export const STRING_SPACING: Millimetres = 9;
/** A half barre: over three strings at most. */
export const WIDEST_HALF_BARRE = 3;
/** A middle, ring or little finger lies flat over four strings at most, as in 1 3 3 3 3. */
export const WIDEST_SMALL_BARRE = 4;
/** A slanted index leans over one fret and at most five strings. */
export const WIDEST_SLANT = 5;
/** It leans 45° at most, counted from the edges of a fingertip so wide. */
export const FINGERTIP: Millimetres = 12;
