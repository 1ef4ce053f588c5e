import type { Column } from '../../take/columns.ts';
import { walksOn } from '../../take/walking-bass.ts';
import { maskOf } from '../../pitch/pitch.ts';
import { pitchClass } from '../../pitch/note.ts';
import { keepWhere, type Rule } from './rule.ts';

/** Where the bass walks through an inversion from one root to the next, it is as good as the root. */
export function walkRules({ chord, walks }: Pick<Column, 'chord' | 'walks'>): readonly Rule[] {
  const basses = chord === null ? [] : walksOn(chord, walks);
  if (chord === null || basses.length === 0) return [];
  const rule = { key: `walks on ${basses.join()}`, basses: () => basses };
  if (!walks.every(({ only }) => only)) return [rule];
  const [over, root] = [maskOf(basses), 1 << pitchClass(chord.root)];
  return [
    {
      ...rule,
      key: `${rule.key} only`,
      narrow: (shapes, _, { lowest, mask }) =>
        keepWhere(shapes, (shape) => (over & (1 << (lowest[shape]! % 12))) !== 0 && (mask[shape]! & root) !== 0),
    },
  ];
}
