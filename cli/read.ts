import { parseChart, readChart, readingAsData, readingSentence } from '../core/index.ts';
import { readText, type Answer } from './heron.ts';
import { table } from './table.ts';

/** `read FILE`: each slot with numeral and function. */
export function read(file: string): Answer {
  const chart = parseChart(readText(file));
  if (!chart.ok) return chart;
  const data = readingAsData(chart.value);
  const sentences = readChart(chart.value).map(({ reading }) => (reading ? readingSentence(reading) : null));
  const json = { ...data, slots: data.slots.map((slot, i) => ({ ...slot, sentence: sentences[i]! })) };
  const rows = json.slots.map((slot) => [
    slot.bar,
    slot.beat,
    slot.beats,
    slot.symbol,
    slot.numeral,
    slot.function,
    slot.sentence,
  ]);
  const text = `${json.title}: ${json.key}, ${json.meter}, ${json.tempo}\n\n${table([['bar', 'beat', 'beats', 'chord', 'numeral', 'function', 'why'], ...rows])}`;
  return { json, text };
}
