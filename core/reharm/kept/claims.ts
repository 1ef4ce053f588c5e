/*
 * What a passage says of itself, as something that can be counted: each claim looks at the chords and answers. Degrees are
 * those of the key, written as in `1 b7 6`; all common practice.
 */
import type { Chord } from '../../chord/chord.ts';
import { tonesOf } from '../../chord/kind.ts';
import { degreePitchClass } from '../../pitch/degree.ts';
import type { Key } from '../../pitch/key.ts';
import { pitchClass } from '../../pitch/note.ts';
import type { PitchClass } from '../../pitch/pitch.ts';

/** Whether it holds of some chords in a key. */
export type Claim = (chords: readonly Chord[], key: Key) => boolean;

const ABOVE: Readonly<Record<string, number>> = Object.fromEntries(
  ['1', 'b2', '2', 'b3', '3', '4', '#4', '5', 'b6', '6', 'b7', '7'].map((name, semitones) => [name, semitones]),
);
/** `1 b7 6` as pitch classes of a key; throws where it is no degree. */
function degreesIn(text: string, { tonic }: Key): readonly PitchClass[] {
  return text.split(' ').map((name) => {
    const above = ABOVE[name];
    if (above === undefined) throw new RangeError(`not a degree of a key: ${name}`);
    return (pitchClass(tonic) + above) % 12;
  });
}

/** All that a chord sounds, its bass too. */
const soundsOf = ({ root, kind, bass }: Chord): ReadonlySet<PitchClass> =>
  new Set([
    ...tonesOf(kind).map((degree) => degreePitchClass(root, degree)),
    ...(bass === null ? [] : [pitchClass(bass)]),
  ]);
const lowest = ({ root, bass }: Chord): PitchClass => pitchClass(bass ?? root);
const pairs = (chords: readonly Chord[]): readonly (readonly [Chord, Chord])[] =>
  chords.slice(1).map((chord, i) => [chords[i]!, chord]);
const up = (from: PitchClass, to: PitchClass): number => (to - from + 12) % 12;

/** The bass plays these degrees, chord by chord. */
export const bass =
  (text: string): Claim =>
  (chords, key) =>
    degreesIn(text, key).join() === chords.map(lowest).join();

/** One voice has these degrees, chord by chord: each is in its chord. */
export const voice =
  (text: string): Claim =>
  (chords, key) => {
    const line = degreesIn(text, key);
    return line.length === chords.length && chords.every((chord, i) => soundsOf(chord).has(line[i]!));
  };

/** The roots go so many semitones up each time (7 down a fourth or up a fifth, 5 up a fourth or down a fifth), but where a chord stays on its root. */
export const rootsBy =
  (semitones: number): Claim =>
  (chords) =>
    pairs(chords).every(([a, b]) => [0, semitones].includes(up(pitchClass(a.root), pitchClass(b.root))));

/** A degree of the key is in every chord, so that it can sound on. */
export const thread =
  (degree: string): Claim =>
  (chords, key) =>
    chords.every((chord) => soundsOf(chord).has(degreesIn(degree, key)[0]!));

/** Neighbours have so many notes in common at least. */
export const shares =
  (count: number): Claim =>
  (chords) =>
    pairs(chords).every(([a, b]) => [...soundsOf(a)].filter((note) => soundsOf(b).has(note)).length >= count);

/** All are of one kind: one shape can be moved. */
export const oneKind: Claim = (chords) =>
  new Set(
    chords.map(({ root, kind, bass: low }) =>
      [tonesOf(kind).join(' '), low && up(pitchClass(root), pitchClass(low))].join('/'),
    ),
  ).size === 1;

/** All that sounds is of these degrees of the key. */
export const within =
  (text: string): Claim =>
  (chords, key) => {
    const notes = new Set(degreesIn(text, key));
    return chords.every((chord) => [...soundsOf(chord)].every((note) => notes.has(note)));
  };

/** It ends on a chord on this degree. */
export const endsOn =
  (degree: string): Claim =>
  (chords, key) =>
    pitchClass(chords.at(-1)!.root) === degreesIn(degree, key)[0];

/** A chord is a dominant on this degree, with the third and seventh of the dominant a tritone away: its substitute. */
export const substitutesOn =
  (text: string): Claim =>
  (chords, key) =>
    degreesIn(text, key).every((root) =>
      chords.some((chord) => {
        const sounds = soundsOf(chord);
        return pitchClass(chord.root) === root && sounds.has((root + 4) % 12) && sounds.has((root + 10) % 12);
      }),
    );

/** The scale of eight notes of a sixth chord and the diminished seventh of its dominant. */
export const SIXTH_DIMINISHED = { major: '1 2 3 4 5 b6 6 7', minor: '1 2 b3 4 5 b6 6 7' } as const;
/** The major scale. */
export const MAJOR_SCALE = '1 2 3 4 5 6 7';
