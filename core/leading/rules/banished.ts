import { formatFrets, fretsAt } from '../../grip/grips.ts';
import type { Playing, Rule } from './rule.ts';

/** Grips a player never wants do not stand, unless they are pinned. A chord that has no other stays silent. */
export function banishedRules(_: unknown, { banished }: Playing): readonly Rule[] {
  if (banished.size === 0) return [];
  return [
    {
      key: `banished ${[...banished].sort().join(' ')}`,
      narrow: (shapes, _chord, library) =>
        shapes.filter((shape) => !banished.has(formatFrets(fretsAt(library, shape)))),
    },
  ];
}
