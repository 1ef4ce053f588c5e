import type { Ticks } from '../../time/meter.ts';
import { hasOnly, isSpan, isWhole } from './fields.ts';

/** How much is added over a span between and within its chords, and by which choice. */
export interface DecorDecision {
  readonly layer: 'decor';
  readonly ticks: Ticks;
  /** 0, nothing, to 100, wherever something can be. */
  readonly amount: number;
  /** The same seed adds the same. */
  readonly seed: number;
}

/** What a seed is at most. */
export const MOST_SEED = 9999;

/** A decoration over a span, as it comes from outside, or null where it is none. */
export function readDecorDecision(value: Readonly<Record<string, unknown>>): DecorDecision | null {
  const { ticks, amount, seed } = value;
  if (!hasOnly(value, 'layer', 'ticks', 'amount', 'seed') || !isSpan(ticks)) return null;
  return isWhole(amount, 0, 100) && isWhole(seed, 0, MOST_SEED) ? { layer: 'decor', ticks, amount, seed } : null;
}
