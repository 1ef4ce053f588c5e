import { redirect } from 'react-router';
import { z } from 'zod';
import { LONGEST_CHART } from '../../core/index.ts';
import { database, saving } from '../../db/client.server.ts';
import { createTune, getMelody, getTune } from '../../db/tunes.ts';
import { problemsSaid, whenAwayAsBefore } from '../keep/away.ts';
import { ImportPlace } from '../parts/import/ImportPlace.tsx';
import type { Route } from './+types/import';
import { inWords, readForm } from './answer.server.ts';

export function meta() {
  return [{ title: 'Import · Yellow Heron' }];
}

export const loader = inWords(({ request }: Route.LoaderArgs) => {
  const id = new URL(request.url).searchParams.get('tune');
  const tune = id === null ? null : getTune(database(), id);
  if (!tune) return { into: null };
  const { title, chartText, doc, version } = tune;
  return {
    into: {
      id: tune.id,
      title,
      chartText,
      good: doc.good,
      version,
      barIds: doc.bars.map((bar) => bar.id),
      melody: getMelody(database(), tune.id)!,
    },
  };
});

const posted = z.object({
  text: z
    .string()
    .min(1)
    .max(2 * LONGEST_CHART),
});

/** Puts what was imported on the shelf. */
export const action = inWords(async ({ request }: Route.ActionArgs) => {
  const form = await readForm(request, posted);
  if (!form.ok) return form.answer;
  return saving((db) => {
    throw redirect(`/tunes/${createTune(db, form.value.text).id}/chart`);
  });
});

export const clientLoader = whenAwayAsBefore<Awaited<ReturnType<typeof loader>>>('routes/import');
export const clientAction = problemsSaid;

export default function ImportRoute({ loaderData }: Route.ComponentProps) {
  return <ImportPlace into={loaderData.into} />;
}
