import { soundsIn } from '../../melody/weigh.ts';
import type { Column } from '../../take/columns.ts';
import { shapeFacts } from '../shape-facts.ts';
import type { Rule } from './rule.ts';

/** Below C4 a melody leaves no room under it: there the guitar plays above (common practice). */
const LOWEST_TO_STAY_UNDER = 60;

/** Under a singer or a horn the top note stays below the melody: each semitone costs from its own pitch on; what passes does not count. */
export function underMelodyRules({ slot, carry }: Pick<Column, 'slot' | 'carry'>): readonly Rule[] {
  if (carry !== null) return [];
  const { start, meter, entry, sung } = slot;
  const heard = sung.filter((note) => !note.passes && soundsIn(note, { start, ticks: entry.ticks, meter }));
  const lowest = Math.min(...heard.map(({ pitch }) => pitch));
  if (lowest < LOWEST_TO_STAY_UNDER || heard.length === 0) return [];
  return [
    {
      key: `under ${lowest}`,
      term: 'above',
      price: (shapes, _chord, library) =>
        Array.from(shapes, (shape) => Math.max(0, shapeFacts(library, shape).highest - lowest + 1)),
    },
  ];
}
