import { dueAhead, minutesByDay, playedIn, tempoLines, t } from '../../core/index.ts';
import { database } from '../../db/client.server.ts';
import type { Db } from '../../db/open.ts';
import { cardsInUse, lastLogged, logBetween, logVersion } from '../../db/practice.ts';
import { listTakes, takeNames } from '../../db/takes.ts';
import { playableNames } from '../../db/tunes.ts';
import { alsoAfterProblems, whenAwayAsBefore } from '../keep/away.ts';
import { PracticePlace } from '../parts/practice/PracticePlace.tsx';
import type { Route } from './+types/practice';
import { inWords } from './answer.server.ts';
import { dayOf, daysAhead, endOfDay, weeksBack } from './calendar.server.ts';
import { playableTune } from './tune-at-work.server.ts';

export function meta() {
  return [{ title: t('Practice · Yellow Heron') }];
}

/** As many entries of the log as come at once. */
const ENTRIES = 60;
/** Weeks that progress looks back over, and days it looks ahead. */
const WEEKS = 26;
const DAYS_AHEAD = 14;

/** `?tune` and `?take`: whose plan is shown; `?show=log|progress`; `?before`: entries of the log older than a time. */
export const loader = inWords(({ request }: Route.LoaderArgs) => {
  const db = database();
  const { searchParams } = new URL(request.url);
  const now = Date.now();
  const tunes = playableNames(db);
  const asked = tunes.find(({ id }) => id === searchParams.get('tune'));
  const show = searchParams.get('show');
  const before = Number(searchParams.get('before') ?? Number.MAX_SAFE_INTEGER);
  return {
    now,
    today: endOfDay(now),
    version: logVersion(db),
    cards: cardsInUse(db),
    tunes,
    work: firstOf(asked ? [asked] : tunes, ({ id }) => atWork(db, id, searchParams.get('take'))),
    log: show === 'log' ? lastLogged(db, ENTRIES, Number.isFinite(before) ? before : Number.MAX_SAFE_INTEGER) : [],
    progress: show === 'progress' ? progressOf(db, now) : null,
    minutesToday: Math.ceil(
      playedIn(logBetween(db, startOfDay(now), now + 1)).reduce((sum, { seconds }) => sum + seconds, 0) / 60,
    ),
  };
});

const startOfDay = (now: number) => new Date(now).setHours(0, 0, 0, 0);

/** A tune with the take whose plan is asked for; null: its chart cannot be played as it stands. */
function atWork(db: Db, tuneId: string, wanted: string | null) {
  const takes = listTakes(db, tuneId);
  const take = takes.find(({ id }) => id === wanted) ?? takes[0];
  const tune = take ? playableTune(db, tuneId) : null;
  if (!take || !tune) return null;
  const { id, name, version, doc } = take;
  return { tune, takes: takeNames(db, tuneId), take: { id, name, version, cells: doc.cells } };
}

/** What the first of a list gives that gives anything. */
function firstOf<T, R>(list: readonly T[], of: (one: T) => R | null): R | null {
  for (const one of list) {
    const found = of(one);
    if (found !== null) return found;
  }
  return null;
}

function progressOf(db: Db, now: number) {
  const played = playedIn(logBetween(db, weeksBack(now, WEEKS), now + 1));
  return {
    minutes: minutesByDay(played, dayOf),
    tempi: tempoLines(played, dayOf),
    ahead: dueAhead(
      cardsInUse(db).map(({ due }) => due!),
      daysAhead(now, DAYS_AHEAD),
    ),
  };
}

export const clientLoader = whenAwayAsBefore<Awaited<ReturnType<typeof loader>>>('routes/practice');
export const shouldRevalidate = alsoAfterProblems;

export default function PracticeRoute({ loaderData }: Route.ComponentProps) {
  return <PracticePlace {...loaderData} />;
}
