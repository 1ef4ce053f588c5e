import { expect, test } from '@jest/globals';
import { parseMidi } from 'midi-file';
import { parseChart } from '../chart/parse.ts';
import { clockOfChart } from '../chart/played.ts';
import { writeMidi } from '../format/midi.ts';
import type { Grip } from '../grip/grips.ts';
import { placesOf } from '../leading/nodes.ts';
import { readChart } from '../reading/read.ts';
import { columnsOf } from '../take/columns.ts';
import { slotKeys } from '../take/key.ts';
import { secondsBetween } from '../time/clock.ts';
import { scoreOf } from './score.ts';

const E4 = { frets: [0], fingers: [0] } as unknown as Grip;

/** How long each chord lasts, by everything that asks: the search and the hand, what is played, and a MIDI file. */
function timings(text: string) {
  const chart = parseChart(text);
  if (!chart.ok) throw new Error(text);
  const slots = readChart(chart.value);
  const columns = columnsOf(slots, slotKeys(slots, []), {});
  const score = scoreOf({
    chart: chart.value,
    open: [64],
    columns: columns.map((column) => ({ column, grip: E4 })),
  });
  const { tracks, header } = parseMidi(writeMidi(score));
  const tempo = tracks[0]!.flatMap((event) => (event.type === 'setTempo' ? [event.microsecondsPerBeat] : []));
  expect(tempo).toHaveLength(1);
  let tick = 0;
  const begins = tracks[1]!.flatMap((event) => {
    tick += event.deltaTime;
    return event.type === 'noteOn' || event.type === 'endOfTrack' ? [tick] : [];
  });
  return {
    search: placesOf(columns, clockOfChart(chart.value)).map(({ seconds }) => seconds),
    score: score.parts.guitar.map(({ start, ticks }) => secondsBetween(score.clock, start, start + ticks)),
    midi: begins.slice(1).map((at, i) => ((at - begins[i]!) / header.ticksPerBeat!) * (tempo[0]! / 1e6)),
  };
}

test.each([
  ['tempo: 120\n| C | {6/8} F | G7 |', [2, 1.5, 1.5]],
  // The tempo counts the beats of the meter in the head, whatever the first bar is in.
  ['meter: 4/4\ntempo: 120\n| {6/8} F | {4/4} G7 |', [1.5, 2]],
  ['meter: 6/8\ntempo: 60\n| Am | {4/4} E7 | {3/4} Am |', [2, 8 / 3, 2]],
  ['meter: 2/2\ntempo: 60\n| C G | {3/4} F |', [1, 1, 1.5]],
  ['tempo: 60\n[pickup 1/4] | G7 |: C F | {5/4} G7 :|', [1, 2, 2, 5, 2, 2, 5]],
])('search, playback and file go by one clock: %s', (text, expected) => {
  for (const seconds of Object.values(timings(text))) {
    expect(seconds).toHaveLength(expected.length);
    seconds.forEach((long, i) => expect(long).toBeCloseTo(expected[i]!, 4));
  }
});
