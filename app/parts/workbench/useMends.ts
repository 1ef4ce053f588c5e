import { useMemo } from 'react';
import {
  moveText,
  movePatch,
  slotKeys,
  spanAt,
  type Column,
  type Decision,
  type Decisions,
  type Patch,
  type Proposal,
  type ReadSlot,
  t,
} from '../../../core/index.ts';
import type { SungMelody } from './useMelody.ts';
import type { Workings } from './useWorkings.ts';

interface OnBench {
  /** Null until it is fetched: then no other chord is known. */
  readonly workings: Workings | null;
  readonly slots: readonly ReadSlot[];
  readonly barIds: readonly string[];
  readonly cells: Decisions;
  readonly column: Column;
  readonly selected: number;
  readonly edit: (patch: Patch<Decision>, label: string) => void;
}
const NONE: readonly Proposal[] = [];

/** What mends the clashes of the melody with the selected chord: colours and notes, and other chords where the chart's own stands. */
export function useMends(melody: SungMelody, { workings, slots, barIds, cells, column, selected, edit }: OnBench) {
  const mends = useMemo(() => melody.mends(selected), [melody, selected]);
  const { start } = column.slot;
  const isOwn = mends.length > 0 && column.move === null && column.part === 0;
  const index = isOwn ? slots.findIndex((slot) => slot.start === start) : -1;
  const mending = useMemo(
    () => (!workings || index < 0 ? NONE : workings.mendingMoves(slots, index)),
    [workings, slots, index],
  );
  const mend = (proposal: Proposal) => {
    const span = spanAt(slots, start, slots[index]!.entry.ticks);
    if (!span) return;
    const patch = movePatch(slots, slotKeys(slots, barIds), cells, span, proposal);
    edit(patch, t('{name} in bar {bar}', { name: moveText(proposal.move), bar: column.slot.bar }));
  };
  return { mends, mending, mend };
}
