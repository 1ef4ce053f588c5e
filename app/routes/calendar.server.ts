/* Days by this machine's calendar: the server runs where its player is. */

const two = (number: number) => String(number).padStart(2, '0');

/** `2026-11-27`. */
export function dayOf(at: number): string {
  const date = new Date(at);
  return `${date.getFullYear()}-${two(date.getMonth() + 1)}-${two(date.getDate())}`;
}

/** The days from today on, each with when it ends: a day is not always 24 hours long. */
export function daysAhead(now: number, count: number): { day: string; end: number }[] {
  return Array.from({ length: count }, (_, i) => {
    const end = new Date(now);
    end.setHours(0, 0, 0, 0);
    end.setDate(end.getDate() + i + 1);
    return { day: dayOf(end.getTime() - 1), end: end.getTime() };
  });
}

/** The start of the day so many weeks ago. */
export function weeksBack(now: number, weeks: number): number {
  const start = new Date(now);
  start.setDate(start.getDate() - 7 * weeks);
  return start.setHours(0, 0, 0, 0);
}

/** The last moment of the day of a time. */
export const endOfDay = (now: number): number => daysAhead(now, 1)[0]!.end - 1;
