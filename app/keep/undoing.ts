import equal from 'fast-deep-equal';
import { applyPatch, type Patch, msg } from '../../core/index.ts';

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
export const KEPT_WORDS = msg('What another window changed since stays as it is.');

/** The steps of a window that can be undone, and those that can be made again, oldest first. */
export interface History<T> {
  readonly undo: readonly Step<T>[];
  readonly redo: readonly Step<T>[];
}
export const NO_HISTORY: History<never> = { undo: [], redo: [] };

const MOST_STEPS = 200;

/** The history after a step: what was undone before cannot be made again. */
export const afterStep = <T>({ undo }: History<T>, step: Step<T>): History<T> => ({
  undo: [...undo, step].slice(-MOST_STEPS),
  redo: [],
});

/** What going one step back, or forward again, comes to. */
export interface Gone<T> {
  /** What is to be changed; null: nothing of the step stands any more. */
  readonly patch: Patch<T> | null;
  readonly label: string;
  /** What of the step others changed since, which stays. */
  readonly kept: number;
  readonly history: History<T>;
}

/** Goes one step back (`undo`) or forward again (`redo`); null where there is none. */
export function goOne<T>(
  history: History<T>,
  cells: Readonly<Record<string, T>>,
  way: 'undo' | 'redo',
): Gone<T> | null {
  const step = history[way].at(-1);
  if (!step) return null;
  const { patch, kept } = undoable(cells, step);
  const nothing = Object.keys(patch).length === 0;
  const [rest, other] = [history[way].slice(0, -1), history[way === 'undo' ? 'redo' : 'undo']];
  const back = nothing ? other : [...other, stepOf(cells, patch, step.label)];
  return {
    patch: nothing ? null : patch,
    label: step.label,
    kept,
    history: way === 'undo' ? { undo: rest, redo: back } : { undo: back, redo: rest },
  };
}
