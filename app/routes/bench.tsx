import { data, redirect } from 'react-router';
import { parseChart } from '../../core/index.ts';
import { database } from '../../db/client.server.ts';
import { playerFor, playersWithGrips } from '../../db/players.ts';
import { getSetting } from '../../db/settings.ts';
import { getTune, listTakes } from '../../db/tunes.ts';
import { Workbench } from '../parts/workbench/Workbench.tsx';
import type { Route } from './+types/bench';

export function meta({ loaderData }: Route.MetaArgs) {
  return [{ title: loaderData ? `${loaderData.title} · Yellow Heron` : 'Yellow Heron' }];
}

export function loader({ params, request }: Route.LoaderArgs) {
  const tune = getTune(database(), params.tuneId);
  if (!tune) throw data('This tune is not on the shelf.', { status: 404 });
  const chart = parseChart(tune.doc.good);
  // A tune that never had a readable chart has nothing for the bench yet.
  if (!chart.ok) throw redirect(`/tunes/${tune.id}/chart`);
  const takes = listTakes(database(), tune.id);
  const wanted = new URL(request.url).searchParams.get('take');
  const take = takes.find(({ id }) => id === wanted) ?? takes[0];
  if (!take) throw data('This tune has no take.', { status: 404 });
  return {
    tuneId: tune.id,
    title: tune.title,
    chartText: tune.doc.good,
    chart: chart.value,
    barIds: tune.doc.bars.map(({ id }) => id),
    take: { id: take.id, version: take.version, cells: take.doc.cells },
    takes: takes.map(({ id, name }) => ({ id, name })),
    styles: getSetting(database(), 'styles'),
    taste: getSetting(database(), `taste.${tune.id}`),
    tuneVersion: tune.version,
    playerId: playerFor(database(), tune).id,
    players: playersWithGrips(database()),
    outdated: tune.doc.good !== tune.chartText,
  };
}

export default function BenchRoute({ loaderData }: Route.ComponentProps) {
  return <Workbench key={loaderData.tuneId} {...loaderData} />;
}
