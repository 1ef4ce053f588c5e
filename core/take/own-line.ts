import type { ReadSlot } from '../reading/read.ts';
import type { Ticks } from '../time/meter.ts';
import { decisionsOf, type Decisions } from './decision.ts';
import type { CarryDecision } from './layers/carry.ts';
import { carryDecidedAt, spansOf } from './spans.ts';

/** Every note of a line has a grip of its own. */
const EVERY_NOTE = 100;

/**
 * What the guitar has on top of its grips: the slots with the lines of one's own in the place of what is sung, and how the one
 * or the other is carried at a time.
 */
export function onTopOf(
  slots: readonly ReadSlot[],
  keys: readonly string[],
  cells: Decisions,
): {
  readonly slots: readonly ReadSlot[];
  readonly carriedAt: (time: Ticks) => (CarryDecision & { readonly isLine: boolean }) | null;
} {
  const carried = carryDecidedAt(slots, keys, cells);
  const lines = decisionsOf(cells, 'line').length === 0 ? [] : spansOf(slots, keys, cells, 'line');
  const lineAt = (time: Ticks) => lines.find(({ start, end }) => start <= time && time < end);
  return {
    slots: lines.length === 0 ? slots : slots.map((slot) => withLines(slot, lines)),
    carriedAt(time) {
      const line = lineAt(time);
      if (line) return { layer: 'carry', ticks: line.decision.ticks, density: EVERY_NOTE, octave: 0, isLine: true };
      const decision = carried(time);
      return decision && { ...decision, isLine: false };
    },
  };
}

/** A slot with the notes of lines over it, and what else is sung where none is. */
function withLines(slot: ReadSlot, lines: ReturnType<typeof spansOf<'line'>>): ReadSlot {
  const end = slot.start + slot.entry.ticks;
  const here = lines.filter((line) => line.start < end && slot.start < line.end);
  if (here.length === 0) return slot;
  const own = slot.sung.filter(({ start }) => !here.some((line) => line.start <= start && start < line.end));
  const notes = here.flatMap(({ start: from, decision }) =>
    decision.notes.map(({ tick, ticks, pitch, spelling }) => {
      const start = from + tick;
      const at = slot.entry.tick + start - slot.start;
      return { start, ticks, pitch, spelling, bar: slot.bar, tick: at, weight: 1, passes: false };
    }),
  );
  const sung = [...own, ...notes.filter(({ start, ticks }) => start < end && slot.start < start + ticks)];
  return { ...slot, sung: sung.sort((a, b) => a.start - b.start) };
}
