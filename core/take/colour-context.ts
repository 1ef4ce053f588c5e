import type { ReadSlot } from '../reading/read.ts';
import type { ColourContext } from '../reharm/grates.ts';
import { roleOf } from '../reharm/role.ts';
import { surroundingsOf } from '../reharm/surroundings.ts';

/** What the colour of slot `i` of the plain chart depends on. */
export function colourContext(slots: readonly ReadSlot[], i: number): ColourContext {
  const next = slots.slice(i + 1).find((slot) => slot.entry.chord !== null);
  return {
    role: roleOf(slots[i]!),
    next: next?.entry.chord ?? null,
    key: slots[i]!.key,
    around: surroundingsOf(slots, i),
  };
}
