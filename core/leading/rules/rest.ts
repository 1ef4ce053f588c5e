import { fretsAt } from '../../grip/grips.ts';
import { pitchClass } from '../../pitch/note.ts';
import type { Column } from '../../take/columns.ts';
import type { Rule } from './rule.ts';

/** A last tonic is at rest: its root, or the bass that is written, lies lowest. */
const REST: Rule = {
  key: 'rest',
  term: 'rest',
  price: (shapes, { root, bass }, library) =>
    Array.from(shapes, (shape) => {
      const sounding = fretsAt(library, shape).flatMap((fret, s) => (fret < 0 ? [] : [library.neck.open[s]! + fret]));
      return Math.min(...sounding) % 12 === pitchClass(bass ?? root) ? 0 : 1;
    }),
};

export const restRules = ({ closes }: Pick<Column, 'closes'>): readonly Rule[] => (closes ? [REST] : []);
