import type { Chart } from '../chart/chart.ts';
import type { ArrangedColumn } from '../leading/arrange.ts';
import type { Meter } from '../time/meter.ts';
import type { MidiSong } from './midi.ts';

/** An arrangement as the events of a song, for MIDI and for playing. */
export function songOf(chart: Chart, columns: readonly ArrangedColumn[]): MidiSong {
  const meters: { tick: number; meter: Meter }[] = [{ tick: 0, meter: columns[0]?.column.slot.meter ?? chart.meter }];
  for (const { column } of columns) {
    const { slot } = column;
    const last = meters.at(-1)!.meter;
    if (slot.meter.count !== last.count || slot.meter.unit !== last.unit) {
      meters.push({ tick: slot.start - slot.entry.tick, meter: slot.meter });
    }
  }
  const last = columns.at(-1)?.column.slot;
  return {
    title: chart.title,
    key: chart.key,
    tempo: chart.tempo,
    meters,
    markers: columns.map(({ column }) => ({ tick: column.slot.start, text: column.symbol })),
    chords: columns.flatMap(({ column, grip }) =>
      grip === null ? [] : [{ tick: column.slot.start, ticks: column.slot.entry.ticks, pitches: grip.pitches }],
    ),
    end: last ? last.start + last.entry.ticks : 0,
  };
}
