import { moveOf } from '../reharm/moves/table.ts';
import type { Column } from './columns.ts';

/** The side on which a move has lost what it leans on. */
export type Leaning = 'next' | 'prev';

/** The moves of a take, by name, that what really sounds beside them takes the reason from: `Db7` for G7, and no C after it. */
export function leaningMoves(columns: readonly Column[]): ReadonlyMap<string, Leaning> {
  const leaning = new Map<string, Leaning>();
  columns.forEach(({ move }, i) => {
    if (!move || columns[i - 1]?.move === move) return;
    const { needsNext, needsPrev } = moveOf(move.id) ?? {};
    const after = columns.slice(i).find((column) => column.move !== move)?.chord ?? null;
    if (needsNext && !needsNext(move.found, after)) leaning.set(move.at, 'next');
    else if (needsPrev && !needsPrev(move.found, columns[i - 1]?.chord ?? null)) leaning.set(move.at, 'prev');
  });
  return leaning;
}
