import { useMemo } from 'react';
import { type Column } from '../../../core/index.ts';
import { useOfWindow } from '../../keep/remembered.ts';

type Placed = Pick<Column, 'chord' | 'slot'>;

/** Which column, and from when to when it lasted when it was selected, in ticks. */
interface End {
  readonly index: number;
  readonly start: number;
  readonly end: number;
}
/**
 * The column selected last, and where the selection was begun, among so many columns. Where there are as many, it is the same
 * one, wherever it begins now; where chords were divided or joined, what lasts then.
 */
interface Selected {
  readonly at: End;
  readonly anchor: End;
  readonly count: number;
}

const endAt = (columns: readonly Placed[], index: number): End => {
  const { start, entry } = columns[index]!.slot;
  return { index, start, end: start + entry.ticks };
};
/** The column that lasts at a time, and the one at whose end, or in which, a time comes. */
const columnAt = (columns: readonly Placed[], start: number) =>
  Math.max(
    0,
    columns.findLastIndex((column) => column.slot.start <= start),
  );
const columnUntil = (columns: readonly Placed[], end: number) => {
  const found = columns.findIndex(({ slot }) => slot.start + slot.entry.ticks >= end);
  return found < 0 ? columns.length - 1 : found;
};

/** One column of a take that is selected, or several: from the anchor to the one selected last. */
export function useSelection(take: string, columns: readonly Placed[]) {
  const count = columns.length;
  const [kept, keep] = useOfWindow<Selected | null>(`selection.${take}`, null);
  const [selected, anchor] = useMemo(() => {
    if (kept === null) {
      // A pickup is silent most often: one begins with the first chord.
      const first = Math.max(
        0,
        columns.findIndex(({ chord }) => chord !== null),
      );
      return [first, first];
    }
    const { at, anchor: begun } = kept;
    if (kept.count === count) return [at.index, begun.index];
    const one = columnAt(columns, at.start);
    if (at.start === begun.start) return [one, one];
    const isForward = begun.start < at.start;
    return isForward
      ? [columnUntil(columns, at.end), columnAt(columns, begun.start)]
      : [one, columnUntil(columns, begun.end)];
  }, [kept, columns, count]) as [number, number];
  const within = (index: number) => Math.max(0, Math.min(count - 1, index));
  return {
    selected,
    from: Math.min(selected, anchor),
    to: Math.max(selected, anchor),
    /** Selects a column; `extending` keeps the anchor where it is. */
    select(index: number, extending: boolean): void {
      if (count === 0) return;
      const at = endAt(columns, within(index));
      keep({ at, anchor: extending ? endAt(columns, within(anchor)) : at, count });
    },
  };
}
