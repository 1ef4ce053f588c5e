import type { ReadSlot } from '../reading/read.ts';
import type { Ticks } from '../time/meter.ts';
import { decisionsOf, type Decision, type Decisions } from './decision.ts';
import { atOf, slotsAt } from './key.ts';

/** The layers whose decisions stand over spans, one at a time: of two that lie over one another the one that begins last. */
type SpanLayer = 'manner' | 'rhythm' | 'texture' | 'decor' | 'carry' | 'line';
type SpanDecision = Extract<Decision, { readonly layer: SpanLayer }>;
type OfLayer<L extends SpanLayer> = Extract<SpanDecision, { readonly layer: L }>;

/** A decision over a span of the tune. */
export interface Standing<D> {
  /** What it is decided under. */
  readonly name: string;
  readonly start: Ticks;
  readonly end: Ticks;
  readonly decision: D;
}

/** The decisions of a layer where they stand, those that begin last first; they may lie over one another. */
export function spansOf<L extends SpanLayer>(
  slots: readonly ReadSlot[],
  keys: readonly string[],
  cells: Decisions,
  layer: L,
): readonly Standing<OfLayer<L>>[] {
  return decisionsOf(cells, layer)
    .flatMap(([name, decision]) => {
      const place = atOf(name);
      return slotsAt(slots, keys, place).map(({ start, entry }) => {
        const from = start + place.tick - entry.tick;
        // It is of that layer, which the types of a union do not tell.
        const over = decision as unknown as SpanDecision;
        return { name, start: from, end: from + over.ticks, decision: over as OfLayer<L> };
      });
    })
    .sort((a, b) => b.start - a.start);
}

/** The decision of a layer that stands at a time of the tune, or null. */
export function standingOver<L extends SpanLayer>(
  ...of: Parameters<typeof spansOf<L>>
): (time: Ticks) => Standing<OfLayer<L>> | null {
  const spans = spansOf(...of);
  return (time) => spans.find(({ start, end }) => start <= time && time < end) ?? null;
}

/** What a layer decides for a time of the tune, or null. */
export function decidedOver<L extends SpanLayer>(
  ...of: Parameters<typeof spansOf<L>>
): (time: Ticks) => OfLayer<L> | null {
  const standing = standingOver(...of);
  return (time) => standing(time)?.decision ?? null;
}

/** Whether the tune itself is played at a time, and how. */
export const carryDecidedAt = (slots: readonly ReadSlot[], keys: readonly string[], cells: Decisions) =>
  decidedOver(slots, keys, cells, 'carry');

/** The same as stretches that do not lie over one another, in order of time. */
export function stretchesOf<L extends SpanLayer>(
  ...of: Parameters<typeof spansOf<L>>
): readonly Standing<OfLayer<L>>[] {
  const spans = spansOf(...of);
  const edges = [...new Set(spans.flatMap(({ start, end }) => [start, end]))].sort((a, b) => a - b);
  return edges.slice(1).flatMap((end, i): readonly Standing<OfLayer<L>>[] => {
    const start = edges[i]!;
    const span = spans.find((one) => one.start <= start && start < one.end);
    return span ? [{ ...span, start, end }] : [];
  });
}
