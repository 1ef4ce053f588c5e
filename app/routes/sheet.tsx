import { t } from '../../core/index.ts';
import { data } from 'react-router';
import { database } from '../../db/client.server.ts';
import { listTakes } from '../../db/takes.ts';
import { alsoAfterProblems, whenAwayAsBefore } from '../keep/away.ts';
import { SheetPlace } from '../parts/sheet/SheetPlace.tsx';
import type { Route } from './+types/sheet';
import { inWords } from './answer.server.ts';
import { tuneAtWork } from './tune-at-work.server.ts';

export function meta({ loaderData }: Route.MetaArgs) {
  return [
    { title: loaderData ? t('Sheet of {title} · Yellow Heron', { title: loaderData.tune.title }) : t('Yellow Heron') },
  ];
}

/** `?take`: whose grips and rhythm are set; without it the first. */
export const loader = inWords(({ params, request }: Route.LoaderArgs) => {
  const tune = tuneAtWork(database(), params.tuneId);
  const takes = listTakes(database(), tune.tuneId);
  const wanted = new URL(request.url).searchParams.get('take');
  const take = takes.find(({ id }) => id === wanted) ?? takes[0];
  if (!take) throw data(t('This tune has no take that can be read.'), { status: 404 });
  return {
    tune,
    take: { id: take.id, name: take.name, cells: take.doc.cells },
    takes: takes.map(({ id, name }) => ({ id, name })),
  };
});

export const clientLoader = whenAwayAsBefore<Awaited<ReturnType<typeof loader>>>('routes/sheet');
export const shouldRevalidate = alsoAfterProblems;

export default function SheetRoute({ loaderData }: Route.ComponentProps) {
  return <SheetPlace key={loaderData.tune.tuneId} {...loaderData} />;
}
