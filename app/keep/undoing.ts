import equal from 'fast-deep-equal';
import { applyPatch, type Patch } from '../../core/index.ts';

/** A change that can be undone: what undoes it, what it made, and what it was, in words. */
export interface Step<T> {
  readonly patch: Patch<T>;
  readonly made: Patch<T>;
  readonly label: string;
}

/** A change to cells as a step. */
export function stepOf<T>(cells: Readonly<Record<string, T>>, made: Patch<T>, label: string): Step<T> {
  return { patch: applyPatch(cells, made).inverse, made, label };
}

/**
 * What of a step can still be undone: cells that stand as it made them. What another window changed since stays; `kept`
 * counts those.
 */
export function undoable<T>(
  cells: Readonly<Record<string, T>>,
  { patch, made }: Step<T>,
): { readonly patch: Patch<T>; readonly kept: number } {
  const entries = Object.entries(patch);
  const mine = entries.filter(([key]) => equal(cells[key] ?? null, made[key] ?? null));
  return { patch: Object.fromEntries(mine), kept: entries.length - mine.length };
}

/** Why an undo did less than it might. */
export const KEPT_WORDS = 'What another window changed since stays as it is.';
