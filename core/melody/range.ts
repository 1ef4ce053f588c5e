import type { Midi } from '../pitch/pitch.ts';
import type { SungNote } from './melody.ts';

/** How high a melody goes: its lowest and highest note, and between which it lies for most of its time (its tessitura). */
export interface MelodyRange {
  readonly low: Midi;
  readonly high: Midi;
  readonly from: Midi;
  readonly to: Midi;
}

/** A tenth of the time lies below the tessitura, and a tenth above. */
const OUTSIDE = 1 / 10;

/** Null: there is no note. */
export function rangeOf(notes: readonly Pick<SungNote, 'pitch' | 'ticks'>[]): MelodyRange | null {
  const sorted = [...notes].sort((a, b) => a.pitch - b.pitch);
  const [first, last] = [sorted[0], sorted.at(-1)];
  if (!first || !last) return null;
  const whole = sorted.reduce((sum, { ticks }) => sum + ticks, 0);
  const at = (share: number): Midi => {
    let passed = 0;
    return sorted.find(({ ticks }) => (passed += ticks) > share * whole)?.pitch ?? last.pitch;
  };
  return { low: first.pitch, high: last.pitch, from: at(OUTSIDE), to: at(1 - OUTSIDE) };
}
