import type { ReadSlot } from '../reading/read.ts';
import type { ColourContext } from '../reharm/grates.ts';
import { roleOf } from '../reharm/role.ts';
import { surroundingsOf } from '../reharm/surroundings.ts';
import { remembered } from '../remember.ts';

/** What the colour of slot `i` of the plain chart depends on; worked out once a chart, for each move that is priced asks. */
export const colourContext = (slots: readonly ReadSlot[], i: number): ColourContext => contextsOf(slots)[i]!;

const contextsOf = remembered((slots: readonly ReadSlot[]): readonly ColourContext[] =>
  slots.map((slot, i) => ({
    role: roleOf(slot),
    next: slots.slice(i + 1).find(({ entry }) => entry.chord !== null)?.entry.chord ?? null,
    key: slot.key,
    around: surroundingsOf(slots, i),
  })),
);
