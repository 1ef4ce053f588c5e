import type { Column, Ticks } from '../../../core/index.ts';

/** How long columns are, from the beginning of the first to the end of the last. */
export function spanTicks(columns: readonly Column[]): Ticks {
  const [first, last] = [columns[0]!.slot, columns.at(-1)!.slot];
  return last.start + last.entry.ticks - first.start;
}
