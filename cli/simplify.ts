import { simplify as simplified } from '../core/index.ts';
import type { Answer, World } from './verb.ts';

/** `simplify FILE`: the chart text without what bears no load. */
export function simplify(file: string, { readText }: World): Answer {
  const result = simplified(readText(file));
  if (!result.ok) return result;
  const { text } = result.value;
  return { json: result.value, text: text.endsWith('\n') ? text : `${text}\n` };
}
