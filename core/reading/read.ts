import type { Chart, Slot } from '../chart/chart.ts';
import { writeOut } from '../chart/form.ts';
import { symbolOf } from '../chord/chord.ts';
import { formatKey, type Key } from '../pitch/key.ts';
import { numeralOf } from './numeral.ts';
import { placeOf, type KeyPlace } from './place.ts';

/** A slot with its place in the key. */
export interface ReadSlot extends Slot {
  readonly key: Key;
  /** ASCII; `N.C.` where no chord sounds. */
  readonly symbol: string;
  readonly numeral: string | null;
  /** Null for chords from outside the key, and for N.C. */
  readonly place: KeyPlace | null;
}

/** Reads every written-out slot of a chart in its key. */
export function readChart(chart: Chart): readonly ReadSlot[] {
  return writeOut(chart).map((slot) => {
    const { chord } = slot.entry;
    return {
      ...slot,
      key: chart.key,
      symbol: chord ? symbolOf(chord) : 'N.C.',
      numeral: chord ? numeralOf(chord, chart.key) : null,
      place: chord ? placeOf(chord, chart.key) : null,
    };
  });
}

/** A slot's place in time as data: `beat` from 1 and `beats` long, in beats of the meter. */
export function slotTimes(slot: Slot) {
  return { bar: slot.bar, beat: slot.entry.beat, beats: slot.entry.beats, sourceBar: slot.sourceBar, pass: slot.pass };
}

/** The reading as the contract's JSON. */
export function readingAsData(chart: Chart) {
  return {
    title: chart.title,
    key: formatKey(chart.key),
    meter: `${chart.meter.count}/${chart.meter.unit}`,
    tempo: chart.tempo,
    slots: readChart(chart).map((slot) => ({
      ...slotTimes(slot),
      symbol: slot.symbol,
      key: formatKey(slot.key),
      numeral: slot.numeral,
      function: slot.place?.function ?? null,
    })),
  };
}
