import { degreePitchClass, spell, type Degree } from '../pitch/degree.ts';
import { pitchClass, type NoteName } from '../pitch/note.ts';
import { maskOf, type PitchClass } from '../pitch/pitch.ts';
import { requiredOf, suffixOf, tonesOf, type Kind } from './kind.ts';

/** A chord: a root, what stands above it, and the note the bass is told to play, if one is named. */
export interface Chord {
  readonly root: NoteName;
  readonly kind: Kind;
  readonly bass: NoteName | null;
}

/** The chord's symbol in the one shown spelling, ASCII: `Bbm7`, `Abmaj9/C`. */
export function symbolOf(chord: Chord): string {
  return `${chord.root}${suffixOf(chord.kind)}${chord.bass === null ? '' : `/${chord.bass}`}`;
}

/** What a search for grips needs: pitch classes as 12-bit masks (bit 0 = C). */
export interface ChordMasks {
  /** Everything that may sound, a slash bass included. */
  readonly allowed: number;
  /** Each mask: at least one of its pitch classes must sound. */
  readonly required: readonly number[];
  /** The pitch class that must be the lowest sounding note, or null. */
  readonly bass: PitchClass | null;
}

/** The chord’s notes as sets of 12 bits, C lowest: all, and those that must sound. */
export function masksOf(chord: Chord): ChordMasks {
  const pc = (degree: Degree) => degreePitchClass(chord.root, degree);
  const bass = chord.bass === null ? null : pitchClass(chord.bass);
  return {
    allowed: maskOf(tonesOf(chord.kind).map(pc)) | (bass === null ? 0 : 1 << bass),
    required: requiredOf(chord.kind).map((choice) => maskOf(choice.map(pc))),
    bass,
  };
}

/** What may lie lowest in an inversion: the third (or what stands for it), the fifth and the seventh. */
export const inversionsOf = ({ root, kind: { third, fifth, seventh } }: Chord): readonly PitchClass[] =>
  [third, fifth, seventh].flatMap((degree) => (degree === null ? [] : [degreePitchClass(root, degree)]));

/** What a sounding pitch class is in the chord; a slash bass outside it is `bass`; null is foreign. */
export function degreeIn(chord: Chord, pc: PitchClass): Degree | 'bass' | null {
  const found = tonesOf(chord.kind).find((degree) => degreePitchClass(chord.root, degree) === pc);
  if (found !== undefined) return found;
  return chord.bass !== null && pitchClass(chord.bass) === pc ? 'bass' : null;
}

/** By semitones above the root, what a note is called that is no tone of the chord; three are named by what the chord has. */
const NAMES: readonly Degree[] = ['1', 'b9', '9', '#9', '3', '11', '#11', '5', 'b13', '13', 'b7', '7'];

/** What a pitch class that is none of the chord's is called over it: the 13 of a B♭ over D♭maj9. */
export function outsideDegree({ root, kind: { third, fifth, seventh } }: Chord, pc: PitchClass): Degree {
  const above = (pc - pitchClass(root) + 12) % 12;
  if (above === 3) return third === '3' || third === null ? '#9' : 'b3';
  if (above === 8) return fifth === '5' ? 'b13' : '#5';
  if (above === 9) return seventh === null ? '6' : '13';
  return NAMES[above]!;
}

/** The note name of a pitch class within the chord, spelled from its degree; null is foreign. */
export function noteIn(chord: Chord, pc: PitchClass): NoteName | null {
  const degree = degreeIn(chord, pc);
  if (degree === null) return null;
  return degree === 'bass' ? chord.bass : spell(chord.root, degree);
}
