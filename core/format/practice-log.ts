/* The log of practice as files that any other program reads. */
import { playedIn, type Logged } from '../practice/log.ts';
import type { Practised } from '../practice/practised.ts';

/** The whole log as JSON, corrections and all, as it is kept. */
export const logJson = (log: readonly Logged[]): string =>
  JSON.stringify({ yellowHeron: 'practice', log: log.map(({ id, entry }) => ({ id, ...entry })) }, null, 2) + '\n';

const COLUMNS = ['when', 'seconds', 'kind', 'what', 'goal', 'clean', 'rounds clean', 'rounds not', 'hurt', 'note'];

/**
 * What was played, as it stands after all corrections, as CSV (RFC 4180): times in UTC (ISO 8601), tempi in beats a
 * minute. `named`: what was practised, in words.
 */
export function logCsv(log: readonly Logged[], named: (what: Practised) => string): string {
  const rows = playedIn(log).map(({ at, seconds, what, goal, clean, rounds, hurt, note }) => [
    new Date(at).toISOString(),
    seconds,
    what.kind,
    named(what),
    goal,
    clean,
    rounds.clean,
    rounds.unclean,
    hurt,
    note,
  ]);
  return [COLUMNS, ...rows].map((row) => `${row.map(cellOf).join(',')}\r\n`).join('');
}

/** A spreadsheet takes what begins like this for a formula (OWASP, CSV Injection): a sign before it makes it text. */
const FORMULA = /^[=+\-@\t\r]/;
function cellOf(value: string | number | null): string {
  if (typeof value !== 'string') return value === null ? '' : String(value);
  const text = FORMULA.test(value) ? `'${value}` : value;
  return /[",\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text;
}
