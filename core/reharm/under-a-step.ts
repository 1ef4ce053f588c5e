import type { Chord } from '../chord/chord.ts';
import { parseSuffix } from '../chord/symbol.ts';
import { noteAbove, pitchClass } from '../pitch/note.ts';
import type { Midi } from '../pitch/pitch.ts';
import type { Bond } from './moves/bond.ts';

/** A note of the tune, and the chord that carries the next one. */
export interface Step {
  readonly pitch: Midi;
  readonly next: { readonly pitch: Midi; readonly chord: Chord };
}

/** A chord under a note that steps on to the next. */
export interface Passing {
  readonly chord: Chord;
  /** How its grip goes on to the next. */
  readonly into: Bond | null;
}

/* By how many semitones the tune goes on: the interval from the next chord's root down to, or up to, the one under the note. */
const FROM_NEXT: Readonly<Record<number, string>> = { 1: '-2m', 2: '-2M', [-1]: '2m', [-2]: '2M' };
const DIM7 = parseSuffix('dim7')!;

/**
 * The passing chords of a chord-melody: a note that steps on to the next, a half step or a whole one, is given a chord of its
 * own that leads there (common practice). Each gives its chord, or null where the note is not in it.
 */
export const UNDER_A_STEP = {
  /** The very grip of the next note, a fret or two off: all voices slide in with the tune. */
  moved({ pitch, next }: Step): Passing | null {
    const interval = FROM_NEXT[next.pitch - pitch];
    if (interval === undefined) return null;
    const { root, bass, kind } = next.chord;
    const chord = { kind, root: noteAbove(root, interval), bass: bass === null ? null : noteAbove(bass, interval) };
    return { chord, into: 'moved' };
  },
  /** The diminished seventh a half step below the next root, which leads into it; or on that very root, whose bass stays. */
  diminished({ pitch, next }: Step): Passing | null {
    const { root } = next.chord;
    if (FROM_NEXT[next.pitch - pitch] === undefined) return null;
    const found = [noteAbove(root, '-2m'), root].find((one) => (pitch - pitchClass(one)) % 3 === 0);
    return found === undefined ? null : { chord: { kind: DIM7, root: found, bass: null }, into: null };
  },
} as const satisfies Readonly<Record<string, (step: Step) => Passing | null>>;
