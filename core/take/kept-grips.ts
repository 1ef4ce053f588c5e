import { suffixOf } from '../chord/kind.ts';
import type { Patch } from '../patch.ts';
import type { Column } from './columns.ts';
import { decisionsOf, type Decision, type Decisions } from './decision.ts';
import { keptName } from './key.ts';

/** A column, and what it is held by. */
interface Held {
  readonly column: Pick<Column, 'at' | 'slot' | 'symbol' | 'chord' | 'decision'>;
  readonly grip: { readonly grip: string } | null;
}

/** The decisions that keep some columns as they stand, colour and grip; a grip that is pinned stays anyway. */
export function keptGrips(columns: readonly Held[]): Decisions {
  return Object.fromEntries(
    columns.flatMap(({ column: { at, slot, symbol, chord, decision }, grip }) => {
      if (grip === null || chord === null || decision?.voicing) return [];
      const colour = decision ? decision.colour : symbol === slot.symbol ? null : suffixOf(chord.kind);
      return [[keptName(at), { layer: 'kept' as const, on: slot.symbol, colour, grip: grip.grip }]];
    }),
  );
}

/** The change that lets go of every grip a take was kept with: it is solved anew. */
export const solvedAnew = (cells: Decisions): Patch<Decision> =>
  Object.fromEntries(decisionsOf(cells, 'kept').map(([name]) => [name, null]));
