import { data, redirect } from 'react-router';
import { z } from 'zod';
import { LONGEST_TITLE, parseChart, symbolOf, type Chart } from '../../core/index.ts';
import { database } from '../../db/client.server.ts';
import { renameTune } from '../../db/edits.ts';
import { listPlayers } from '../../db/players.ts';
import { createTune, deleteTune, duplicateTune, listTunes, restoreTune } from '../../db/tunes.ts';
import { Shelf, type ShelfTune } from '../parts/shelf/Shelf.tsx';
import type { Route } from './+types/shelf';

/** What a new chart begins with: the headers, and one line to write over. */
const NEW_CHART = 'title: New tune\nkey: C\nmeter: 4/4\ntempo: 120\n\n| C | Am7 | Dm7 | G7 |\n';

const request = z.discriminatedUnion('intent', [
  z.object({ intent: z.literal('new') }),
  z.object({ intent: z.literal('rename'), id: z.string(), title: z.string().trim().min(1).max(LONGEST_TITLE) }),
  z.object({ intent: z.literal('duplicate'), id: z.string() }),
  z.object({ intent: z.literal('delete'), id: z.string() }),
  z.object({ intent: z.literal('restore'), id: z.string() }),
]);

export function meta() {
  return [{ title: 'Yellow Heron' }];
}

export function loader() {
  const tunes = listTunes(database()).map(({ id, title, changedAt, doc }): ShelfTune => {
    const chart = parseChart(doc.good);
    const facts = chart.ok
      ? { key: chart.value.key, meter: chart.value.meter, tempo: chart.value.tempo, feel: chart.value.feel }
      : null;
    return {
      id,
      title,
      changedAt,
      facts,
      bars: chart.ok ? chart.value.bars.filter(({ number }) => number > 0).length : 0,
      opening: chart.ok ? openingOf(chart.value) : [],
    };
  });
  return { tunes, settings: listPlayers(database())[0].cells, now: Date.now() };
}

/** The symbols a tune is known by: the first chords, held ones once. */
const OPENING_CHORDS = 5;
function openingOf(chart: Chart): string[] {
  const symbols = chart.bars
    .flatMap(({ entries }) => entries)
    .flatMap(({ chord }) => (chord ? [symbolOf(chord)] : []))
    .filter((symbol, i, all) => symbol !== all[i - 1]);
  return symbols.slice(0, OPENING_CHORDS);
}

export async function action({ request: posted }: Route.ActionArgs) {
  const form = request.safeParse(Object.fromEntries(await posted.formData()));
  if (!form.success)
    return data({ problem: form.error.issues.map(({ message }) => message).join('; ') }, { status: 400 });
  const db = database();
  const wanted = form.data;
  switch (wanted.intent) {
    case 'new':
      throw redirect(`/tunes/${createTune(db, NEW_CHART).id}/chart`);
    case 'rename':
      return renameTune(db, wanted.id, wanted.title) ? { renamed: wanted.id } : gone();
    case 'duplicate':
      return duplicateTune(db, wanted.id) ? { duplicated: wanted.id } : gone();
    case 'delete':
      return deleteTune(db, wanted.id) ? { deleted: wanted.id } : gone();
    case 'restore':
      return restoreTune(db, wanted.id) ? { restored: wanted.id } : gone();
  }
}

const gone = () => data({ problem: 'This tune is not on the shelf any more.' }, { status: 404 });

export default function ShelfRoute({ loaderData }: Route.ComponentProps) {
  return <Shelf {...loaderData} />;
}
