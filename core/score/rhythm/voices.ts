import type { SoundNote } from '../score.ts';
import type { HitVoices } from './hits.ts';

/** The notes of a grip from the lowest pitch up. */
const ascending = (notes: readonly SoundNote[]) => [...notes].sort((a, b) => a.voice - b.voice);

/**
 * Which notes of a grip a hit sounds, from the lowest up. The thumb takes the lowest; the fingers i, m, a the three highest, a
 * the top (common practice). A grip of one or two notes has no inner ones: what is nearest sounds.
 */
const CHOICES: Readonly<Record<HitVoices, (of: readonly SoundNote[]) => readonly SoundNote[]>> = {
  whole: (of) => of,
  bass: (of) => of.slice(0, 1),
  // The next lowest note, on another string; a grip of three gives its bass again, so that two are left above it.
  'other bass': (of) => (of.length > 3 ? of.slice(1, 2) : of.slice(0, 1)),
  chord: (of) => (of.length > 1 ? of.slice(1) : of),
  top: (of) => of.slice(-1),
  muted: (of) => (of.length > 1 ? of.slice(1) : of),
  middle: (of) => (of.length > 2 ? of.slice(1, -1) : of.slice(-1)),
  p: (of) => of.slice(0, 1),
  i: (of) => finger(of, 3),
  m: (of) => finger(of, 2),
  a: (of) => finger(of, 1),
};

/** The note so many from the top, but never the thumb’s where there is another. */
const finger = (of: readonly SoundNote[], fromTop: number): readonly SoundNote[] => {
  const at = Math.max(Math.min(1, of.length - 1), of.length - fromTop);
  return of.slice(at, at + 1);
};

/** The notes that a hit sounds of a grip, lowest string first as in every sound. */
export function notesFor(voices: HitVoices, notes: readonly SoundNote[]): readonly SoundNote[] {
  const chosen = new Set(CHOICES[voices](ascending(notes)));
  return notes.filter((note) => chosen.has(note));
}
