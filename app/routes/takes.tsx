import { data } from 'react-router';
import { z } from 'zod';
import { LONGEST_TITLE, t } from '../../core/index.ts';
import { database, saving } from '../../db/client.server.ts';
import { readDocument, takeAbout, takeDoc } from '../../db/documents.ts';
import {
  copyTake,
  deleteTake,
  keepTake,
  listTakes,
  orderTakes,
  renameTake,
  restoreTake,
  takeNames,
} from '../../db/takes.ts';
import { alsoAfterProblems, problemsSaid, whenAwayAsBefore } from '../keep/away.ts';
import { TakesPlace } from '../parts/takes/TakesPlace.tsx';
import type { Route } from './+types/takes';
import { inWords, readForm } from './answer.server.ts';
import { tuneAtWork } from './tune-at-work.server.ts';

export function meta({ loaderData }: Route.MetaArgs) {
  return [
    { title: loaderData ? t('Takes of {title} · Yellow Heron', { title: loaderData.title }) : t('Yellow Heron') },
  ];
}

/** `?take` stands above, `?with` below; `with=plain` is the chart itself. */
export const loader = inWords(({ params, request }: Route.LoaderArgs) => {
  const tune = tuneAtWork(database(), params.tuneId);
  const takes = listTakes(database(), tune.tuneId);
  const { searchParams } = new URL(request.url);
  const named = (name: string) => takes.find(({ id }) => id === searchParams.get(name));
  const above = named('take') ?? takes[0];
  if (!above) throw data(t('This tune has no take that can be read.'), { status: 404 });
  const other = takes.find(({ id }) => id !== above.id);
  const below = searchParams.get('with') === 'plain' ? undefined : (named('with') ?? other);
  const shown = ({ id, name, version, doc }: typeof above) => ({ id, name, version, cells: doc.cells });
  const about = new Map(takes.map((take) => [take.id, take]));
  return {
    ...tune,
    takes: takeNames(database(), tune.tuneId).map((take) => ({
      ...take,
      about: about.get(take.id)?.about ?? null,
      wishes: Object.values(about.get(take.id)?.doc.cells ?? {}).filter(({ layer }) => layer === 'wish').length,
    })),
    above: shown(above),
    /** Null: the plain chart. */
    below: below && below.id !== above.id ? shown(below) : null,
  };
});

const name = z.string().trim().min(1).max(LONGEST_TITLE);
const ids = z
  .string()
  .transform((text) => text.split(' '))
  .pipe(z.array(z.string().min(1)).min(1).max(1000));
const request = z.discriminatedUnion('intent', [
  z.object({ intent: z.literal('rename'), id: z.string(), name }),
  z.object({ intent: z.literal('delete'), id: z.string() }),
  z.object({ intent: z.literal('restore'), id: z.string() }),
  z.object({ intent: z.literal('copy'), id: z.string() }),
  z.object({ intent: z.literal('order'), ids }),
  z.object({ intent: z.literal('keep'), id: z.string(), name, cells: z.string(), about: z.string() }),
]);

/** What is done to a take as a whole; one that is made is named by its id. */
export const action = inWords(async ({ request: posted, params }: Route.ActionArgs) => {
  const form = await readForm(posted, request);
  if (!form.ok) return form.answer;
  const wanted = form.value;
  if (wanted.intent === 'keep') {
    const doc = readDocument(takeDoc, `{"schema":2,"cells":${wanted.cells}}`);
    const about = readDocument(takeAbout, wanted.about);
    if (!doc || !about) return data({ problem: t('This take cannot be read; it was not kept.') }, { status: 400 });
    const made = await saving((db) =>
      keepTake(db, { tuneId: params.tuneId, name: wanted.name, doc, about, parentId: wanted.id }),
    );
    return made === null ? NOT_THERE() : { done: 'keep' as const, made };
  }
  if (wanted.intent === 'copy') {
    const made = await saving((db) => copyTake(db, wanted.id));
    return made === null ? NOT_THERE() : { done: 'copy' as const, made };
  }
  const done = await saving((db) => {
    if (wanted.intent === 'rename') return renameTake(db, wanted.id, wanted.name);
    if (wanted.intent === 'order') return orderTakes(db, params.tuneId, wanted.ids);
    return wanted.intent === 'delete' ? deleteTake(db, wanted.id) : restoreTake(db, wanted.id);
  });
  return done ? { done: wanted.intent } : NOT_THERE();
});
const NOT_THERE = () => data({ problem: t('This take is not there, or the only one.') }, { status: 404 });

export const clientLoader = whenAwayAsBefore<Awaited<ReturnType<typeof loader>>>('routes/takes');
export const clientAction = problemsSaid;
export const shouldRevalidate = alsoAfterProblems;

export default function TakesRoute({ loaderData }: Route.ComponentProps) {
  return <TakesPlace key={loaderData.tuneId} {...loaderData} />;
}
