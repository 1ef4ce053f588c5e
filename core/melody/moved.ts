import { Interval } from 'tonal';
import type { Patch } from '../patch.ts';
import { noteAbove, pitchClass, type NoteName } from '../pitch/note.ts';
import type { BarNotes, MelodyCells } from './stave.ts';

/** A melody so many semitones higher, when its tune goes from one tonic to another; notes that no instrument has stay where they are. */
export function movedCells(cells: MelodyCells, from: NoteName, to: NoteName, up: number): Patch<BarNotes> {
  const interval = Interval.distance(from, to);
  const moved = Object.entries(cells).map(([name, notes]) => {
    const all = notes.map((note) => {
      const pitch = note.pitch + up;
      if (pitch < 0 || pitch > 127) return note;
      return { ...note, pitch, spelling: spelled(note.spelling, interval, pitch) };
    });
    return [name, all] as const;
  });
  return Object.fromEntries(moved);
}

/** By the interval of the tonics; a name that does not sound so is none. */
function spelled(before: NoteName, interval: string, pitch: number): NoteName {
  const name = noteAbove(before, interval);
  if (pitchClass(name) !== ((pitch % 12) + 12) % 12) throw new RangeError(`${name} is not ${pitch}`);
  return name;
}
