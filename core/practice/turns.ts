/* Things that are gone through one after another, as keys and areas are: what was weak comes back. */
import type { RoundMark } from './ladder.ts';

/** What is still to come, first the one at hand, and what went clean. */
export interface Turns<T> {
  readonly queue: readonly T[];
  readonly clean: readonly T[];
}

/** What was not clean comes back after so many others: soon enough to remember, late enough to have let go of it. */
export const COMES_BACK_AFTER = 2;

export const turnsOf = <T>(all: readonly T[]): Turns<T> => ({ queue: all, clean: [] });

/** The turns after the one at hand was played. */
export function afterTurn<T>({ queue, clean }: Turns<T>, mark: RoundMark): Turns<T> {
  const [at, ...rest] = queue;
  if (at === undefined) return { queue, clean };
  if (mark === 'clean') return { queue: rest, clean: [...clean, at] };
  return { queue: [...rest.slice(0, COMES_BACK_AFTER), at, ...rest.slice(COMES_BACK_AFTER)], clean };
}
