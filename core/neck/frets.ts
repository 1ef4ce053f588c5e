import type { Fret } from './tuning.ts';

/** Along the neck. */
export type Millimetres = number & { readonly __unit?: 'mm' };

/**
 * Distance of a fret from the nut: L·(1 − 2^(−f/12)), equal temperament. The 12th lies at half the
 * scale length. `fretDistance(648, 12)` is 324.
 */
export function fretDistance(scaleLength: Millimetres, fret: Fret): Millimetres {
  return scaleLength * (1 - 2 ** (-fret / 12));
}
