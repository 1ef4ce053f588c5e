import { t } from '../../core/index.ts';
import { data, redirect } from 'react-router';
import { z } from 'zod';
import { database, saving } from '../../db/client.server.ts';
import { goBack, historyOf, tuneAt } from '../../db/history.ts';
import { getTune } from '../../db/tunes.ts';
import { problemsSaid, whenAwayAsBefore } from '../keep/away.ts';
import { History } from '../parts/keeping/History.tsx';
import type { Route } from './+types/history';
import { inWords, readForm } from './answer.server.ts';

export function meta({ loaderData }: Route.MetaArgs) {
  return [
    { title: loaderData ? t('{title} · history · Yellow Heron', { title: loaderData.title }) : t('Yellow Heron') },
  ];
}

export const loader = inWords(({ params, request }: Route.LoaderArgs) => {
  const db = database();
  const tune = getTune(db, params.tuneId);
  if (!tune) throw data(t('This tune is not on the shelf.'), { status: 404 });
  const days = historyOf(db, tune.id);
  const asked = Number(new URL(request.url).searchParams.get('at'));
  const at = days.find((day) => day.at === asked)?.at ?? null;
  return {
    tuneId: tune.id,
    title: tune.title,
    chartText: tune.chartText,
    days,
    at,
    then: at === null ? null : tuneAt(db, tune.id, at),
    now: Date.now(),
  };
});

export const action = inWords(async ({ params, request }: Route.ActionArgs) => {
  const form = await readForm(request, z.object({ at: z.coerce.number().int() }));
  if (!form.ok) return form.answer;
  await saving((db) => goBack(db, params.tuneId, form.value.at));
  return redirect(`/tunes/${params.tuneId}/chart`);
});

export const clientLoader = whenAwayAsBefore<Awaited<ReturnType<typeof loader>>>('routes/history');
export const clientAction = problemsSaid;

export default function HistoryRoute({ loaderData }: Route.ComponentProps) {
  return <History {...loaderData} />;
}
