import { symbolOf } from '../chord/chord.ts';
import type { Key } from '../pitch/key.ts';
import { clockOf, type Clock, type TimedBar } from '../time/clock.ts';
import type { Chart, Entry, Slot } from './chart.ts';
import { playedOrder } from './form.ts';

/** A bar as it is played: what slots, melody, rhythm and sheet stand on. */
export interface PlayedBar extends TimedBar {
  /** In the written-out chart, from 1; a pickup is 0. */
  readonly number: number;
  /** The bar as written: its index in the chart, its number, and which time through it this is, from 1. */
  readonly index: number;
  readonly sourceBar: number;
  readonly pass: number;
  /** The key written for it. */
  readonly key: Key;
  /** Whether a phrase, or a section, begins with it. */
  readonly opensPhrase: boolean;
}

/** The bars of a chart in the order they are played, every repeat written out. */
export function playedBars({ bars }: Chart): readonly PlayedBar[] {
  let start = 0;
  const first = bars[0]?.number === 0 ? 0 : 1;
  return playedOrder(bars).map(({ index, pass }, i): PlayedBar => {
    const { number, meter, key, ticks, section } = bars[index]!;
    const opensPhrase = i === 0 || section !== null || (bars[index - 1]?.endsPhrase ?? true);
    const bar = { number: first + i, index, sourceBar: number, pass, meter, key, start, ticks, opensPhrase };
    start += ticks;
    return bar;
  });
}

/** The one clock of a tune: the tempo of its head counts the beats of the meter there. */
export const clockOfChart = (chart: Chart, swing?: number): Clock =>
  clockOf(playedBars(chart), chart.tempo, chart.meter, swing);

/** Which changes a bar is played with: 0 as written, 1 its first alternate; by index and pass. */
export type Versions = (index: number, pass: number) => number;
const AS_WRITTEN: Versions = () => 0;

/** Whether a chord sounds on from the slot before. */
function isHeld(before: Slot | undefined, { chord }: Entry): boolean {
  const last = before?.entry.chord ?? null;
  return chord !== null && last !== null && symbolOf(last) === symbolOf(chord);
}

/** Writes the chart out: every repeat played, a slot for each chord, in order. An alternate that is not there is as written. */
export function writeOut(chart: Chart, versions: Versions = AS_WRITTEN): readonly Slot[] {
  const slots: Slot[] = [];
  for (const { number, index, sourceBar, pass, meter, key, start, opensPhrase } of playedBars(chart)) {
    const written = chart.bars[index]!;
    for (const entry of written.alternates[versions(index, pass) - 1]?.entries ?? written.entries) {
      slots.push({
        bar: number,
        sourceBar,
        pass,
        meter,
        key,
        since: isHeld(slots.at(-1), entry) ? slots.at(-1)!.since : number,
        opensPhrase: opensPhrase && entry.tick === 0,
        start: start + entry.tick,
        entry,
      });
    }
  }
  return slots;
}
