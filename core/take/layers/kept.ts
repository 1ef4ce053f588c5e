import { hasOnly, isText, LONGEST_ON } from './fields.ts';
import { GRIP } from './chord.ts';

/**
 * The grip a chord was kept with. It stands as long as the chord does and nothing else is decided for it, so that a take
 * comes back as it was kept; a take solved anew has none.
 */
export interface KeptDecision {
  readonly layer: 'kept';
  /** The chord it is a grip of, as it stood: `Dm9`. Where another stands meanwhile, it waits. */
  readonly on: string;
  /** `x-5-3-5-5-x`. */
  readonly grip: string;
}

/** A grip kept with its take, as it comes from outside, or null where it is none. */
export function readKeptDecision(value: Readonly<Record<string, unknown>>): KeptDecision | null {
  const { on, grip } = value;
  if (!hasOnly(value, 'layer', 'on', 'grip') || !isText(on, LONGEST_ON)) return null;
  return typeof grip === 'string' && GRIP.test(grip) ? { layer: 'kept', on, grip } : null;
}
