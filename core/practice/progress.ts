/* What the log comes to, over days and weeks. Days are named by whoever knows the calendar of the player. */
import type { PlayedNow } from './log.ts';
import { cardOf, type Practised } from './practised.ts';

/** The day of a time, `2026-11-27`; that many milliseconds since 1970. */
export type DayOf = (at: number) => string;

/** Minutes a day, in the order of the days; days without any are not there. */
export function minutesByDay(played: readonly PlayedNow[], dayOf: DayOf): readonly { day: string; minutes: number }[] {
  const days = new Map<string, number>();
  for (const { at, seconds } of played) days.set(dayOf(at), (days.get(dayOf(at)) ?? 0) + seconds);
  return [...days]
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([day, seconds]) => ({ day, minutes: tenth(seconds / 60) }));
}

/** How the clean tempo of one thing went: share of its goal, day by day, the best of each day. */
export interface TempoLine {
  readonly card: string;
  readonly what: Practised;
  readonly points: readonly { readonly day: string; readonly clean: number; readonly goal: number }[];
}

/** The clean tempi of all that has a tempo, what was played last first. */
export function tempoLines(played: readonly PlayedNow[], dayOf: DayOf): readonly TempoLine[] {
  const lines = new Map<
    string,
    { what: Practised; last: number; days: Map<string, { clean: number; goal: number }> }
  >();
  for (const { at, what, clean, goal } of played) {
    const card = cardOf(what);
    if (card === null || clean === null || goal === null) continue;
    const line = lines.get(card) ?? { what, last: at, days: new Map() };
    const before = line.days.get(dayOf(at));
    if (!before || clean > before.clean) line.days.set(dayOf(at), { clean, goal });
    lines.set(card, { ...line, what, last: Math.max(line.last, at) });
  }
  return [...lines]
    .sort(([, a], [, b]) => b.last - a.last)
    .map(([card, { what, days }]) => ({
      card,
      what,
      points: [...days].sort(([a], [b]) => (a < b ? -1 : 1)).map(([day, tempo]) => ({ day, ...tempo })),
    }));
}

/** How many cards are due on each of the days ahead, today first with what is overdue. */
export function dueAhead(
  due: readonly number[],
  days: readonly { readonly day: string; readonly end: number }[],
): readonly { day: string; count: number }[] {
  let from = -Infinity;
  return days.map(({ day, end }) => {
    const count = due.filter((at) => at >= from && at < end).length;
    from = end;
    return { day, count };
  });
}

const tenth = (value: number) => Math.round(value * 10) / 10;
