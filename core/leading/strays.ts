import { moveOf } from '../reharm/moves/table.ts';
import type { ArrangedColumn } from './arrange.ts';

/** How far a take strays from its plain chart: the mean over its time of what its moves stray, 0 to 5. */
export function straysOf(columns: readonly Pick<ArrangedColumn, 'column'>[]): number {
  const all = columns.reduce((sum, { column: { slot } }) => sum + slot.entry.ticks, 0);
  const strayed = columns.reduce(
    (sum, { column: { slot, move } }) =>
      sum + slot.entry.ticks * ((move && (move.told ?? moveOf(move.id))?.stray) ?? 0),
    0,
  );
  return all === 0 ? 0 : strayed / all;
}
