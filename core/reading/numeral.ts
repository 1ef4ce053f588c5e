import type { Chord } from '../chord/chord.ts';
import { leadsUp, suffixOf, tonesOf } from '../chord/kind.ts';
import { semitones } from '../pitch/degree.ts';
import type { Key } from '../pitch/key.ts';
import { pitchClass, type NoteName } from '../pitch/note.ts';

/** Degrees above a major tonic by semitones: flat, but for chords that lead up (common practice). */
const FLAT_SIDE = ['I', 'bII', 'II', 'bIII', 'III', 'IV', 'bV', 'V', 'bVI', 'VI', 'bVII', 'VII'];
const SHARP_SIDE = ['I', '#I', 'II', '#II', 'III', 'IV', '#IV', 'V', '#V', 'VI', '#VI', 'VII'];
const LETTERS = 'CDEFGAB';

/**
 * The degree of a root in a key, counted on the major scale as players do in minor keys too (the third
 * chord of C minor is ♭III). Degrees are flat, whatever the letter: F♯7 in C is ♭V7. For a chord that leads up
 * (`leads`) the letter decides: in C, D♯° is ♯II° and E♭° is ♭III°.
 */
export function degreeOf(root: NoteName, key: Key, leads = true): string {
  const above = (pitchClass(root) - pitchClass(key.tonic) + 12) % 12;
  if (!leads) return FLAT_SIDE[above]!;
  const letters = (LETTERS.indexOf(root[0]!) - LETTERS.indexOf(key.tonic[0]!) + 7) % 7;
  const sharp = SHARP_SIDE[above]!;
  const ordinal = ['I', 'II', 'III', 'IV', 'V', 'VI', 'VII'][letters];
  return sharp.replace('#', '') === ordinal ? sharp : FLAT_SIDE[above]!;
}

/**
 * A chord's Roman numeral, ASCII: lower case for a minor third (its "m" is then not written, but for
 * m7b5), the rest as in the symbol: `Imaj7`, `ii7`, `bVII7`, `viim7b5`, `#Idim7`. A named bass is told by what
 * it is above the root, in figures, for `V/ii` means another thing: F/A in C is `IV/3`.
 */
export function numeralOf(chord: Chord, key: Key): string {
  const degree = degreeOf(chord.root, key, leadsUp(chord.kind));
  const suffix = suffixOf(chord.kind);
  const lower = chord.kind.third === 'b3' && !suffix.startsWith('dim');
  const text = lower ? degree.replace(/[IV]+/, (roman) => roman.toLowerCase()) : degree;
  const kept = lower && !suffix.includes('b5') ? suffix.replace(/^m/, '') : suffix;
  return text + kept + bassOf(chord);
}

/** The numeral's degree alone, for a column whose symbol shows the rest: `bVII`, `ii`, `V/3`. */
export function plainNumeral(chord: Chord, key: Key): string {
  const degree = degreeOf(chord.root, key, leadsUp(chord.kind));
  const text = chord.kind.third === 'b3' ? degree.replace(/[IV]+/, (roman) => roman.toLowerCase()) : degree;
  return text + bassOf(chord);
}

/** A bass from outside the chord, by semitones above the root. */
const BASS_FIGURES = ['1', 'b2', '2', 'b3', '3', '4', '#4', '5', 'b6', '6', 'b7', '7'];

const bassOf = ({ root, kind, bass }: Chord): string => (bass === null ? '' : `/${bassFigure({ root, kind, bass })}`);

/** What a bass is above the root of its chord, in figures: a degree of the chord, or `2`, `b6`, `#4`. */
export function bassFigure({ root, kind, bass }: Chord & { readonly bass: NoteName }): string {
  const above = (pitchClass(bass) - pitchClass(root) + 12) % 12;
  return tonesOf(kind).find((degree) => semitones(degree) === above) ?? BASS_FIGURES[above]!;
}
