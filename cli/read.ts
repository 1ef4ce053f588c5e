import {
  cadenceLabel,
  formOfChart,
  foundKeyText,
  parseTune,
  phrasesAsData,
  phrasesText,
  playedText,
  readChart,
  readingAsData,
  readingSentence,
  sungNotes,
} from '../core/index.ts';
import { table } from './table.ts';
import type { Answer, World } from './verb.ts';

/** `read FILE`: each slot with numeral, function and reason; for people also the form. */
export function read(file: string, { readText }: World): Answer {
  const tune = parseTune(readText(file));
  if (!tune.ok) return tune;
  const { chart, melody } = tune.value;
  const data = readingAsData(chart);
  const slots = readChart(chart);
  const sentences = slots.map(({ reading }) => (reading ? readingSentence(reading) : null));
  const json = {
    ...data,
    slots: data.slots.map((slot, i) => ({ ...slot, sentence: sentences[i]! })),
    ...(melody && { phrases: phrasesAsData(chart, slots, sungNotes(chart, melody)) }),
  };
  const rows = json.slots.map((slot) => [
    slot.bar,
    slot.beat,
    slot.beats,
    slot.symbol,
    slot.numeral,
    slot.function,
    slot.sentence,
  ]);
  const form = formOfChart(chart, slots, melody ?? undefined).map((section) => {
    const cadences = section.phrases.map(({ cadence }) => (cadence ? cadenceLabel(cadence) : 'no cadence'));
    return `${section.name ?? 'Form'}: ${phrasesText(section)}; ${cadences.join(', ')}`;
  });
  const { keyFound } = chart;
  const head = [
    `${json.title}: ${json.key}, ${json.meter}, ${json.tempo}`,
    ...(keyFound ? [foundKeyText(keyFound)] : []),
    playedText(chart),
    ...form,
  ];
  const text = `${head.join('\n')}\n\n${table([['bar', 'beat', 'beats', 'chord', 'numeral', 'function', 'why'], ...rows])}`;
  return { json, text };
}
