/* All passages that come with the program, in the order they are listed. */
import { BASSES, PEDALS } from './basses.ts';
import { BLUES, CADENCES, PICKUPS, TWO_FIVES } from './cadences.ts';
import { ENDINGS } from './endings.ts';
import { INTROS } from './intros.ts';
import { LADDERS } from './ladders.ts';
import type { ShippedMove } from './row.ts';
import { TURNAROUNDS } from './turnarounds.ts';
import { LINES, PLANED, VAMPS } from './vamps.ts';

export const SHIPPED_MOVES: readonly ShippedMove[] = [
  ...INTROS,
  ...ENDINGS,
  ...TURNAROUNDS,
  ...CADENCES,
  ...TWO_FIVES,
  ...BLUES,
  ...VAMPS,
  ...PICKUPS,
  ...LADDERS,
  ...BASSES,
  ...PEDALS,
  ...PLANED,
  ...LINES,
];
