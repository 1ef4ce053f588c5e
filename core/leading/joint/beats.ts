import type { ReadSlot } from '../../reading/read.ts';
import { ticksPerBeat, type Ticks } from '../../time/meter.ts';

/** How many beats lie between two times of a chart, each in its own meter's. */
export const beatsBetween =
  (slots: readonly ReadSlot[]) =>
  ({ start, end }: { readonly start: Ticks; readonly end: Ticks }): number =>
    slots.reduce((sum, slot) => {
      const held = Math.min(end, slot.start + slot.entry.ticks) - Math.max(start, slot.start);
      return held > 0 ? sum + held / ticksPerBeat(slot.meter) : sum;
    }, 0);
