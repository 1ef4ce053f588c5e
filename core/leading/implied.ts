import { degreeIn, masksOf } from '../chord/chord.ts';
import { requiredOf } from '../chord/kind.ts';
import { degreePitchClass, type Degree } from '../pitch/degree.ts';
import { maskOf, pitchClassOf, type Midi } from '../pitch/pitch.ts';
import { opensChord } from '../take/columns.ts';
import type { ArrangedColumn } from './arrange.ts';

/** What is heard of a chord that two notes at a time imply. */
export interface Implied {
  /** The degrees that sound, two by two, until the next chord. */
  readonly heard: readonly Degree[];
  /** Those it is known by that neither sound nor sounded just before. */
  readonly missing: readonly Degree[];
  /** Whether what decides its family, the third or what stands for it, is not heard: it may be another chord. */
  readonly inDoubt: boolean;
}

/** The pitches heard of the chord of a column from where it is new until the next: small shapes say it one after another. */
export function heardOf(columns: readonly ArrangedColumn[], at: number): readonly Midi[] {
  const from = columns.findLastIndex(({ column }, i) => i <= at && opensChord(column));
  const after = columns.findIndex(({ column }, i) => i > from && opensChord(column));
  return columns
    .slice(Math.max(0, from), after < 0 ? undefined : after)
    .flatMap(({ grip, column }) => [...(grip?.pitches ?? []), ...(column.carry?.free.map(({ pitch }) => pitch) ?? [])]);
}

/** What two notes at a time imply of the chord of a column; null where a grip says it. A tone that was just heard need not sound. */
export function impliedAt(columns: readonly ArrangedColumn[], at: number): Implied | null {
  const { chord, small } = columns[at]!.column;
  if (small === null || chord === null) return null;
  const pitches = heardOf(columns, at);
  const from = columns.findLastIndex(({ column }, i) => i <= at && opensChord(column));
  const before = columns[from - 1]?.grip?.pitches ?? [];
  const said = maskOf([...pitches, ...before].map(pitchClassOf));
  const { required } = masksOf(chord);
  const choices = requiredOf(chord.kind);
  const { third } = chord.kind;
  const degrees = pitches.map((pitch) => degreeIn(chord, pitchClassOf(pitch)));
  return {
    heard: [...new Set(degrees.filter((degree): degree is Degree => degree !== null && degree !== 'bass'))],
    missing: choices.flatMap((choice, i) => ((said & required[i]!) === 0 ? [choice[0]!] : [])),
    inDoubt: third !== null && (said & (1 << degreePitchClass(chord.root, third))) === 0,
  };
}
