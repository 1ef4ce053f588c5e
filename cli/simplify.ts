import { simplify as simplified } from '../core/index.ts';
import { readText, type Answer } from './heron.ts';

/** `simplify FILE`: the chart text without what bears no load. */
export function simplify(file: string): Answer {
  const result = simplified(readText(file));
  if (!result.ok) return result;
  const { text } = result.value;
  return { json: result.value, text: text.endsWith('\n') ? text : `${text}\n` };
}
