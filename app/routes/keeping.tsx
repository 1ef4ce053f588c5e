import { t } from '../../core/index.ts';
import { data } from 'react-router';
import { z } from 'zod';
import { backupPath, backUpTo, listBackups, newBackupPath } from '../../db/backups.ts';
import { BIN_KINDS, bringBack, listBin } from '../../db/bin.ts';
import { database, saving, theConnection } from '../../db/client.server.ts';
import { databasePath } from '../../db/open.ts';
import { listUnreadable } from '../../db/raw.ts';
import { contentsOf, restoreInto } from '../../db/restore.ts';
import { alsoAfterProblems, problemsSaid, whenAwayAsBefore } from '../keep/away.ts';
import { Keeping } from '../parts/keeping/Keeping.tsx';
import type { Route } from './+types/keeping';
import { inWords, readForm } from './answer.server.ts';

const request = z.discriminatedUnion('intent', [
  z.object({ intent: z.literal('back-up') }),
  z.object({ intent: z.literal('put-back'), name: z.string() }),
  z.object({ intent: z.literal('bring-back'), kind: z.enum(BIN_KINDS), id: z.string() }),
]);

export function meta() {
  return [{ title: t('Keeping · Yellow Heron') }];
}

export const loader = inWords(({ request: { url } }: Route.LoaderArgs) => {
  const db = database();
  const { searchParams } = new URL(url);
  const path = databasePath();
  const shown = searchParams.get('backup');
  const file = shown === null ? null : backupPath(path, shown);
  return {
    backups: listBackups(path),
    shown: shown !== null && file !== null ? { name: shown, ...contentsOf(file, path) } : null,
    bin: listBin(db, searchParams.get('words') ?? ''),
    words: searchParams.get('words') ?? '',
    unreadable: listUnreadable(db),
    now: Date.now(),
  };
});

export const action = inWords(async ({ request: posted }: Route.ActionArgs) => {
  const form = await readForm(posted, request);
  if (!form.ok) return form.answer;
  const wanted = form.value;
  const path = databasePath();
  if (wanted.intent === 'bring-back')
    return (await saving((db) => bringBack(db, wanted.kind, wanted.id)))
      ? { broughtBack: wanted.id }
      : data({ problem: t('This is not in the bin any more.') }, { status: 404 });
  if (wanted.intent === 'back-up') {
    const made = await saving(() => backUpTo(theConnection().$client, newBackupPath(path, 'by-hand')));
    return { backedUp: made };
  }
  const from = backupPath(path, wanted.name);
  if (from === null) return data({ problem: t('This backup is not there any more.') }, { status: 404 });
  await saving(() => backUpTo(theConnection().$client, newBackupPath(path, 'before-restore')));
  await saving(() => restoreInto(theConnection(), from, path));
  return { putBack: wanted.name };
});

export const clientLoader = whenAwayAsBefore<Awaited<ReturnType<typeof loader>>>('routes/keeping');
export const clientAction = problemsSaid;
export const shouldRevalidate = alsoAfterProblems;

export default function KeepingRoute({ loaderData }: Route.ComponentProps) {
  return <Keeping {...loaderData} />;
}
