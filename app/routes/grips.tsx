import { database } from '../../db/client.server.ts';
import { playerFor, playersWithGrips } from '../../db/players.ts';
import { getTune, pinnedGrips } from '../../db/tunes.ts';
import { parseChart, readChart, type Chart, t } from '../../core/index.ts';
import { whenAwayAsBefore } from '../keep/away.ts';
import { GripsPlace } from '../parts/grips/GripsPlace.tsx';
import type { Route } from './+types/grips';
import { inWords } from './answer.server.ts';

export function meta() {
  return [{ title: t('Grips · Yellow Heron') }];
}

export const loader = inWords(({ request }: Route.LoaderArgs) => {
  const db = database();
  const { searchParams } = new URL(request.url);
  const tune = getTune(db, searchParams.get('tune') ?? '');
  const players = playersWithGrips(db);
  const wanted = searchParams.get('player') ?? playerFor(db, { playerId: tune?.playerId ?? null }).id;
  const player = players.find(({ id }) => id === wanted) ?? players[0]!;
  const chart = tune ? parseChart(tune.doc.good) : null;
  return {
    player,
    tune: tune && {
      id: tune.id,
      key: chart?.ok ? chart.value.key : null,
      opening: chart?.ok ? openingOf(chart.value) : '',
    },
    pinned: pinnedGrips(db, player.id),
  };
});

/** The first few chords of a tune, each once in a row. */
function openingOf(chart: Chart): string {
  const symbols = readChart(chart).flatMap(({ entry, symbol }) => (entry.chord ? [symbol] : []));
  return symbols
    .filter((symbol, i) => symbol !== symbols[i - 1])
    .slice(0, OPENING)
    .join(' ');
}
const OPENING = 4;

export const clientLoader = whenAwayAsBefore<Awaited<ReturnType<typeof loader>>>('routes/grips');

export default function GripsRoute({ loaderData }: Route.ComponentProps) {
  return <GripsPlace {...loaderData} />;
}
