import { useCallback, useMemo } from 'react';
import { keptMoveDoc, readKeptMove, shippedNamed, type KeptMove, type NamedMove, t } from '../../core/index.ts';
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

/** A move of the library. */
export interface LibraryMove extends NamedMove {
  readonly isOwn: boolean;
  readonly used: number;
  readonly inTakes: boolean;
}

/** The library of kept moves: the player's own, last kept first, and those that come with the program. */
export function useKeptMoves({ own: kept, remembered }: KeptMovesLoaded) {
  const [cells, edit] = useCells('moves:own', kept, t('a kept move'));
  const [facts, note] = useCells('setting:moves', remembered, t('how a kept move is used'));
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
  const all = useMemo(() => {
    const said = facts as Readonly<Record<string, Remembered>>;
    const listed = (one: NamedMove, isOwn: boolean): LibraryMove => {
      const { used = 0, takes = false } = said[one.id] ?? {};
      return { ...one, isOwn, used, inTakes: takes };
    };
    return [...own.map((one) => listed(one, true)), ...shippedNamed().map((one) => listed(one, false))];
  }, [own, facts]);
  const remember = useCallback(
    (id: string, more: Remembered) => note({ [id]: { ...(facts[id] as Remembered | undefined), ...more } }),
    [facts, note],
  );
  return {
    all,
    own,
    /** The player's own, as one text: it changes only with them. */
    text: useMemo(() => (own.length === 0 ? '' : JSON.stringify(own)), [own]),
    inTakes: useMemo(() => all.filter(({ inTakes }) => inTakes), [all]),
    keep: (id: string, move: KeptMove) => edit({ [id]: keptMoveDoc(move) }),
    /** Any of the player's own, by id, as documents; null: it goes to the bin. */
    change: (patch: Readonly<Record<string, ReturnType<typeof keptMoveDoc> | null>>) => edit(patch),
    letTakes: (id: string, takes: boolean) => remember(id, { takes }),
    countUse: (id: string) => remember(id, { used: (all.find((one) => one.id === id)?.used ?? 0) + 1 }),
  };
}
export type KeptMoves = ReturnType<typeof useKeptMoves>;
