import type { Chord } from '../chord/chord.ts';
import { degreePitchClass } from '../pitch/degree.ts';
import { pitchClass } from '../pitch/note.ts';
import type { PitchClass } from '../pitch/pitch.ts';

/** A note by which a bass walks on from one root to another. */
export interface WalkingBass {
  readonly bass: PitchClass;
  readonly falls: boolean;
  /** Only grips over it are meant: the others are looked at elsewhere. */
  readonly only?: true;
}

/**
 * The notes through which a bass walks, by step and one way, from the root (or named bass) of a chord to that of the one
 * after the next: from C down to A the B and the B♭.
 */
export function walkingBasses(before: Chord | null, after: Chord | null): readonly WalkingBass[] {
  if (before === null || after === null) return [];
  const [from, to] = [bassOf(before), bassOf(after)];
  return Array.from({ length: 12 }, (_, bass) => bass).flatMap((bass): WalkingBass[] => {
    const [there, on] = [stepFrom(from, bass), stepFrom(bass, to)];
    const isWalk = there * on > 0 && Math.abs(there) <= STEP && Math.abs(on) <= STEP;
    return isWalk ? [{ bass, falls: on < 0 }] : [];
  });
}

/** Which of them a chord may stand on: its third; and its seventh, which falls (common practice). */
export function walksOn({ root, kind: { third, seventh } }: Chord, walks: readonly WalkingBass[]): PitchClass[] {
  const classOf = (degree: typeof third | typeof seventh) => (degree === null ? null : degreePitchClass(root, degree));
  const [onThird, onSeventh] = [classOf(third), classOf(seventh)];
  return walks.filter(({ bass, falls }) => bass === onThird || (bass === onSeventh && falls)).map(({ bass }) => bass);
}

const STEP = 2;
const bassOf = ({ root, bass }: Chord) => pitchClass(bass ?? root);
/** The way from one pitch class to another, in semitones: −6 to 5. */
const stepFrom = (from: PitchClass, to: PitchClass) => ((to - from + 18) % 12) - 6;
