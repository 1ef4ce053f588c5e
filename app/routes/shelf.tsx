import { join } from 'node:path';
import { data, redirect } from 'react-router';
import { z } from 'zod';
import { LONGEST_TITLE, t } from '../../core/index.ts';
import { database, saving } from '../../db/client.server.ts';
import { fillDemo } from '../../db/demo.ts';
import { renameTune } from '../../db/edits.ts';
import { listPlayers } from '../../db/players.ts';
import { dueBy } from '../../db/practice.ts';
import { countShelf, createTune, deleteTune, duplicateTune, listShelf, restoreTune } from '../../db/tunes.ts';
import { alsoAfterProblems, problemsSaid, whenAwayAsBefore } from '../keep/away.ts';
import { Shelf } from '../parts/shelf/Shelf.tsx';
import type { Route } from './+types/shelf';
import { inWords, readForm } from './answer.server.ts';
import { endOfDay } from './calendar.server.ts';

/** What a new chart begins with: headers. The key is found from the chords that are typed. */
const NEW_CHART = 'title: New tune\nmeter: 4/4\ntempo: 120\n\n';
/** For a look at what can be done, where there is no tune yet. */
const EXAMPLE =
  'title: First crossing\nkey: F\nmeter: 4/4\ntempo: 112\nfeel: swing\n\n| F | Dm | Gm | C7 |\n| F | F7 | Bb | Bbm |\n| F | D7 | Gm | C7 |\n| F | % |\n';

const request = z.discriminatedUnion('intent', [
  z.object({ intent: z.enum(['new', 'example', 'demo']) }),
  z.object({ intent: z.literal('rename'), id: z.string(), title: z.string().trim().min(1).max(LONGEST_TITLE) }),
  z.object({ intent: z.literal('duplicate'), id: z.string() }),
  z.object({ intent: z.literal('delete'), id: z.string() }),
  z.object({ intent: z.literal('restore'), id: z.string() }),
]);

export function meta() {
  return [{ title: 'Yellow Heron' }];
}

/** As many tunes as come with the page; the rest follow once it stands (shelf-rows.ts). */
const FIRST_TUNES = 16;

export const loader = inWords((_: Route.LoaderArgs) => {
  const db = database();
  const now = Date.now();
  return {
    tunes: listShelf(db, FIRST_TUNES),
    count: countShelf(db),
    settings: listPlayers(db)[0].cells,
    due: dueBy(db, endOfDay(now)),
    now,
  };
});

export const action = inWords(async ({ request: posted }: Route.ActionArgs) => {
  const form = await readForm(posted, request);
  if (!form.ok) return form.answer;
  const wanted = form.value;
  return saving((db) => {
    switch (wanted.intent) {
      case 'new':
        throw redirect(`/tunes/${createTune(db, NEW_CHART).id}/chart`);
      case 'example':
        throw redirect(`/tunes/${createTune(db, EXAMPLE).id}/bench`);
      case 'demo':
        return { put: fillDemo(db, join(process.cwd(), 'demo')) };
      case 'rename':
        return renameTune(db, wanted.id, wanted.title) ? { renamed: wanted.id } : gone();
      case 'duplicate':
        return duplicateTune(db, wanted.id) ? { duplicated: wanted.id } : gone();
      case 'delete':
        return deleteTune(db, wanted.id) ? { deleted: wanted.id } : gone();
      case 'restore':
        return restoreTune(db, wanted.id) ? { restored: wanted.id } : gone();
    }
  });
});

const gone = () => data({ problem: t('This tune is not on the shelf any more.') }, { status: 404 });

export const clientLoader = whenAwayAsBefore<Awaited<ReturnType<typeof loader>>>('routes/shelf');
export const clientAction = problemsSaid;
export const shouldRevalidate = alsoAfterProblems;

export default function ShelfRoute({ loaderData }: Route.ComponentProps) {
  return <Shelf {...loaderData} />;
}
