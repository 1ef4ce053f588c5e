import { hasOnly, isText, LONGEST_ON } from './fields.ts';
import { GRIP, LONGEST_SUFFIX } from './chord.ts';

/**
 * How a chord stood when its take was kept. It stands as long as the chart says the same there and nothing else is decided
 * for it, so that a take comes back as it was kept; a take solved anew has none.
 */
export interface KeptDecision {
  readonly layer: 'kept';
  /** The chord of the chart, or of a move, it was kept for. Where another stands meanwhile, it waits. */
  readonly on: string;
  /** Its colour, a suffix; null: as it is. */
  readonly colour: string | null;
  /** `x-5-3-5-5-x`. */
  readonly grip: string;
}

/** A chord kept with its take, as it comes from outside, or null where it is none. */
export function readKeptDecision(value: Readonly<Record<string, unknown>>): KeptDecision | null {
  const { on, colour, grip } = value;
  if (!hasOnly(value, 'layer', 'on', 'colour', 'grip') || !isText(on, LONGEST_ON)) return null;
  if (colour !== null && !isText(colour, LONGEST_SUFFIX)) return null;
  return typeof grip === 'string' && GRIP.test(grip) ? { layer: 'kept', on, colour, grip } : null;
}
