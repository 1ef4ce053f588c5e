import type { ReadSlot } from '../reading/read.ts';
import type { Ticks } from '../time/meter.ts';
import { decisionsOf, type Decisions } from './decision.ts';
import { atOf, slotsAt } from './key.ts';
import type { Wish } from './layers/wish.ts';

/** A wish over a span of a take. */
export interface StandingWish {
  /** The name of its decision. */
  readonly at: string;
  readonly wish: Wish;
  readonly hard: boolean;
  readonly start: Ticks;
  readonly ticks: Ticks;
}

/** The wishes of a take, in the order of their spans. */
export function wishesOf(
  slots: readonly ReadSlot[],
  keys: readonly string[],
  cells: Decisions,
): readonly StandingWish[] {
  return decisionsOf(cells, 'wish')
    .flatMap(([at, { wish, hard, ticks }]) => {
      const place = atOf(at);
      return slotsAt(slots, keys, place).map(({ start, entry }): StandingWish => {
        return { at, wish, hard, start: start + place.tick - entry.tick, ticks };
      });
    })
    .sort((a, b) => a.start - b.start || (a.at < b.at ? -1 : 1));
}
