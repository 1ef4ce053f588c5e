import { data, redirect } from 'react-router';
import { z } from 'zod';
import { LONGEST_TITLE, parseChart, unreadBars } from '../../core/index.ts';
import { database, saving } from '../../db/client.server.ts';
import { playerFor, playersWithGrips } from '../../db/players.ts';
import { getSetting } from '../../db/settings.ts';
import { deleteTake, listTakes, renameTake, restoreTake, takeNames } from '../../db/takes.ts';
import { getTune } from '../../db/tunes.ts';
import { alsoAfterProblems, problemsSaid, whenAwayAsBefore } from '../keep/away.ts';
import { Workbench } from '../parts/workbench/Workbench.tsx';
import type { Route } from './+types/bench';
import { inWords, readForm } from './answer.server.ts';

export function meta({ loaderData }: Route.MetaArgs) {
  return [{ title: loaderData ? `${loaderData.title} · Yellow Heron` : 'Yellow Heron' }];
}

export const loader = inWords(({ params, request }: Route.LoaderArgs) => {
  const tune = getTune(database(), params.tuneId);
  if (!tune) throw data('This tune is not on the shelf.', { status: 404 });
  const chart = parseChart(tune.doc.good);
  const typed = parseChart(tune.chartText);
  const problems = typed.ok ? [] : typed.problems;
  // Where there is no bar, there is nothing for the bench yet.
  if (!chart.ok || problems.some(({ code }) => code === 'chart-empty')) throw redirect(`/tunes/${tune.id}/chart`);
  const takes = listTakes(database(), tune.id);
  const wanted = new URL(request.url).searchParams.get('take');
  const take = takes.find(({ id }) => id === wanted) ?? takes[0];
  if (!take) throw data('This tune has no take that can be read.', { status: 404 });
  return {
    tuneId: tune.id,
    title: tune.title,
    chartText: tune.doc.good,
    chart: chart.value,
    barIds: tune.doc.bars.map(({ id }) => id),
    take: { id: take.id, version: take.version, cells: take.doc.cells },
    takes: takeNames(database(), tune.id),
    styles: getSetting(database(), 'styles'),
    taste: getSetting(database(), `taste.${tune.id}`),
    tuneVersion: tune.version,
    playerId: playerFor(database(), tune).id,
    players: playersWithGrips(database()),
    unread: problems.length > 0 && unreadBars(problems).length === 0 ? null : unreadBars(problems),
  };
});

const request = z.discriminatedUnion('intent', [
  z.object({ intent: z.literal('rename'), id: z.string(), name: z.string().trim().min(1).max(LONGEST_TITLE) }),
  z.object({ intent: z.literal('delete'), id: z.string() }),
  z.object({ intent: z.literal('restore'), id: z.string() }),
]);

/** What is done to a take as a whole. */
export const action = inWords(async ({ request: posted }: Route.ActionArgs) => {
  const form = await readForm(posted, request);
  if (!form.ok) return form.answer;
  const wanted = form.value;
  const done = await saving((db) => {
    if (wanted.intent === 'rename') return renameTake(db, wanted.id, wanted.name);
    return wanted.intent === 'delete' ? deleteTake(db, wanted.id) : restoreTake(db, wanted.id);
  });
  return done
    ? { done: wanted.intent }
    : data({ problem: 'This take is not there, or the only one.' }, { status: 404 });
});

export const clientLoader = whenAwayAsBefore<Awaited<ReturnType<typeof loader>>>('routes/bench');
export const clientAction = problemsSaid;
export const shouldRevalidate = alsoAfterProblems;

export default function BenchRoute({ loaderData }: Route.ComponentProps) {
  return <Workbench key={loaderData.tuneId} {...loaderData} />;
}
