import type { Fingerer } from '../neck/fingering.ts';
import type { Hand } from '../neck/hand.ts';
import { MOST_STRINGS } from '../neck/tuning.ts';
import type { Sound, SoundNote } from './score.ts';

/** What sounds at a time. */
export const soundingAt = (sounds: readonly Sound[], at: number): readonly Sound[] =>
  sounds.filter(({ start, ticks }) => start <= at && at < start + ticks);

/** Whether a hand holds some notes with these very fingers, by the search that grips are fingered with. */
export function isHeld(notes: readonly SoundNote[], hand: Hand, fingerer: Fingerer): boolean {
  const frets = Array.from({ length: hand.tuning.length }, () => -1);
  for (const { string, fret } of notes) frets[string!] = fret!;
  const fretted = notes.filter(({ fret }) => fret! > 0);
  if (fretted.length === 0) return true;
  const ways = fingerer.search(frets, true);
  return Array.from({ length: ways }, (_, i) => i).some(
    (way) =>
      fretted.every(
        ({ string, finger }) => fingerer.fingers[way * MOST_STRINGS + string!] === (finger === 'T' ? 5 : finger),
      ) && notes.every(({ string, fret }) => fret! > 0 || (fingerer.blocked[way]! & (1 << string!)) === 0),
  );
}
