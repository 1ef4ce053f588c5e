import type { Ticks } from '../../time/meter.ts';
import { hasOnly, isSpan, isText, isWhole } from './fields.ts';

/** The rhythm of a span. */
export interface RhythmDecision {
  readonly layer: 'rhythm';
  readonly ticks: Ticks;
  /** Of a pattern (`score/rhythm/patterns.ts`), or the text of one's own; null: each chord once, held. One that is not known is played as what is usual. */
  readonly pattern: string | null;
  /** In hundredths: how much of the pattern is played, and at how many changes of chord the new one comes early. */
  readonly density: number;
  readonly pushes: number;
  /** What is left to chance goes by it. */
  readonly seed: number;
  /** Whether the last bar of a phrase is left to somebody else from its middle on. */
  readonly room?: true;
  /** Whether beats in which the melody moves are left to it. */
  readonly yields?: true;
}

/** The longest text of a rhythm, in characters: four bars of sixteenths. */
export const LONGEST_RHYTHM = 1000;
const MOST_SEED = 9999;

/** A rhythm over a span, as it comes from outside, or null where it is none. */
export function readRhythmDecision(value: Readonly<Record<string, unknown>>): RhythmDecision | null {
  const { ticks, pattern, density, pushes, seed, room, yields } = value;
  const known = hasOnly(value, 'layer', 'ticks', 'pattern', 'density', 'pushes', 'seed', 'room', 'yields');
  if (!known || !isSpan(ticks)) return null;
  if (pattern !== null && !isText(pattern, LONGEST_RHYTHM)) return null;
  if (!isWhole(density, 0, 100) || !isWhole(pushes, 0, 100) || !isWhole(seed, 1, MOST_SEED)) return null;
  if ((room !== undefined && room !== true) || (yields !== undefined && yields !== true)) return null;
  return { layer: 'rhythm', ticks, pattern, density, pushes, seed, ...(room && { room }), ...(yields && { yields }) };
}
