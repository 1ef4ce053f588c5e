import { data } from 'react-router';
import { database } from '../../db/client.server.ts';
import { playerFor } from '../../db/players.ts';
import { getTune } from '../../db/tunes.ts';
import { ChartPlace } from '../parts/chart/ChartPlace.tsx';
import type { Route } from './+types/chart';

export function meta({ loaderData }: Route.MetaArgs) {
  return [{ title: loaderData ? `${loaderData.title} · chart · Yellow Heron` : 'Yellow Heron' }];
}

export function loader({ params }: Route.LoaderArgs) {
  const tune = getTune(database(), params.tuneId);
  if (!tune) throw data('This tune is not on the shelf.', { status: 404 });
  return {
    tuneId: tune.id,
    title: tune.title,
    chartText: tune.chartText,
    good: tune.doc.good,
    version: tune.version,
    settings: playerFor(database(), tune).cells,
  };
}

export default function ChartRoute({ loaderData }: Route.ComponentProps) {
  return <ChartPlace key={loaderData.tuneId} {...loaderData} />;
}
