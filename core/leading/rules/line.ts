import { inversionsOf } from '../../chord/chord.ts';
import type { Column } from '../../take/columns.ts';
import type { Rule } from './rule.ts';

/** Where a line of the bass is wished for, it lands on chord tones: an inversion is as good as the root. */
const INVERTS: Rule = { key: 'inverts', basses: inversionsOf };

/** Under a wish for a line of the bass, inversions are free. */
export const lineRules = ({ wishes }: Pick<Column, 'wishes'>): readonly Rule[] =>
  wishes.some(({ wish }) => wish.kind === 'bass' || wish.kind === 'contrary') ? [INVERTS] : [];
