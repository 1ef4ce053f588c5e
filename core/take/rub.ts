import type { ReadSlot } from '../reading/read.ts';
import { rubsOf, sungIn, type Rub } from '../reharm/rubs.ts';
import type { Column } from './columns.ts';

/** What of the melody clashes with the chord of a column, the weightiest first. */
export function rubsIn(slots: readonly ReadSlot[], { chord, context, slot }: Column): readonly Rub[] {
  if (chord === null) return [];
  const { start, meter, entry } = slot;
  return rubsOf(chord, context, sungIn(slots, { start, ticks: entry.ticks, meter }));
}

/** Of several columns the clash that weighs most; null: none clashes. */
export const worstRub = (slots: readonly ReadSlot[], columns: readonly Column[]): Rub | null =>
  columns
    .flatMap((column) => rubsIn(slots, column).slice(0, 1))
    .reduce<Rub | null>((worst, rub) => (worst && worst.note.weight >= rub.note.weight ? worst : rub), null);
