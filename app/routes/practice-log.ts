import { data } from 'react-router';
import { logCsv, logJson, practisedText, t, type Logged } from '../../core/index.ts';
import { database } from '../../db/client.server.ts';
import { logBetween } from '../../db/practice.ts';
import type { Route } from './+types/practice-log';

const FORMATS = {
  csv: { type: 'text/csv; charset=utf-8', write: (log: readonly Logged[]) => logCsv(log, practisedText) },
  json: { type: 'application/json', write: logJson },
} as const;

/** The whole log as a file, `log.csv` or `log.json`. */
export function loader({ params }: Route.LoaderArgs) {
  const format = FORMATS[params.format as keyof typeof FORMATS];
  if (!Object.hasOwn(FORMATS, params.format)) throw data(t('The log is there as csv and as json.'), { status: 404 });
  const log = logBetween(database(), 0, Number.MAX_SAFE_INTEGER);
  return new Response(format.write(log), {
    headers: {
      'content-type': format.type,
      'content-disposition': `attachment; filename="practice-log.${params.format}"`,
    },
  });
}
