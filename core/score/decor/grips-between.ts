import type { Grip } from '../../grip/grips.ts';
import { handChange, neededMs, rateChange } from '../../leading/change.ts';
import type { Hand } from '../../neck/hand.ts';
import { holdingsOf } from '../../neck/hold.ts';
import type { Ticks } from '../../time/meter.ts';
import type { Sound, SoundKind } from '../score.ts';
import type { DecorPlace } from './place.ts';

/** A grip as it is held. */
export type Held = Pick<Grip, 'frets' | 'fingers'>;

/** Frets held in the easiest way; null: the hand cannot. */
export function heldBy(frets: readonly number[], hand: Hand): Held | null {
  const [way] = holdingsOf(frets, hand);
  return way ? { frets, fingers: way.fingers } : null;
}

/** A grip moved along the neck, by the same fingers; null where it has an open string, or the neck ends, or lower down it is too wide for them. */
export function movedBy({ frets, fingers }: Held, by: number, hand: Hand): Held | null {
  const moved = frets.map((fret) => (fret < 0 ? fret : fret + by));
  const isSame = frets.every((fret, s) => fret < 0 || (fret > 0 && moved[s]! > 0));
  const isHeld =
    isSame && holdingsOf(moved, hand).some((way) => way.fingers.every((finger, s) => finger === fingers[s]));
  return isHeld ? { frets: moved, fingers } : null;
}

/** Whether the hand gets from each of some grips to the next, so many milliseconds apart. */
export const isInTime = (hands: readonly Held[], ms: number, { neck }: Pick<DecorPlace, 'neck'>): boolean =>
  hands.slice(1).every((to, i) => {
    const before = hands[i]!;
    return rateChange(neededMs(handChange(before, to), before, to, neck), ms) !== 'rushed';
  });

/** Whether all of some sounds lie below what is sung meanwhile. */
export function isUnderTune(sounds: readonly Sound[], { sung }: Pick<DecorPlace, 'sung'>): boolean {
  return sounds.every(({ start, ticks, notes }) => {
    const lowest = Math.min(...sung(start, start + ticks).flatMap((one) => one.notes.map(({ pitch }) => pitch)));
    return notes.every(({ pitch }) => pitch < lowest);
  });
}

const VELOCITY = 70;
const SPREAD = 14;

/** A grip as one sound. */
export function gripSound(
  { frets, fingers }: Held,
  { start, ticks, kind, ...more }: Pick<Sound, 'start' | 'ticks'> & { readonly kind: SoundKind } & Partial<Sound>,
  { column, neck }: Pick<DecorPlace, 'column' | 'neck'>,
): Sound {
  const played = frets.flatMap((fret, string) =>
    fret < 0 ? [] : [{ string, fret, pitch: neck.open[string]! + fret }],
  );
  const ascending = [...played].sort((a, b) => a.pitch - b.pitch);
  const notes = played.map((note) => ({
    ...note,
    finger: fingers[note.string] || null,
    voice: ascending.indexOf(note),
  }));
  return { start, ticks, velocity: VELOCITY, kind, column, spreadMs: SPREAD, notes, ...more };
}

/** Grips one after another from a time on, each as long as another, in the place of what else sounds there. */
export const inSteps = (grips: readonly Held[], from: Ticks, step: Ticks, kind: SoundKind, place: DecorPlace) =>
  grips.map((grip, i) => gripSound(grip, { start: from + i * step, ticks: step, kind }, place));
