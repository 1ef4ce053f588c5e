import type { Column } from '../../take/columns.ts';
import { walksOn } from '../../take/walking-bass.ts';
import type { Rule } from './rule.ts';

/** Where the bass walks through an inversion from one root to the next, it is as good as the root. */
export const walkRules = ({ walks }: Pick<Column, 'walks'>): readonly Rule[] =>
  walks.length === 0 ? [] : [{ key: `walks ${JSON.stringify(walks)}`, basses: (chord) => walksOn(chord, walks) }];
