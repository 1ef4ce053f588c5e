import type { Manner } from '../manner.ts';
import type { ReadSlot } from '../reading/read.ts';
import type { Ticks } from '../time/meter.ts';
import { decisionsOf, type Decisions } from './decision.ts';
import { atOf, slotsAt } from './key.ts';

/** The manner that was decided for a time of the tune, or null: of several spans that lie there the one that begins last. */
export function mannersOf(
  slots: readonly ReadSlot[],
  keys: readonly string[],
  cells: Decisions,
): (time: Ticks) => Manner | null {
  const spans = decisionsOf(cells, 'manner')
    .flatMap(([name, { manner, ticks }]) => {
      const place = atOf(name);
      return slotsAt(slots, keys, place).map(({ start, entry }) => {
        const from = start + place.tick - entry.tick;
        return { manner, from, to: from + ticks };
      });
    })
    .sort((a, b) => b.from - a.from);
  return (time) => spans.find(({ from, to }) => from <= time && time < to)?.manner ?? null;
}
