import type { Midi } from '../../pitch/pitch.ts';
import type { AddedNote } from '../score.ts';
import type { Added } from './added.ts';

/** The notes of what is added, in order of time, the lowest first; what the grip has itself, struck again, is none. */
export function notesAdded({ sounds, revoiced }: Added, open: readonly Midi[]): readonly AddedNote[] {
  const own = sounds.flatMap(({ start, notes }) =>
    notes.map(({ pitch, string, fret, finger }): AddedNote => ({
      start,
      pitch,
      string: string ?? 0,
      fret: fret ?? 0,
      finger: finger ?? 0,
    })),
  );
  const walked = revoiced.map(({ from, string, fret, finger }): AddedNote => ({
    start: from,
    pitch: open[string]! + fret,
    string,
    fret,
    finger,
  }));
  return [...own, ...walked].sort((a, b) => a.start - b.start || a.pitch - b.pitch);
}
