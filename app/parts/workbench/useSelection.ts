import { useMemo } from 'react';
import type { Column } from '../../../core/index.ts';
import { useOfWindow } from '../../keep/remembered.ts';

type Placed = Pick<Column, 'chord' | 'slot'>;

/** From when to when a column lasts, in ticks: chords may be divided and joined, and what is selected stays selected. */
interface Time {
  readonly start: number;
  readonly end: number;
}
/** The column selected last, and where the selection was begun; null: nothing was selected yet. */
interface Selected {
  readonly at: Time;
  readonly anchor: Time;
}

const timeOf = ({ slot: { start, entry } }: Placed): Time => ({ start, end: start + entry.ticks });
/** The column that lasts at a time, and the one at whose end, or in which, a time comes. */
const columnAt = (columns: readonly Placed[], start: number) =>
  Math.max(
    0,
    columns.findLastIndex((column) => column.slot.start <= start),
  );
const columnUntil = (columns: readonly Placed[], end: number) => {
  const found = columns.findIndex((column) => timeOf(column).end >= end);
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
    const one = columnAt(columns, at.start);
    if (at.start === begun.start) return [one, one];
    const isForward = begun.start < at.start;
    return isForward
      ? [columnUntil(columns, at.end), columnAt(columns, begun.start)]
      : [one, columnUntil(columns, begun.end)];
  }, [kept, columns]) as [number, number];
  const within = (index: number) => Math.max(0, Math.min(count - 1, index));
  return {
    selected,
    from: Math.min(selected, anchor),
    to: Math.max(selected, anchor),
    /** Selects a column; `extending` keeps the anchor where it is. */
    select(index: number, extending: boolean): void {
      const column = columns[within(index)];
      if (!column) return;
      const at = timeOf(column);
      const begun = columns[anchor];
      keep({ at, anchor: extending && begun ? timeOf(begun) : at });
    },
  };
}
