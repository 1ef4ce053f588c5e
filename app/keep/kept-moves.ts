import { useCallback, useMemo } from 'react';
import { keptMoveDoc, readKeptMove, type KeptMove, type NamedMove, t } from '../../core/index.ts';
import { useCells, type KeptCells } from './cells.ts';

/** What is remembered of a kept move beside itself. */
interface Remembered {
  /** How often it was put into a tune. */
  readonly used?: number;
  /** Whether whole takes may use it. */
  readonly takes?: boolean;
}

/** Kept moves as a place is loaded with them: the player's own, and what is remembered of all. */
export interface KeptMovesLoaded {
  readonly own: KeptCells;
  readonly remembered: KeptCells;
}

/** The kept moves that are the player's own, last kept first, and what is remembered of all. */
export function useOwnMoves({ own: kept, remembered }: KeptMovesLoaded) {
  const [cells, edit] = useCells('moves:own', kept, t('a kept move'));
  const [facts, note] = useCells('setting:moves', remembered, t('how a kept move is used'));
  const said = facts as Readonly<Record<string, Remembered>>;
  const own = useMemo(
    () =>
      Object.entries(cells)
        .flatMap(([id, doc]): NamedMove[] => {
          const read = readKeptMove(doc);
          return read.ok ? [{ id, move: read.value }] : [];
        })
        .reverse(),
    [cells],
  );
  const remember = useCallback(
    (id: string, more: Remembered) => note({ [id]: { ...said[id], ...more } }),
    [said, note],
  );
  return {
    own,
    said,
    /** The player's own, as one text: it changes only with them. */
    text: useMemo(() => (own.length === 0 ? '' : JSON.stringify(own)), [own]),
    keep: (id: string, move: KeptMove) => edit({ [id]: keptMoveDoc(move) }),
    /** Any of the player's own, by id, as documents; null: it goes to the bin. */
    change: (patch: Readonly<Record<string, ReturnType<typeof keptMoveDoc> | null>>) => edit(patch),
    letTakes: (id: string, takes: boolean) => remember(id, { takes }),
    countUse: (id: string) => remember(id, { used: (said[id]?.used ?? 0) + 1 }),
  };
}
export type OwnMoves = ReturnType<typeof useOwnMoves>;
