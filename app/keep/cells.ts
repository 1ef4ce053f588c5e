import { useCallback, useEffect, useRef, useState } from 'react';
import { applyPatch, applyPatches, type Patch } from '../../core/index.ts';
import { newest, theOutbox } from './browser.ts';

type Cells = Readonly<Record<string, unknown>>;
export interface KeptCells {
  readonly version: number;
  readonly cells: Cells;
}

/** What the server keeps under a name (`setting:styles`, `player:x`), changed here at once and sent like any other edit. */
export function useCells(
  aggregate: string,
  kept: KeptCells,
  /** What a change of it is, in words. */
  label: string,
): readonly [Cells, (patch: Patch<unknown>) => void] {
  const [held, setHeld] = useState({ aggregate, cells: kept.cells });
  const version = useRef({ of: aggregate, is: kept.version });
  useEffect(() => {
    const take = (next: KeptCells) => {
      version.current = { of: aggregate, is: next.version };
      // With what is not saved yet.
      const pending = theOutbox().pending(aggregate);
      setHeld({
        aggregate,
        cells: applyPatches(
          next.cells,
          pending.map(({ patch }) => patch),
        ),
      });
    };
    const now = newest(aggregate, kept);
    if (version.current.of !== aggregate || now.version >= version.current.is) take(now);
    return theOutbox().listen((edit, answer) => {
      if (edit.aggregate !== aggregate || (answer.status !== 'saved' && answer.status !== 'conflict')) return;
      // An answer may be late: what the page loaded meanwhile is newer, and has it.
      if (answer.status === 'conflict' || answer.version >= version.current.is) take(answer);
    });
  }, [aggregate, kept]);
  const edit = useCallback(
    (patch: Patch<unknown>) => {
      setHeld((now) => ({ aggregate, cells: applyPatch(now.cells, patch).cells }));
      theOutbox().edit(aggregate, version.current.is, patch, { label });
    },
    [aggregate, label],
  );
  return [held.aggregate === aggregate ? held.cells : kept.cells, edit];
}
