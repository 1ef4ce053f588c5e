import { useState } from 'react';

/** One column that is selected, or several: from the anchor to the one selected last. */
export function useSelection(count: number) {
  const [selectedAt, setSelected] = useState(0);
  const [anchorAt, setAnchor] = useState(0);
  const within = (index: number) => Math.max(0, Math.min(count - 1, index));
  const [selected, anchor] = [within(selectedAt), within(anchorAt)];
  return {
    selected,
    from: Math.min(selected, anchor),
    to: Math.max(selected, anchor),
    /** Selects a column; `extending` keeps the anchor where it is. */
    select(index: number, extending: boolean) {
      setSelected(within(index));
      if (!extending) setAnchor(within(index));
    },
  };
}
