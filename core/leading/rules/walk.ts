import type { Column } from '../../take/columns.ts';
import { walksOn } from '../../take/walking-bass.ts';
import type { Rule } from './rule.ts';

/** Where the bass walks through an inversion from one root to the next, it is as good as the root. */
export function walkRules({ chord, walks }: Pick<Column, 'chord' | 'walks'>): readonly Rule[] {
  const basses = chord === null ? [] : walksOn(chord, walks);
  return basses.length === 0 ? [] : [{ key: `walks on ${basses.join()}`, basses: () => basses }];
}
