import { data, redirect } from 'react-router';
import { parseChart, t, unreadBars } from '../../core/index.ts';
import type { Db } from '../../db/open.ts';
import { getMoves } from '../../db/kept-moves.ts';
import { playerFor, playersWithGrips } from '../../db/players.ts';
import { getSetting } from '../../db/settings.ts';
import { getMelody, getTune } from '../../db/tunes.ts';

/** The library of kept moves: the player's own, and what is remembered of all. */
export const keptMoves = (db: Db) => ({ own: getMoves(db), remembered: getSetting(db, 'moves') });

/** What every place where a tune is worked on needs of it; one without a bar is sent to its chart. */
export function tuneAtWork(db: Db, id: string) {
  const tune = getTune(db, id);
  if (!tune) throw data(t('This tune is not on the shelf.'), { status: 404 });
  const chart = parseChart(tune.doc.good);
  const typed = parseChart(tune.chartText);
  const problems = typed.ok ? [] : typed.problems;
  if (!chart.ok || problems.some(({ code }) => code === 'chart-empty')) throw redirect(`/tunes/${tune.id}/chart`);
  return {
    tuneId: tune.id,
    title: tune.title,
    chartText: tune.doc.good,
    chart: chart.value,
    barIds: tune.doc.bars.map((bar) => bar.id),
    melody: getMelody(db, tune.id)!,
    styles: getSetting(db, 'styles'),
    rhythms: getSetting(db, 'rhythms'),
    taste: getSetting(db, `taste.${tune.id}`),
    moves: keptMoves(db),
    tuneVersion: tune.version,
    playerId: playerFor(db, tune).id,
    players: playersWithGrips(db),
    unread: problems.length > 0 && unreadBars(problems).length === 0 ? null : unreadBars(problems),
  };
}

/** The same for a place that is not the tune's own; null: its chart has to be finished first. */
export function playableTune(db: Db, id: string) {
  try {
    return tuneAtWork(db, id);
  } catch (error) {
    // It is sent to its chart, where one works on it.
    if (error instanceof Response && error.status < 400) return null;
    throw error;
  }
}
