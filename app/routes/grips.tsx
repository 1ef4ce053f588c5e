import { database } from '../../db/client.server.ts';
import { playerFor, playersWithGrips } from '../../db/players.ts';
import { getTune } from '../../db/tunes.ts';
import { parseChart } from '../../core/index.ts';
import { GripsPlace } from '../parts/grips/GripsPlace.tsx';
import type { Route } from './+types/grips';

export function meta() {
  return [{ title: 'Grips · Yellow Heron' }];
}

export function loader({ request }: Route.LoaderArgs) {
  const db = database();
  const { searchParams } = new URL(request.url);
  const tune = getTune(db, searchParams.get('tune') ?? '');
  const players = playersWithGrips(db);
  const wanted = searchParams.get('player') ?? playerFor(db, { playerId: tune?.playerId ?? null }).id;
  const chart = tune ? parseChart(tune.doc.good) : null;
  return {
    player: players.find(({ id }) => id === wanted) ?? players[0]!,
    tune: tune && { id: tune.id, key: chart?.ok ? chart.value.key : null },
  };
}

export default function GripsRoute({ loaderData }: Route.ComponentProps) {
  return <GripsPlace {...loaderData} />;
}
