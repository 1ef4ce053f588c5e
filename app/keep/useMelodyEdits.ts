import { t, type BarNotes, type Kept, type MelodyCells, type Patch } from '../../core/index.ts';
import { useEffect, useState } from 'react';
import { theOutbox } from './browser.ts';
import { useCells, type KeptCells } from './cells.ts';
import { afterStep, goOne, KEPT_WORDS, NO_HISTORY, stepOf, type History } from './undoing.ts';

/** The melody of a tune in hand: changed here at once and saved, each change undone and made again. */
export function useMelodyEdits(tuneId: string, kept: KeptCells) {
  const aggregate = `melody:${tuneId}`;
  const [held, send] = useCells(aggregate, kept, t('the melody'));
  const cells = held as MelodyCells;
  const [history, setHistory] = useState<History<BarNotes>>(NO_HISTORY);
  const [conflict, setConflict] = useState<Kept | null>(null);
  /** Said once when an undo did less than it might. */
  const [said, setSaid] = useState<string | null>(null);
  useEffect(
    () =>
      theOutbox().listen((edit, answer, own) => {
        if (own && edit.aggregate === aggregate && answer.status === 'conflict') setConflict(answer.kept);
      }),
    [aggregate],
  );
  const edit = (patch: Patch<BarNotes>, label: string) => {
    if (Object.keys(patch).length === 0) return;
    setHistory(afterStep(history, stepOf(cells, patch, label)));
    send(patch);
  };
  const go = (way: 'undo' | 'redo'): string | null => {
    const gone = goOne(history, cells, way);
    if (!gone) return null;
    if (gone.patch) send(gone.patch);
    if (gone.kept > 0) setSaid(t(KEPT_WORDS));
    setHistory(gone.history);
    return gone.label;
  };
  return {
    cells,
    edit,
    /** What was undone, or made again, in words; null: there was nothing. */
    undo: () => go('undo'),
    redo: () => go('redo'),
    /** What an undo would take back, in words. */
    lastLabel: history.undo.at(-1)?.label ?? null,
    canUndo: history.undo.length > 0,
    canRedo: history.redo.length > 0,
    conflict,
    said,
    dismiss() {
      setConflict(null);
      setSaid(null);
    },
  };
}
