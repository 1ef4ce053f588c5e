import { useMemo } from 'react';
import { shippedNamed, type NamedMove } from '../../core/index.ts';
import { useOwnMoves, type KeptMovesLoaded, type OwnMoves } from './kept-moves.ts';

/** A move of the library. */
export interface LibraryMove extends NamedMove {
  readonly isOwn: boolean;
  readonly used: number;
  readonly inTakes: boolean;
}

/** All kept moves: the player's own, last kept first, and those that come with the program. */
export function useAllMoves({ own, said }: Pick<OwnMoves, 'own' | 'said'>): readonly LibraryMove[] {
  return useMemo(() => {
    const listed = (one: NamedMove, isOwn: boolean): LibraryMove => {
      const { used = 0, takes = false } = said[one.id] ?? {};
      return { ...one, isOwn, used, inTakes: takes };
    };
    return [...own.map((one) => listed(one, true)), ...shippedNamed().map((one) => listed(one, false))];
  }, [own, said]);
}

/** The library of kept moves: all of them, and what can be done to the player's own. */
export function useKeptMoves(loaded: KeptMovesLoaded) {
  const own = useOwnMoves(loaded);
  const all = useAllMoves(own);
  return { ...own, all };
}
export type KeptMoves = ReturnType<typeof useKeptMoves>;
