import { t } from '../../core/index.ts';
import { createWriteStream } from 'node:fs';
import { mkdir, rename, rm } from 'node:fs/promises';
import { basename, dirname } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { ReadableStream } from 'node:stream/web';
import { data } from 'react-router';
import { newBackupPath } from '../../db/backups.ts';
import { dataFaultOf } from '../../db/faults.ts';
import { databasePath } from '../../db/open.ts';
import { contentsOf } from '../../db/restore.ts';
import type { Route } from './+types/bring-in';
import { inWords } from './answer.server.ts';

/** Takes a backup from elsewhere in among the others, once it is seen to be whole. Nothing is put back by this. */
export const action = inWords(async ({ request }: Route.ActionArgs) => {
  if (request.method !== 'POST' || !request.body)
    return data({ problem: t('There was no file in it.') }, { status: 400 });
  const dataPath = databasePath();
  const path = newBackupPath(dataPath, 'brought-in');
  const draft = `${path}.part`;
  await mkdir(dirname(path), { recursive: true, mode: 0o700 });
  try {
    await pipeline(Readable.fromWeb(request.body as ReadableStream), createWriteStream(draft, { mode: 0o600 }));
    contentsOf(draft, dataPath);
    await rename(draft, path);
    return data({ broughtIn: basename(path) });
  } catch (error) {
    await rm(draft, { force: true });
    const fault = dataFaultOf(error);
    if (!fault) throw error;
    return data(
      { problem: t('This is no backup of Yellow Heron: {message}', { message: fault.message }) },
      { status: 400 },
    );
  }
});

export function loader(): never {
  throw data('Backups are sent here, not read.', { status: 405 });
}
