import { fretsAt } from '../../grip/grips.ts';
import type { Midi } from '../../pitch/pitch.ts';
import type { Rule } from './rule.ts';

/** A top note, null where that is given, and a lowest one. */
export interface Outline {
  readonly top: Midi | null;
  readonly bass: Midi;
}

/** To have an outer note of another path costs so many tenths for each of some paths. */
export function unlikeRule(others: readonly Outline[], tenths: number): Rule {
  return {
    key: `unlike ${tenths} ${others.map(({ top, bass }) => `${top}/${bass}`).join(' ')}`,
    price: (shapes, _, library) =>
      Array.from(shapes, (shape) => {
        const sounding = fretsAt(library, shape).flatMap((fret, s) => (fret < 0 ? [] : [library.neck.open[s]! + fret]));
        const [low, high] = [Math.min(...sounding), Math.max(...sounding)];
        return tenths * others.filter(({ top, bass }) => high === top || low === bass).length;
      }),
  };
}
