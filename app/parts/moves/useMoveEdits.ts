import { useState } from 'react';
import { keptMoveDoc, mergedMoves, type KeptMove, type NamedMove } from '../../../core/index.ts';
import type { KeptMoves } from '../../keep/kept-moves.ts';
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
    setSaid(gone.kept > 0 ? KEPT_WORDS : `${way === 'undo' ? 'Taken back' : 'Made again'}: ${gone.label}.`);
  };
  return {
    change: (id: string, move: KeptMove, label = `“${move.name}” changed`) =>
      make({ [id]: keptMoveDoc(move) }, label, `${label}.`),
    putAway: ({ id, move }: NamedMove) =>
      make({ [id]: null }, `“${move.name}” put away`, `“${move.name}” is in the bin for thirty days.`),
    /** Takes over moves of a file; those that are there already are left out. */
    bringIn(come: readonly NamedMove[]): void {
      const { added, same } = mergedMoves(library.own, come, () => crypto.randomUUID());
      const left = same > 0 ? ` ${same} ${same === 1 ? 'was' : 'were'} there already.` : '';
      if (added.length === 0) return setSaid(`Nothing new in it.${left}`);
      make(
        Object.fromEntries(added.map(({ id, move }) => [id, keptMoveDoc(move)])),
        `${added.length} brought in`,
        `${added.length} ${added.length === 1 ? 'move is' : 'moves are'} among yours now.${left}`,
      );
    },
    undo: () => go('undo'),
    redo: () => go('redo'),
    canUndo: history.undo.length > 0,
    said,
    dismiss: () => setSaid(null),
  };
}
