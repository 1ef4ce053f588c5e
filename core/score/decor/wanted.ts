import type { ReadSlot } from '../../reading/read.ts';
import type { Decisions } from '../../take/decision.ts';
import { decisionsOf } from '../../take/decision.ts';
import { atOf, decidedAt } from '../../take/key.ts';
import { stretchesOf } from '../../take/spans.ts';
import type { Scored } from '../score.ts';
import type { Wanted } from './decorate.ts';

/** What is to be added to a take, as it was decided; null: nothing was. */
export function wantedIn(
  { columns }: Pick<Scored, 'columns'>,
  {
    slots,
    keys,
    cells,
  }: { readonly slots: readonly ReadSlot[]; readonly keys: readonly string[]; readonly cells: Decisions },
): Wanted | null {
  const decors = stretchesOf(slots, keys, cells, 'decor');
  if (decors.length === 0 && decisionsOf(cells, 'added').length === 0) return null;
  return {
    amountAt({ start }) {
      const decor = decors.find((one) => one.start <= start && start < one.end)?.decision;
      if (!decor) return null;
      const { amount, seed, style } = decor;
      return { amount: amount / 100, seed, ...(style && { style }) };
    },
    ownAt({ column }) {
      const { at } = columns[column]!.column;
      const decided = at === undefined ? undefined : decidedAt(cells, atOf(at), 'added');
      return decided?.layer === 'added' ? decided : null;
    },
  };
}
