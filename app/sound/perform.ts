import { beatsPerBar, secondsOf, ticksPerBeat, type ArrangedColumn, type Chart, type Grip } from '../../core/index.ts';
import type { Performance } from './player.ts';

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

/** A chord tried in place is heard no longer than this, in seconds: its neighbours are what matters. */
const IN_PLACE_MOST = 1.2;

/** A grip tried in a column, between the chords that sound before and after it, without clicks. */
export function inPlace(chart: Chart, columns: readonly ArrangedColumn[], at: number, grip: Grip): Performance {
  const sounding = (from: number, by: number) => {
    let i = from + by;
    while (columns[i] && columns[i]!.grip === null) i += by;
    return columns[i] ? [{ column: i, grip: columns[i]!.grip! }] : [];
  };
  let clock = 0;
  const chords = [...sounding(at, -1), { column: at, grip }, ...sounding(at, 1)].map((one) => {
    const { entry } = columns[one.column]!.column.slot;
    const seconds = Math.min(IN_PLACE_MOST, secondsOf(entry.ticks, chart.tempo, chart.meter));
    const chord = { column: one.column, at: clock, seconds, pitches: one.grip.pitches };
    clock += seconds;
    return chord;
  });
  return { chords, clicks: [], seconds: clock };
}
