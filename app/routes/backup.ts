import { t } from '../../core/index.ts';
import { createReadStream, statSync } from 'node:fs';
import { createReadableStreamFromReadable } from '@react-router/node';
import { data } from 'react-router';
import { backupPath } from '../../db/backups.ts';
import { databasePath } from '../../db/open.ts';
import type { Route } from './+types/backup';
import { inWords } from './answer.server.ts';

/** A backup, to be taken to another machine. */
export const loader = inWords(({ params: { name } }: Route.LoaderArgs) => {
  const path = backupPath(databasePath(), name);
  if (path === null) throw data(t('This backup is not there any more.'), { status: 404 });
  return new Response(createReadableStreamFromReadable(createReadStream(path)), {
    headers: {
      'Content-Type': 'application/vnd.sqlite3',
      'Content-Length': String(statSync(path).size),
      'Content-Disposition': `attachment; filename="${name}"`,
    },
  });
});
