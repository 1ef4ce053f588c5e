import { data, redirect } from 'react-router';
import { z } from 'zod';
import { faultText, t } from '../../core/index.ts';
import { database, saving } from '../../db/client.server.ts';
import { tuneIn } from '../../db/tune-file.ts';
import { getMelody, getTune } from '../../db/tunes.ts';
import { LARGEST_FILE, readTuneFile, Unreadable } from '../../formats/index.ts';
import { problemsSaid, whenAwayAsBefore } from '../keep/away.ts';
import { ImportPlace } from '../parts/import/ImportPlace.tsx';
import type { Route } from './+types/import';
import { inWords, readForm } from './answer.server.ts';

export function meta() {
  return [{ title: t('Import · Yellow Heron') }];
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

/** As a file of ours: the text, its takes and its moves. */
const posted = z.object({ file: z.string().min(1).max(LARGEST_FILE) });

/** Puts what was imported on the shelf. */
export const action = inWords(async ({ request }: Route.ActionArgs) => {
  const form = await readForm(request, posted);
  if (!form.ok) return form.answer;
  const read = tuneFileOf(form.value.file);
  if (typeof read === 'string') return data({ problem: read }, { status: 400 });
  return saving((db) => {
    throw redirect(`/tunes/${tuneIn(db, read).id}/chart`);
  });
});

function tuneFileOf(text: string) {
  try {
    return readTuneFile(text);
  } catch (error) {
    if (error instanceof Unreadable) return faultText(error.code, error.args);
    throw error;
  }
}

export const clientLoader = whenAwayAsBefore<Awaited<ReturnType<typeof loader>>>('routes/import');
export const clientAction = problemsSaid;

export default function ImportRoute({ loaderData }: Route.ComponentProps) {
  return <ImportPlace into={loaderData.into} />;
}
