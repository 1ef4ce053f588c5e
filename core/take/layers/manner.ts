import { MANNERS, type Manner } from '../../manner.ts';
import type { Ticks } from '../../time/meter.ts';
import { hasOnly, isOf, isSpan } from './fields.ts';

/** How a span is comped, whatever the player's own manner. */
export interface MannerDecision {
  readonly layer: 'manner';
  readonly ticks: Ticks;
  readonly manner: Manner;
}

/** A manner over a span, as it comes from outside, or null where it is none. */
export function readMannerDecision(value: Readonly<Record<string, unknown>>): MannerDecision | null {
  const { ticks, manner } = value;
  if (!hasOnly(value, 'layer', 'ticks', 'manner') || !isSpan(ticks) || !isOf(MANNERS, manner)) return null;
  return { layer: 'manner', ticks, manner };
}
