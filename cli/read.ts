import { parseChart, readingAsData } from '../core/index.ts';
import { readText, type Answer } from './heron.ts';
import { table } from './table.ts';

/** `read FILE`: each slot with numeral and function. */
export function read(file: string): Answer {
  const chart = parseChart(readText(file));
  if (!chart.ok) return chart;
  const json = readingAsData(chart.value);
  const rows = json.slots.map((slot) => [slot.bar, slot.beat, slot.beats, slot.symbol, slot.numeral, slot.function]);
  const text = `${json.title}: ${json.key}, ${json.meter}, ${json.tempo}\n\n${table([['bar', 'beat', 'beats', 'chord', 'numeral', 'function'], ...rows])}`;
  return { json, text };
}
