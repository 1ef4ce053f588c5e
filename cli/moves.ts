import { movesAsData, parseTuneChart } from '../core/index.ts';
import { table } from './table.ts';
import { UsageError, type Answer, type World } from './verb.ts';

interface MovesOptions {
  readonly bar?: string | undefined;
  readonly beat?: string | undefined;
  readonly beats?: string | undefined;
}

/** `moves FILE --bar N [--beat B] [--beats D]`: what could stand there. */
export function moves(file: string, { bar, beat, beats }: MovesOptions, { readText }: World): Answer {
  const chart = parseTuneChart(readText(file));
  if (!chart.ok) return chart;
  const place = placeTyped(bar, beat);
  const json = movesAsData(chart.value, { ...place, ...(beats !== undefined && { beats: numberOf('beats', beats) }) });
  if (json === null) throw new UsageError(`there is no chord to move at bar ${place.bar}, beat ${place.beat}`);
  const rows = json.map(({ group, name, columns, stray, mood, reason }) => [
    group,
    name,
    columns.map(({ symbol, beats: long }) => `${symbol} (${long})`).join(' '),
    stray,
    mood,
    reason,
  ]);
  return { json, text: table([['group', 'move', 'chords (beats)', 'stray', 'mood', 'why'], ...rows]) };
}

/** The place that `--bar N [--beat B]` says. */
export function placeTyped(bar: string | undefined, beat: string | undefined) {
  if (bar === undefined) throw new UsageError('--bar N says where');
  return { bar: numberOf('bar', bar), beat: numberOf('beat', beat ?? '1') };
}

function numberOf(name: string, text: string): number {
  const value = /^\d+(\.\d+)?$/.test(text) ? Number(text) : NaN;
  if (!Number.isFinite(value)) throw new UsageError(`--${name} takes a number, not ${text}`);
  return value;
}
