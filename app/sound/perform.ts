import { beatsPerBar, secondsOf, ticksPerBeat, type ArrangedColumn, type Chart, type Ticks } from '../../core/index.ts';
import type { Performance } from './playback.ts';

/**
 * The chords and clicks from one column to the end, in seconds from its start. The tempo counts the
 * chart's first meter's beats; a change of meter keeps the length of a written note.
 */
export function performanceFrom(chart: Chart, columns: readonly ArrangedColumn[], from: number): Performance {
  const seconds = (ticks: number) => secondsOf(ticks, chart.tempo, chart.meter);
  const origin = columns[from]?.column.slot.start ?? 0;
  const rest = columns.slice(from);
  const chords = rest.map(({ column, grip }, i) => ({
    column: from + i,
    at: seconds(column.slot.start - origin),
    seconds: seconds(column.slot.entry.ticks),
    pitches: grip?.pitches ?? [],
  }));
  const clicks = rest.flatMap(({ column: { slot } }) => {
    const perBeat = ticksPerBeat(slot.meter);
    const first = Math.ceil(slot.entry.tick / perBeat);
    const last = Math.ceil((slot.entry.tick + slot.entry.ticks) / perBeat);
    return Array.from({ length: last - first }, (_, i) => ({
      at: seconds(slot.start - slot.entry.tick + (first + i) * perBeat - origin),
      accent: (first + i) % beatsPerBar(slot.meter) === 0,
    }));
  });
  const end = rest.at(-1)?.column.slot;
  return { chords, clicks, seconds: end ? seconds(end.start + end.entry.ticks - origin) : 0 };
}

/** Chords of equal length one after another, without clicks. */
export function inARow(row: readonly (readonly number[])[], seconds: number): Performance {
  return {
    chords: row.map((pitches, i) => ({ column: i, at: i * seconds, seconds, pitches })),
    clicks: [],
    seconds: row.length * seconds,
  };
}

/** A chord tried in place is heard no longer than this, in seconds: its neighbours are what matters. */
const IN_PLACE_MOST = 1.2;

/** A grip tried, and how long it would last. */
export interface TriedChord {
  readonly pitches: readonly number[];
  readonly ticks: Ticks;
}

/** Grips tried in place of columns `from` … `to`, between the chords that sound before and after, without clicks. */
export function inPlace(
  chart: Chart,
  columns: readonly ArrangedColumn[],
  from: number,
  to: number,
  tried: readonly TriedChord[],
): Performance {
  const sounding = (start: number, by: number) => {
    let i = start + by;
    while (columns[i] && columns[i]!.grip === null) i += by;
    const at = columns[i];
    return at?.grip ? [{ column: i, pitches: at.grip.pitches, ticks: at.column.slot.entry.ticks }] : [];
  };
  let clock = 0;
  const chords = [
    ...sounding(from, -1),
    ...tried.map(({ pitches, ticks }, i) => ({ column: Math.min(from + i, to), pitches, ticks })),
    ...sounding(to, 1),
  ].map(({ column, pitches, ticks }) => {
    const seconds = Math.min(IN_PLACE_MOST, secondsOf(ticks, chart.tempo, chart.meter));
    const chord = { column, at: clock, seconds, pitches };
    clock += seconds;
    return chord;
  });
  return { chords, clicks: [], seconds: clock };
}
