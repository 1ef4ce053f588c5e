import { t } from '../../../core/index.ts';
import { useMemo } from 'react';
import { useCells } from '../../keep/cells.ts';
import { useGripBook, useSettings, type KeptPlayer } from '../../keep/player.ts';
import { guitarOf } from '../neck/layout.ts';

/** Who plays a tune, with their guitar and their grips; and how to give it to another. */
export function useWhoPlays(tuneId: string, version: number, playerId: string, players: readonly KeptPlayer[]) {
  const kept = useMemo(() => ({ version, cells: { playerId } }), [version, playerId]);
  const [cells, edit] = useCells(`tune:${tuneId}`, kept, t('who plays the tune'));
  const one = players.find(({ id }) => id === cells.playerId) ?? players[0]!;
  const { player, change } = useSettings(one);
  return {
    id: one.id,
    player,
    guitar: useMemo(() => guitarOf(player), [player]),
    book: useGripBook(one, player),
    name: one.name,
    change,
    choose: (id: string) => id !== one.id && edit({ playerId: id }),
  };
}
