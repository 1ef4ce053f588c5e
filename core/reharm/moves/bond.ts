/**
 * How a chord of a move goes on to the next, so that it sounds as the reason says:
 *
 *   moved        the same shape, so many frets off: an approach, planing
 *   line         one voice walks a step, all others are held
 *   top-rises    the top voice rises, or falls: a ladder
 *   top-falls
 *   top-pair     the two top voices stay, or both fall a whole step
 *   pair-falls
 *   top-held     of two voices the upper one stays while the lower moves, or the other way round
 *   low-held
 */
export const BONDS = [
  'moved',
  'line',
  'top-rises',
  'top-falls',
  'top-pair',
  'pair-falls',
  'top-held',
  'low-held',
] as const;
export type Bond = (typeof BONDS)[number];
