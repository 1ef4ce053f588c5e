import { pitchClassOf, type Midi } from '../pitch/pitch.ts';
import { degreePitchClass } from '../pitch/degree.ts';
import type { Chord } from './chord.ts';
import { tonesOf } from './kind.ts';

const OPEN_EACH = 2;

/**
 * Whether open strings can ring through some chords: at least half of them have two open strings among their tones
 * (common practice: songs are played in the keys that have them, or with a capo).
 */
export function ringsIn(chords: readonly Chord[], open: readonly Midi[]): boolean {
  const ringing = chords.filter(({ root, kind }) => {
    const tones = tonesOf(kind).map((degree) => degreePitchClass(root, degree));
    return open.filter((pitch) => tones.includes(pitchClassOf(pitch))).length >= OPEN_EACH;
  });
  return chords.length > 0 && 2 * ringing.length >= chords.length;
}
