import { handOf, neckOf, ownManner, ringsIn, type Column, type Manner, type Player, t } from '../../../core/index.ts';
import type { TuneManner } from './MannerMenu.tsx';
import type { Tastes } from './useTaste.ts';

/** How a tune is comped: by choice, else as its style has it, else as its player does. */
export const mannerStanding = ({ taste, chosen }: Tastes, player: Player): Manner =>
  taste.manner ?? chosen?.manner ?? ownManner(player);

/** The same, with what would stand otherwise, and the choice. */
export function mannerOf(tastes: Tastes, player: Player, columns: readonly Column[]): TuneManner {
  const { taste, chosen, setTaste } = tastes;
  const without = chosen?.manner
    ? { manner: chosen.manner, whose: t('the style {name}', { name: chosen.name }) }
    : { manner: ownManner(player), whose: player.name };
  return {
    stands: mannerStanding(tastes, player),
    chosen: taste.manner,
    without,
    rings: ringsIn(
      columns.flatMap(({ chord }) => chord ?? []),
      neckOf(handOf(player)).open,
    ),
    choose: (manner) => setTaste({ ...taste, manner }),
  };
}
