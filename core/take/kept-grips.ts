import type { Patch } from '../patch.ts';
import type { Column } from './columns.ts';
import { decisionsOf, type Decision, type Decisions } from './decision.ts';
import { keptName } from './key.ts';

/** A column, and what it is held by. */
interface Held {
  readonly column: Pick<Column, 'at' | 'symbol' | 'decision'>;
  readonly grip: { readonly grip: string } | null;
}

/** The decisions that keep the grips of some columns as they stand; one that is pinned stays anyway. */
export function keptGrips(columns: readonly Held[]): Decisions {
  return Object.fromEntries(
    columns.flatMap(({ column: { at, symbol, decision }, grip }) =>
      grip && !decision?.voicing ? [[keptName(at), { layer: 'kept' as const, on: symbol, grip: grip.grip }]] : [],
    ),
  );
}

/** The change that lets go of every grip a take was kept with: it is solved anew. */
export const solvedAnew = (cells: Decisions): Patch<Decision> =>
  Object.fromEntries(decisionsOf(cells, 'kept').map(([name]) => [name, null]));
