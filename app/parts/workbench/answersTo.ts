import { GROUP_NAMES, t } from '../../../core/index.ts';
import type { PricedMove } from '../../work/questions.ts';

/** Whether a move answers to what is looked for: every word, in its name, group, mood, reason or chords. */
export function answersTo({ name, group, mood, reason, parts }: PricedMove, words: string): boolean {
  const text = [name, t(GROUP_NAMES[group]), mood, reason, ...parts.map(({ symbol }) => symbol)]
    .join(' ')
    .toLowerCase();
  return words
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word));
}
