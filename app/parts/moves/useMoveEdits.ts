import { newId } from '../../keep/ids.ts';
import { useState } from 'react';
import { keptMoveDoc, mergedMoves, plural, t, type KeptMove, type NamedMove } from '../../../core/index.ts';
import type { KeptMoves } from '../../keep/library.ts';
import { afterStep, goOne, KEPT_WORDS, NO_HISTORY, stepOf, type History } from '../../keep/undoing.ts';

type Doc = ReturnType<typeof keptMoveDoc>;

/** Changes of the player's own moves in this place: each said, undone and made again. */
export function useMoveEdits(library: KeptMoves) {
  const [history, setHistory] = useState<History<Doc>>(NO_HISTORY);
  const [said, setSaid] = useState<string | null>(null);
  const cells = Object.fromEntries(library.own.map(({ id, move }) => [id, keptMoveDoc(move)]));
  const make = (patch: Readonly<Record<string, Doc | null>>, label: string, words: string) => {
    setHistory(afterStep(history, stepOf(cells, patch, label)));
    library.change(patch);
    setSaid(words);
  };
  const go = (way: 'undo' | 'redo') => {
    const gone = goOne(history, cells, way);
    if (!gone) return;
    if (gone.patch) library.change(gone.patch);
    setHistory(gone.history);
    setSaid(t(gone.kept > 0 ? KEPT_WORDS : `${way === 'undo' ? t('Taken back') : t('Made again')}: ${gone.label}.`));
  };
  return {
    change: (id: string, move: KeptMove, label = t('“{name}” changed', { name: move.name })) =>
      make({ [id]: keptMoveDoc(move) }, label, `${label}.`),
    putAway: ({ id, move }: NamedMove) =>
      make(
        { [id]: null },
        t('“{name}” put away', { name: move.name }),
        t('“{name}” is in the bin for thirty days.', { name: move.name }),
      ),
    /** Takes over moves of a file; those that are there already are left out. */
    bringIn(come: readonly NamedMove[]): void {
      const { added, same } = mergedMoves(library.own, come, newId);
      const left = same > 0 ? ` ${t('{plural} there already.', { plural: plural(same, '{n} was', '{n} were') })}` : '';
      if (added.length === 0) return setSaid(t('Nothing new in it.{left}', { left }));
      make(
        Object.fromEntries(added.map(({ id, move }) => [id, keptMoveDoc(move)])),
        t('{added} brought in', { added: added.length }),
        t('{plural} among yours now.{left}', { plural: plural(added.length, '{n} move is', '{n} moves are'), left }),
      );
    },
    undo: () => go('undo'),
    redo: () => go('redo'),
    canUndo: history.undo.length > 0,
    said,
    dismiss: () => setSaid(null),
  };
}
