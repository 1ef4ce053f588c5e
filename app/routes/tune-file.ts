import { data } from 'react-router';
import { writeTuneFile, t } from '../../core/index.ts';
import { database } from '../../db/client.server.ts';
import { tuneOut } from '../../db/tune-file.ts';
import type { Route } from './+types/tune-file';
import { inWords } from './answer.server.ts';

/** A tune with all its takes, as a file of ours. */
export const loader = inWords(({ params: { tuneId } }: Route.LoaderArgs) => {
  const file = tuneOut(database(), tuneId);
  if (file === null) throw data(t('There is no such tune, or its chart was never finished.'), { status: 404 });
  return new Response(writeTuneFile(file), {
    headers: { 'Content-Type': 'application/json; charset=utf-8', 'Cache-Control': 'no-store' },
  });
});
