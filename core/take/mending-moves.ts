import { applyPatch } from '../patch.ts';
import type { ReadSlot } from '../reading/read.ts';
import { ANY_TASTE, proposalsFor, type Proposal } from '../reharm/moves/propose.ts';
import { spanAt } from '../reharm/moves/span.ts';
import { columnsOf } from './columns.ts';
import { slotKeys } from './key.ts';
import { movePatch } from './moves.ts';
import { rubsIn } from './rub.ts';

/** What mends a clash strays no further: another chord of the family, a sus before its third, a close substitute. */
const MOST_STRAY = 2;
/** So many are offered. */
const MOST = 2;

/** Moves over one slot of a plain chart under which nothing of its melody clashes, the nearest to the chart first. */
export function mendingMoves(slots: readonly ReadSlot[], index: number): readonly Proposal[] {
  const { start, entry } = slots[index]!;
  const span = spanAt(slots, start, entry.ticks);
  if (!span) return [];
  const keys = slotKeys(slots, []);
  const agrees = (proposal: Proposal): boolean => {
    const { cells } = applyPatch({}, movePatch(slots, keys, {}, span, proposal));
    return columnsOf(slots, keys, cells)
      .filter(({ slot }) => slot.start >= start && slot.start < start + entry.ticks)
      .every((column) => rubsIn(slots, column).length === 0);
  };
  const near = [...proposalsFor(span, { ...ANY_TASTE, stray: MOST_STRAY })].sort((a, b) => a.move.stray - b.move.stray);
  const found: Proposal[] = [];
  for (const proposal of near) {
    if (found.length >= MOST) break;
    if (agrees(proposal)) found.push(proposal);
  }
  return found;
}
