import { pitchClass } from '../../pitch/note.ts';
import type { Column } from '../../take/columns.ts';
import type { Rule } from './rule.ts';

/** A last tonic is at rest: its root, or the bass that is written, lies lowest. */
const REST: Rule = {
  key: 'rest',
  term: 'rest',
  price: (shapes, { root, bass }, { lowest }) =>
    Array.from(shapes, (shape) => (lowest[shape]! % 12 === pitchClass(bass ?? root) ? 0 : 1)),
};

/** The last tonic is at rest. */
export const restRules = ({ closes }: Pick<Column, 'closes'>): readonly Rule[] => (closes ? [REST] : []);
