import { familyOf, tonesOf } from '../chord/kind.ts';
import type { Chord } from '../chord/chord.ts';
import { degreePitchClass } from '../pitch/degree.ts';
import type { Key } from '../pitch/key.ts';
import { pitchClass, type NoteName } from '../pitch/note.ts';

/** A chord of the progression with its length in beats. */
export interface Sounding {
  readonly chord: Chord;
  readonly beats: number;
}

/** A key that the chords speak for. */
export interface FoundKey {
  readonly key: Key;
  /** How much of the evidence speaks for it rather than for the runner-up, ½ to 1. */
  readonly confidence: number;
  readonly runnerUp: Key;
}

/** Semitones of the scales above the tonic; the minor one with its leading tone, which V brings in. */
const SCALES = { major: [0, 2, 4, 5, 7, 9, 11], minor: [0, 2, 3, 5, 7, 8, 10, 11] } as const;
type Mode = keyof typeof SCALES;
const MODES: readonly Mode[] = ['major', 'minor'];
/** Usual tonics by pitch class, for one that no chord names. */
const MAJOR_NAMES: readonly NoteName[] = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'Gb', 'G', 'Ab', 'A', 'Bb', 'B'];
const MINOR_NAMES: readonly NoteName[] = ['C', 'C#', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'G#', 'A', 'Bb', 'B'];

/* Evidence, in beats of a chord whose every note is in the scale (common practice: ends and cadences say most). */
const ENDS_ON_TONIC = 8;
const BEGINS_ON_TONIC = 4;
/** More, when it does both: a blues begins and ends on its I7. */
const ROUNDED = 4;
/** Into a chord at rest: a dominant seventh is on its way. */
const CADENCE = 6;
/** A beat of a note outside the scale speaks against it. */
const FOREIGN_NOTE = 0.5;

/** The key a progression speaks for, with the next best; null without chords. Ties go to the earlier key: major, from C up. */
export function findKey(chords: readonly Sounding[]): FoundKey | null {
  if (chords.length === 0) return null;
  const scored = MODES.flatMap((mode) =>
    Array.from({ length: 12 }, (_, tonic) => ({ tonic, mode, score: evidence(chords, tonic, mode) })),
  ).sort((a, b) => b.score - a.score);
  const [best, second] = [scored[0]!, scored[1]!];
  const sum = best.score + Math.max(0, second.score);
  return {
    key: named(best, chords),
    confidence: sum > 0 ? best.score / sum : 0.5,
    runnerUp: named(second, chords),
  };
}

function evidence(chords: readonly Sounding[], tonic: number, mode: Mode): number {
  const scale: readonly number[] = SCALES[mode];
  const isTonic = (at: Sounding | undefined) =>
    at !== undefined &&
    pitchClass(at.chord.root) === tonic &&
    (familyOf(at.chord.kind) === 'minor') === (mode === 'minor') &&
    familyOf(at.chord.kind) !== 'half-diminished';
  let score = 0;
  chords.forEach(({ chord, beats }, i) => {
    const tones = tonesOf(chord.kind).map((degree) => (degreePitchClass(chord.root, degree) - tonic + 12) % 12);
    const foreign = tones.filter((tone) => !scale.includes(tone)).length;
    score += beats * (1 - foreign * FOREIGN_NOTE);
    const falls = (pitchClass(chord.root) - tonic + 12) % 12 === 7 && chord.kind.third === '3';
    const next = chords[i + 1];
    if (falls && isTonic(next) && familyOf(next!.chord.kind) !== 'dominant') score += CADENCE;
  });
  const both = isTonic(chords[0]) && isTonic(chords.at(-1));
  // A dominant seventh at one end only is on its way.
  const rests = (at: Sounding | undefined) => isTonic(at) && (both || familyOf(at!.chord.kind) !== 'dominant');
  return (
    score + (rests(chords[0]) ? BEGINS_ON_TONIC : 0) + (rests(chords.at(-1)) ? ENDS_ON_TONIC : 0) + (both ? ROUNDED : 0)
  );
}

function named({ tonic, mode }: { tonic: number; mode: Mode }, chords: readonly Sounding[]): Key {
  const own = chords.find(({ chord }) => pitchClass(chord.root) === tonic)?.chord.root;
  return { tonic: own ?? (mode === 'major' ? MAJOR_NAMES : MINOR_NAMES)[tonic]!, mode };
}
