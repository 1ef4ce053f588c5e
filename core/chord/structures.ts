import { degreePitchClass, semitones, type Degree } from '../pitch/degree.ts';
import { noteAbove } from '../pitch/note.ts';
import { symbolOf, type Chord } from './chord.ts';
import { familyOf, tonesOf, type Family } from './kind.ts';
import { kindOf } from './symbol.ts';

/*
 * Triads and seventh chords that lie within a chord, or above its guide tones, by the family it is heard in (common
 * practice): the small shapes a player finds a colour by. Columns: the interval above the root (tonal's notation), and the kind.
 */
const STRUCTURES: Readonly<Record<Family, readonly (readonly [string, string])[]>> = {
  major: [
    // 3 5 7, with 9; then 5 7 9; the relative minor; and 9 ♯11 13, which is outside where ♯11 is.
    ['3M', 'm'],
    ['3M', 'm7'],
    ['5P', ''],
    ['6M', 'm'],
    ['2M', ''],
  ],
  minor: [
    // ♭3 5 ♭7, with 9; 5 ♭7 9, with 11; ♭7 9 11.
    ['3m', ''],
    ['3m', 'maj7'],
    ['5P', 'm'],
    ['5P', 'm7'],
    ['7m', ''],
  ],
  dominant: [
    // 3 5 ♭7, with 9, with ♭9; the augmented triad 3 ♯5 1.
    ['3M', 'dim'],
    ['3M', 'm7b5'],
    ['3M', 'dim7'],
    ['3M', 'aug'],
    // Above the guide tones: 9 ♯11 13; 13 ♭9 3; ♭13 1 ♯9; ♯11 ♭7 ♭9; and ♭7 9 11 of a suspension.
    ['2M', ''],
    ['6M', ''],
    ['6m', ''],
    ['5d', ''],
    ['7m', ''],
  ],
  // ♭3 ♭5 ♭7; ♭5 ♭7 1 11.
  'half-diminished': [
    ['3m', 'm'],
    ['5d', 'maj7'],
  ],
  // Four names of one chord, and a whole step above each tone another.
  diminished: [
    ['3m', 'dim7'],
    ['2M', 'dim7'],
  ],
  augmented: [['3M', 'aug']],
  // ♭7 9 11; 5 ♭7 9.
  suspended: [
    ['7m', ''],
    ['5P', 'm'],
  ],
  power: [],
};

/** Degrees by semitones, where the chord itself has no name for one. */
const TENSION_AT: readonly Degree[] = ['1', 'b9', '9', '#9', '3', '11', '#11', '5', 'b13', '13', 'b7', '7'];

/** A triad or seventh chord over another chord, and what its notes are there. */
export interface Structure {
  readonly chord: Chord;
  readonly degrees: readonly Degree[];
}

/** The triads and seventh chords to play over a chord. `structuresOf(Dm7)` has Fmaj7, its ♭3 5 ♭7 9. */
export function structuresOf(chord: Chord): readonly Structure[] {
  return STRUCTURES[familyOf(chord.kind)].flatMap(([interval, suffix]): Structure[] => {
    const upper: Chord = { root: noteAbove(chord.root, interval), kind: kindOf(suffix), bass: null };
    return symbolOf(upper) === symbolOf({ ...chord, bass: null })
      ? []
      : [{ chord: upper, degrees: over(chord, upper) }];
  });
}

function over(chord: Chord, upper: Chord): Degree[] {
  const root = degreePitchClass(chord.root, '1');
  return tonesOf(upper.kind).map((degree) => {
    const above = (degreePitchClass(upper.root, degree) - root + 12) % 12;
    return tonesOf(chord.kind).find((own) => semitones(own) === above) ?? TENSION_AT[above]!;
  });
}
