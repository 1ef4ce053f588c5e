import { t } from '../../core/index.ts';
import { data } from 'react-router';
import { database } from '../../db/client.server.ts';
import { playerFor } from '../../db/players.ts';
import { getMelody, getTune } from '../../db/tunes.ts';
import { whenAwayAsBefore } from '../keep/away.ts';
import { ChartPlace } from '../parts/chart/ChartPlace.tsx';
import type { Route } from './+types/chart';
import { inWords } from './answer.server.ts';

export function meta({ loaderData }: Route.MetaArgs) {
  return [{ title: loaderData ? t('{title} · chart · Yellow Heron', { title: loaderData.title }) : t('Yellow Heron') }];
}

export const loader = inWords(({ params }: Route.LoaderArgs) => {
  const tune = getTune(database(), params.tuneId);
  if (!tune) throw data(t('This tune is not on the shelf.'), { status: 404 });
  return {
    tuneId: tune.id,
    title: tune.title,
    chartText: tune.chartText,
    good: tune.doc.good,
    barIds: tune.doc.bars.map(({ id }) => id),
    melody: getMelody(database(), tune.id)!,
    version: tune.version,
    settings: playerFor(database(), tune).cells,
  };
});

export const clientLoader = whenAwayAsBefore<Awaited<ReturnType<typeof loader>>>('routes/chart');

export default function ChartRoute({ loaderData }: Route.ComponentProps) {
  return <ChartPlace key={loaderData.tuneId} {...loaderData} />;
}
