import { MANNER_BY_COMPANY, handOf, neckOf, ringsIn, type Column, type Player } from '../../../core/index.ts';
import type { TuneManner } from './MannerMenu.tsx';
import type { Tastes } from './useTaste.ts';

/** How a tune is comped: by choice, else as its style has it, else as its player does. */
export function mannerOf({ taste, chosen, setTaste }: Tastes, player: Player, columns: readonly Column[]): TuneManner {
  const own = player.manner ?? MANNER_BY_COMPANY[player.company];
  const without = chosen?.manner
    ? { manner: chosen.manner, whose: `the style ${chosen.name}` }
    : { manner: own, whose: player.name };
  return {
    stands: taste.manner ?? without.manner,
    chosen: taste.manner,
    without,
    rings: ringsIn(
      columns.flatMap(({ chord }) => chord ?? []),
      neckOf(handOf(player)).open,
    ),
    choose: (manner) => setTaste({ ...taste, manner }),
  };
}
