import { APPROACH_MOVES } from './approach.ts';
import { BASS_MOVES } from './bass.ts';
import { BORROWED_MOVES } from './borrowed.ts';
import { DIMINISHED_MOVES } from './diminished.ts';
import { DOMINANT_MOVES } from './dominants.ts';
import { FUNCTION_MOVES } from './function.ts';
import { LINE_MOVES, PLANING_MOVES } from './line.ts';
import type { Move } from './move.ts';
import { QUALITY_MOVES } from './quality.ts';
import { SUBSTITUTE_MOVES } from './substitutes.ts';
import { DELAY_MOVES, TURNAROUND_MOVES } from './turnarounds.ts';
import { THREAD_MOVES } from './thread.ts';
import { UPPER_MOVES } from './upper.ts';

/** Every move, nearest first within a group. A new one is put in its group's module, and nowhere else. */
export const MOVES: readonly Move[] = [
  ...FUNCTION_MOVES,
  ...QUALITY_MOVES,
  ...DOMINANT_MOVES,
  ...SUBSTITUTE_MOVES,
  ...DIMINISHED_MOVES,
  ...BORROWED_MOVES,
  ...BASS_MOVES,
  ...APPROACH_MOVES,
  ...LINE_MOVES,
  ...PLANING_MOVES,
  ...DELAY_MOVES,
  ...TURNAROUND_MOVES,
  ...UPPER_MOVES,
  ...THREAD_MOVES,
];

const BY_ID = new Map(MOVES.map((move) => [move.id, move]));
/** A move by its id; null for one that is no longer known. */
export const moveOf = (id: string): Move | null => BY_ID.get(id) ?? null;
