import { data, redirect } from 'react-router';
import { z } from 'zod';
import { DEFAULT_PLAYER, readPlayer, t } from '../../core/index.ts';
import { database, saving } from '../../db/client.server.ts';
import {
  createPlayer,
  deletePlayer,
  getPlayer,
  listPlayers,
  playersWithGrips,
  restorePlayer,
} from '../../db/players.ts';
import { getTune } from '../../db/tunes.ts';
import { alsoAfterProblems, problemsSaid, whenAwayAsBefore } from '../keep/away.ts';
import { PlayerPlace } from '../parts/player/PlayerPlace.tsx';
import type { Route } from './+types/players';
import { inWords, readForm } from './answer.server.ts';

const request = z.discriminatedUnion('intent', [
  z.object({ intent: z.literal('new') }),
  z.object({ intent: z.literal('duplicate'), id: z.string() }),
  z.object({ intent: z.literal('delete'), id: z.string() }),
  z.object({ intent: z.literal('restore'), id: z.string() }),
]);

export function meta() {
  return [{ title: t('Players · Yellow Heron') }];
}

export const loader = inWords(({ params, request: { url } }: Route.LoaderArgs) => {
  const db = database();
  const { search, searchParams } = new URL(url);
  const players = playersWithGrips(db);
  if (params.playerId === undefined) throw redirect(`/players/${players[0]!.id}${search}`);
  if (!players.some(({ id }) => id === params.playerId))
    throw data(t('This player is not here any more.'), { status: 404 });
  const tune = getTune(db, searchParams.get('tune') ?? '');
  return {
    players,
    playerId: params.playerId,
    tune: tune && {
      id: tune.id,
      title: tune.title,
      version: tune.version,
      playerId: tune.playerId ?? players[0]!.id,
    },
  };
});

export const action = inWords(async ({ request: posted }: Route.ActionArgs) => {
  const form = await readForm(posted, request);
  if (!form.ok) return form.answer;
  const { search } = new URL(posted.url);
  const open = (id: string) => redirect(`/players/${id}${search}`);
  const wanted = form.value;
  return saving((db) => {
    switch (wanted.intent) {
      case 'new':
        return open(createPlayer(db, { name: t('Player {number}', { number: listPlayers(db).length + 1 }) }).id);
      case 'duplicate': {
        const found = getPlayer(db, wanted.id);
        const read = readPlayer(found?.cells ?? DEFAULT_PLAYER);
        if (!found || !read.ok) return gone();
        return open(
          createPlayer(db, { ...read.value, name: t('{name} (copy)', { name: found.name.slice(0, 50) }) }).id,
        );
      }
      case 'delete':
        return deletePlayer(db, wanted.id) ? open(listPlayers(db)[0].id) : gone();
      case 'restore':
        return restorePlayer(db, wanted.id) ? open(wanted.id) : gone();
    }
  });
});

const gone = () => data({ problem: t('This player is not here any more, or is the only one.') }, { status: 404 });

export const clientLoader = whenAwayAsBefore<Awaited<ReturnType<typeof loader>>>('routes/players');
export const clientAction = problemsSaid;
export const shouldRevalidate = alsoAfterProblems;

export default function PlayersRoute({ loaderData }: Route.ComponentProps) {
  return <PlayerPlace {...loaderData} />;
}
