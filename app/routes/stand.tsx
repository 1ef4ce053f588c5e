import { t } from '../../core/index.ts';
import { data } from 'react-router';
import { database } from '../../db/client.server.ts';
import { playersWithGrips } from '../../db/players.ts';
import { logVersion } from '../../db/practice.ts';
import { getTake, takeNames } from '../../db/takes.ts';
import { getTune } from '../../db/tunes.ts';
import { alsoAfterProblems, whenAwayAsBefore } from '../keep/away.ts';
import { StandPlace } from '../parts/stand/StandPlace.tsx';
import type { Route } from './+types/stand';
import { inWords } from './answer.server.ts';
import { keptMoves, playableTune } from './tune-at-work.server.ts';

export function meta() {
  return [{ title: t('At the stand · Yellow Heron') }];
}

/** `?take`: of which take bars are practised; `?move`: a kept move; else what is practised needs nothing but a player. */
export const loader = inWords(({ request }: Route.LoaderArgs) => {
  const db = database();
  const { searchParams } = new URL(request.url);
  const takeId = searchParams.get('take');
  const take = takeId === null ? null : getTake(db, takeId);
  const tune = take !== null && getTune(db, take.tuneId) !== null ? playableTune(db, take.tuneId) : null;
  if (searchParams.get('at') === null)
    throw data(t('There is no session here. Begin one under Practice.'), { status: 404 });
  return {
    version: logVersion(db),
    players: playersWithGrips(db),
    work:
      take && tune
        ? {
            tune,
            take: { id: take.id, name: take.name, cells: take.doc.cells },
            others: takeNames(db, take.tuneId).filter(({ id, unreadable }) => id !== take.id && !unreadable),
          }
        : null,
    unfinished: take !== null && tune === null && getTune(db, take.tuneId) !== null,
    moves: searchParams.get('move') === null ? null : keptMoves(db),
  };
});

export const clientLoader = whenAwayAsBefore<Awaited<ReturnType<typeof loader>>>('routes/stand');
export const shouldRevalidate = alsoAfterProblems;

export default function StandRoute({ loaderData }: Route.ComponentProps) {
  return <StandPlace {...loaderData} />;
}
