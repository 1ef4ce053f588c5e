import type { Ticks } from '../../time/meter.ts';
import { hasOnly, isOf, isSpan, isWhole } from './fields.ts';
import { DECOR_STYLES, type DecorStyle } from '../../decor.ts';

/** How much is added over a span between and within its chords, and by which choice. */
export interface DecorDecision {
  readonly layer: 'decor';
  readonly ticks: Ticks;
  /** 0, nothing, to 100, wherever something can be. */
  readonly amount: number;
  /** The same seed adds the same. */
  readonly seed: number;
  /** What is added most; without it a little of everything. */
  readonly style?: DecorStyle;
}

/** What a seed is at most. */
export const MOST_SEED = 9999;

/** A decoration over a span, as it comes from outside, or null where it is none. */
export function readDecorDecision(value: Readonly<Record<string, unknown>>): DecorDecision | null {
  const { ticks, amount, seed, style } = value;
  if (!hasOnly(value, 'layer', 'ticks', 'amount', 'seed', 'style') || !isSpan(ticks)) return null;
  if (!isWhole(amount, 0, 100) || !isWhole(seed, 0, MOST_SEED)) return null;
  if (style === undefined) return { layer: 'decor', ticks, amount, seed };
  return isOf(DECOR_STYLES, style) ? { layer: 'decor', ticks, amount, seed, style } : null;
}
