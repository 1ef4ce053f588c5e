import { fretsAt, pitchesOf } from '../../grip/grips.ts';
import type { Midi } from '../../pitch/pitch.ts';
import type { Column } from '../../take/columns.ts';
import { keepWhere, type Rule } from './rule.ts';

/** A note that is to ring through sounds: on its open string where a grip has it there, else anywhere. */
export function ringRule(ring: Midi): Rule {
  return {
    key: `ring ${ring}`,
    narrow(shapes, _, library) {
      const { open } = library.neck;
      const isOpen = (shape: number) => fretsAt(library, shape).some((fret, s) => fret === 0 && open[s] === ring);
      const sounding = keepWhere(shapes, (shape) => pitchesOf(library, shape).includes(ring));
      return keepWhere(sounding, isOpen);
    },
  };
}

/** The note that a move keeps sounding. */
export const ringRules = ({ move }: Pick<Column, 'move'>): readonly Rule[] =>
  move?.found.ring === undefined ? [] : [ringRule(move.found.ring)];
