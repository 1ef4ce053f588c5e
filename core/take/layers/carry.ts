import type { Ticks } from '../../time/meter.ts';
import { hasOnly, isSpan, isWhole } from './fields.ts';

/** Over a span the guitar plays the tune itself, a chord-melody, its grips carrying the melody on top; or, within one, accompanies. */
export interface CarryDecision {
  readonly layer: 'carry';
  readonly ticks: Ticks;
  /** How many of its notes get a grip, 0 to 100: those at changes of chord, on strong beats (25), on beats (50) … all. Null: it accompanies here. */
  readonly density: number | null;
  /** Octaves that the melody goes up. */
  readonly octave: number;
}

/** What one begins with: changes of chord and strong beats. */
export const USUAL_DENSITY = 25;
export const MOST_OCTAVES = 3;

/** A chord-melody, as it comes from outside, or null where it is none. */
export function readCarryDecision(value: Readonly<Record<string, unknown>>): CarryDecision | null {
  const { ticks, density, octave } = value;
  if (!hasOnly(value, 'layer', 'ticks', 'density', 'octave') || !isSpan(ticks)) return null;
  if ((density !== null && !isWhole(density, 0, 100)) || !isWhole(octave, -MOST_OCTAVES, MOST_OCTAVES)) return null;
  return { layer: 'carry', ticks, density, octave };
}
