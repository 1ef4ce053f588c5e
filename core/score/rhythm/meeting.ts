import type { ReadSlot } from '../../reading/read.ts';
import type { Decisions } from '../../take/decision.ts';
import { stretchesOf } from '../../take/spans.ts';
import type { Ticks } from '../../time/meter.ts';
import { patternOf } from './patterns.ts';

/**
 * Where figures that run over the bar lines begin with a bar: the times at which both count one. Whoever loses the count waits
 * for the next of them.
 */
export function meetingTimes(
  slots: readonly ReadSlot[],
  keys: readonly string[],
  cells: Decisions,
): ReadonlySet<Ticks> {
  const bars = slots.filter(({ entry }) => entry.tick === 0).map(({ start }) => start);
  return new Set(
    stretchesOf(slots, keys, cells, 'rhythm').flatMap(({ start, end, decision: { pattern } }) => {
      const known = pattern === null ? null : patternOf(pattern);
      if (!known?.across) return [];
      return bars.filter((bar) => start <= bar && bar < end && (bar - start) % known.ticks === 0);
    }),
  );
}
