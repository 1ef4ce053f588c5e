import { t } from '../../core/index.ts';
import { data } from 'react-router';
import { database } from '../../db/client.server.ts';
import { listTakes, takeNames } from '../../db/takes.ts';
import { alsoAfterProblems, whenAwayAsBefore } from '../keep/away.ts';
import { startSolver } from '../work/solver.ts';
import { Workbench } from '../parts/workbench/Workbench.tsx';
import type { Route } from './+types/bench';
import { inWords } from './answer.server.ts';
import { tuneAtWork } from './tune-at-work.server.ts';

export function meta({ loaderData }: Route.MetaArgs) {
  return [{ title: loaderData ? t('{title} · Yellow Heron', { title: loaderData.title }) : t('Yellow Heron') }];
}

export const loader = inWords(({ params, request }: Route.LoaderArgs) => {
  const tune = tuneAtWork(database(), params.tuneId);
  const takes = listTakes(database(), tune.tuneId);
  const wanted = new URL(request.url).searchParams.get('take');
  const take = takes.find(({ id }) => id === wanted) ?? takes[0];
  if (!take) throw data(t('This tune has no take that can be read.'), { status: 404 });
  return {
    ...tune,
    take: { id: take.id, version: take.version, cells: take.doc.cells },
    takes: takeNames(database(), tune.tuneId),
  };
});

startSolver();

export const clientLoader = whenAwayAsBefore<Awaited<ReturnType<typeof loader>>>('routes/bench');
export const shouldRevalidate = alsoAfterProblems;

export default function BenchRoute({ loaderData }: Route.ComponentProps) {
  return <Workbench key={loaderData.tuneId} {...loaderData} />;
}
