import { parseTune, simplify as simplified } from '../core/index.ts';
import type { Answer, World } from './verb.ts';

/** `simplify FILE`: the chart text without what bears no load. */
export function simplify(file: string, { readText }: World): Answer {
  const whole = readText(file);
  const tune = parseTune(whole);
  if (!tune.ok) return tune;
  const { chartText } = tune.value;
  const result = simplified(chartText);
  if (!result.ok) return result;
  // The bars stay, and so does the melody over them.
  const text = result.value.text + whole.slice(chartText.length);
  return { json: { ...result.value, text }, text: text.endsWith('\n') ? text : `${text}\n` };
}
