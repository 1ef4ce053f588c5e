import { t } from '../../core/index.ts';
import { data } from 'react-router';
import { database } from '../../db/client.server.ts';
import { rawRow } from '../../db/raw.ts';
import type { Route } from './+types/raw';
import { inWords } from './answer.server.ts';

/** A row as it lies in the database, for one that cannot be read: nothing of it is lost. */
export const loader = inWords(({ params: { kind, id } }: Route.LoaderArgs) => {
  const raw = rawRow(database(), kind, id);
  if (raw === null) throw data(t('There is no such thing.'), { status: 404 });
  return new Response(raw, {
    headers: {
      'Content-Type': 'application/json; charset=utf-8',
      'Content-Disposition': `attachment; filename="${kind}-raw.json"`,
    },
  });
});
