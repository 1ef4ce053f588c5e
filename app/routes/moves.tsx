import { data, redirect } from 'react-router';
import { z } from 'zod';
import {
  handOf,
  keptTune,
  lastFretOf,
  parseChart,
  parseKey,
  readKeptMove,
  readPlayer,
  shippedNamed,
  tuningKey,
  DEFAULT_PLAYER,
  type NamedMove,
  t,
} from '../../core/index.ts';
import { database, saving } from '../../db/client.server.ts';
import { earlierMoves, getMoves } from '../../db/kept-moves.ts';
import type { Db } from '../../db/open.ts';
import { playerFor, playersWithGrips } from '../../db/players.ts';
import { createTune, getTune } from '../../db/tunes.ts';
import { alsoAfterProblems, problemsSaid, whenAwayAsBefore } from '../keep/away.ts';
import { MovesPlace } from '../parts/moves/MovesPlace.tsx';
import type { Route } from './+types/moves';
import { inWords, readForm } from './answer.server.ts';
import { keptMoves } from './tune-at-work.server.ts';

const request = z.object({
  intent: z.literal('begin'),
  id: z.string().max(64),
  key: z.string().max(20),
  tempo: z.coerce.number().int().min(20).max(400),
  playerId: z.string().max(64),
});

/** A move's name as it is asked for; what is none names nothing. */
const ownId = (text: string | null): string => (text !== null && /^[\w-]{1,64}$/.test(text) ? text : '');

export function meta() {
  return [{ title: t('Moves · Yellow Heron') }];
}

export const loader = inWords(({ request: { url } }: Route.LoaderArgs) => {
  const db = database();
  const { searchParams } = new URL(url);
  const tune = getTune(db, searchParams.get('tune') ?? '');
  const chart = tune ? parseChart(tune.doc.good) : null;
  const players = playersWithGrips(db);
  const { id } = playerFor(db, { playerId: tune?.playerId ?? null });
  return {
    moves: keptMoves(db),
    earlier: earlierMoves(db, ownId(searchParams.get('move'))),
    player: players.find((one) => one.id === id) ?? players[0]!,
    tune: tune && { id: tune.id, key: chart?.ok ? chart.value.key : null, tempo: chart?.ok ? chart.value.tempo : null },
  };
});

/** A move by its name, the player's own or one of ours. */
function namedIn(db: Db, id: string): NamedMove | null {
  const { cells } = getMoves(db);
  const own = Object.hasOwn(cells, id) ? readKeptMove(cells[id]) : null;
  return own?.ok ? { id, move: own.value } : (shippedNamed().find((one) => one.id === id) ?? null);
}

export const action = inWords(async ({ request: posted }: Route.ActionArgs) => {
  const form = await readForm(posted, request);
  if (!form.ok) return form.answer;
  const { id, key: text, tempo, playerId } = form.value;
  return saving((db) => {
    const named = namedIn(db, id);
    const key = parseKey(text);
    if (!named || !key.ok) return data({ problem: t('This move is not kept any more.') }, { status: 404 });
    const player = readPlayer(
      playersWithGrips(db).find((one) => one.id === playerId)?.settings.cells ?? DEFAULT_PLAYER,
    );
    const hand = handOf(player.ok ? player.value : DEFAULT_PLAYER);
    const neck = { lastFret: lastFretOf(hand), tuning: tuningKey(hand.tuning) };
    const { chartText, cells } = keptTune(named, [key.value], { tempo, neck });
    const inTune = (name: string, bars: readonly { readonly id: string }[]) =>
      name.replace(/^bar-(\d+)/, (_, bar) => bars[Number(bar) - 1]!.id);
    const { id: tuneId } = createTune(db, chartText, {
      cells: (bars) => Object.fromEntries(Object.entries(cells).map(([name, cell]) => [inTune(name, bars), cell])),
    });
    throw redirect(`/tunes/${tuneId}/chart`);
  });
});

export const clientLoader = whenAwayAsBefore<Awaited<ReturnType<typeof loader>>>('routes/moves');
export const clientAction = problemsSaid;
export const shouldRevalidate = alsoAfterProblems;

export default function MovesRoute({ loaderData }: Route.ComponentProps) {
  return <MovesPlace {...loaderData} />;
}
