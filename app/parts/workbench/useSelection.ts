import { useMemo } from 'react';
import type { Column } from '../../../core/index.ts';
import { useOfWindow } from '../../keep/remembered.ts';

/** The column selected last, and where the selection was begun. */
interface Selected {
  readonly at: number;
  readonly anchor: number;
}
/** One column of a take that is selected, or several: from the anchor to the one selected last. */
export function useSelection(take: string, columns: readonly Pick<Column, 'chord'>[]) {
  const count = columns.length;
  // A pickup is silent most often: one begins with the first chord.
  const first = Math.max(
    0,
    columns.findIndex(({ chord }) => chord !== null),
  );
  const begins = useMemo((): Selected => ({ at: first, anchor: first }), [first]);
  const [kept, keep] = useOfWindow(`selected.${take}`, begins);
  const within = (index: number) => Math.max(0, Math.min(count - 1, index));
  const [selected, anchor] = [within(kept.at), within(kept.anchor)];
  return {
    selected,
    from: Math.min(selected, anchor),
    to: Math.max(selected, anchor),
    /** Selects a column; `extending` keeps the anchor where it is. */
    select: (index: number, extending: boolean) =>
      keep({ at: within(index), anchor: extending ? anchor : within(index) }),
  };
}
