import type { Chord } from '../chord/chord.ts';
import { suffixOf, tonesOf } from '../chord/kind.ts';
import { semitones } from '../pitch/degree.ts';
import type { Key } from '../pitch/key.ts';
import { noteAbove, pitchClass, type NoteName } from '../pitch/note.ts';

/** Degrees above a major tonic by semitones, flats preferred; ♯I, ♯II, ♯IV, ♯V where the letter says so. */
const FLAT_SIDE = ['I', 'bII', 'II', 'bIII', 'III', 'IV', 'bV', 'V', 'bVI', 'VI', 'bVII', 'VII'];
const SHARP_SIDE = ['I', '#I', 'II', '#II', 'III', 'IV', '#IV', 'V', '#V', 'VI', '#VI', 'VII'];
const LETTERS = 'CDEFGAB';

/**
 * The degree of a root in a key, counted on the major scale as players do in minor keys too (the third
 * chord of C minor is ♭III). The letter decides between ♯ and ♭: in C, D♯ is ♯II and E♭ is ♭III. A chord that does not
 * lead up (`leadsUp`) is on the flat degree where only a double flat would say so: D7 in D♭ is ♭II7.
 */
export function degreeOf(root: NoteName, key: Key, leadsUp = true): string {
  const above = (pitchClass(root) - pitchClass(key.tonic) + 12) % 12;
  const letters = (LETTERS.indexOf(root[0]!) - LETTERS.indexOf(key.tonic[0]!) + 7) % 7;
  const sharp = SHARP_SIDE[above]!;
  const ordinal = ['I', 'II', 'III', 'IV', 'V', 'VI', 'VII'][letters];
  if (sharp.replace('#', '') !== ordinal) return FLAT_SIDE[above]!;
  // Where the flat degree cannot be written but with a double flat, a plain note stands for it (D in D♭).
  const standsForFlat = sharp.startsWith('#') && noteAbove(key.tonic, FLAT_INTERVALS[above]!) === root;
  return standsForFlat && !leadsUp ? FLAT_SIDE[above]! : sharp;
}
/** The flat degrees as intervals (tonal's notation), by semitones. */
const FLAT_INTERVALS: Readonly<Record<number, string>> = { 1: '2m', 3: '3m', 6: '5d', 8: '6m', 10: '7m' };
/** Diminished chords on a raised degree lead up: ♯I°, ♯IVø. */
const isLeading = ({ kind }: Chord) => kind.fifth === 'b5' && kind.third === 'b3';

/**
 * A chord's Roman numeral, ASCII: lower case for a minor third (its "m" is then not written, but for
 * m7b5), the rest as in the symbol: `Imaj7`, `ii7`, `bVII7`, `viim7b5`, `#Idim7`. A named bass is told by what
 * it is above the root, in figures, for `V/ii` means another thing: F/A in C is `IV/3`.
 */
export function numeralOf(chord: Chord, key: Key): string {
  const degree = degreeOf(chord.root, key, isLeading(chord));
  const suffix = suffixOf(chord.kind);
  const lower = chord.kind.third === 'b3' && !suffix.startsWith('dim');
  const text = lower ? degree.replace(/[IV]+/, (roman) => roman.toLowerCase()) : degree;
  const kept = lower && !suffix.includes('b5') ? suffix.replace(/^m/, '') : suffix;
  return text + kept + bassOf(chord);
}

/** The numeral's degree alone, for a column whose symbol shows the rest: `bVII`, `ii`, `V/3`. */
export function plainNumeral(chord: Chord, key: Key): string {
  const degree = degreeOf(chord.root, key, isLeading(chord));
  const text = chord.kind.third === 'b3' ? degree.replace(/[IV]+/, (roman) => roman.toLowerCase()) : degree;
  return text + bassOf(chord);
}

/** A bass from outside the chord, by semitones above the root. */
const BASS_FIGURES = ['1', 'b2', '2', 'b3', '3', '4', '#4', '5', 'b6', '6', 'b7', '7'];

function bassOf({ root, kind, bass }: Chord): string {
  if (bass === null) return '';
  const above = (pitchClass(bass) - pitchClass(root) + 12) % 12;
  return `/${tonesOf(kind).find((degree) => semitones(degree) === above) ?? BASS_FIGURES[above]!}`;
}
