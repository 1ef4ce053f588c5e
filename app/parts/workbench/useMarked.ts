import { useMemo, useState } from 'react';

const NONE: readonly number[] = [];

/** Columns that something was said of, marked until the take changes; asked for again, the next of them is selected. */
export function useMarked(of: unknown, selected: number, select: (index: number) => void) {
  const [marked, setMarked] = useState<{ readonly of: unknown; readonly columns: readonly number[] }>({
    of: null,
    columns: NONE,
  });
  const columns = marked.of === of ? marked.columns : NONE;
  return {
    marked: useMemo(() => new Set(columns), [columns]),
    /** Marks columns, and selects the first of them after the selected one. */
    mark(next: readonly number[]): void {
      setMarked({ of, columns: next });
      const at = next.find((index) => index > selected) ?? next[0];
      if (at !== undefined) select(at);
    },
    unmark: () => setMarked({ of: null, columns: NONE }),
  };
}
