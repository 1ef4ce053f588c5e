import { useCallback, useEffect, useRef, useState } from 'react';
import { applyPatch, type Patch } from '../../core/index.ts';
import { makeEdit, theOutbox } from './browser.ts';

type Cells = Readonly<Record<string, unknown>>;
export interface KeptSetting {
  readonly version: number;
  readonly cells: Cells;
}

/** A setting as the server keeps it, changed here at once and sent like any other edit. */
export function useSetting(key: string, kept: KeptSetting): readonly [Cells, (patch: Patch<unknown>) => void] {
  const aggregate = `setting:${key}`;
  const [cells, setCells] = useState(kept.cells);
  const version = useRef(kept.version);
  useEffect(() => {
    const take = (next: KeptSetting) => {
      version.current = next.version;
      // With what this window has not been told is saved.
      setCells(
        theOutbox()
          .pending(aggregate)
          .reduce((now, { patch }) => applyPatch(now, patch).cells, next.cells),
      );
    };
    if (kept.version >= version.current) take(kept);
    return theOutbox().listen((edit, answer) => {
      if (edit.aggregate === aggregate && answer.status === 'saved') take(answer);
    });
  }, [aggregate, kept]);
  const edit = useCallback(
    (patch: Patch<unknown>) => {
      setCells((now) => applyPatch(now, patch).cells);
      theOutbox().put(makeEdit(aggregate, version.current, patch));
    },
    [aggregate],
  );
  return [cells, edit];
}
