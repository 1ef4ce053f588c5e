import { useEffect } from 'react';
import { useShallow } from 'zustand/react/shallow';
import type { Decisions } from '../../core/index.ts';
import { newest } from './browser.ts';
import { useOfWindow } from './remembered.ts';
import { followOutbox, useTake } from './take.ts';

interface ShownTake {
  readonly id: string;
  readonly version: number;
  readonly cells: Decisions;
}

/** Opens a tune's take in this window, which remembers it: its decisions, how they are changed and undone. */
export function useOpenTake(tuneId: string, { id, version, cells }: ShownTake) {
  // All but its version, which says nothing to whoever looks.
  const store = useTake(useShallow(({ version: _, ...rest }) => rest));
  const { open } = store;
  useEffect(() => {
    const now = newest(`take:${id}`, { version, cells });
    open(id, now.version, now.cells as Decisions);
    return followOutbox();
  }, [id, version, cells, open]);
  const [here, setHere] = useOfWindow<string | null>(`take.${tuneId}`, null);
  useEffect(() => {
    if (here !== id) setHere(id);
  }, [here, setHere, id]);
  const opened = store.takeId === id;
  return {
    ...store,
    /** Whether it is this take that is open: a moment long it is still the one before. */
    opened,
    cells: opened ? store.cells : cells,
  };
}
