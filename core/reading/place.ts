import type { Chord } from '../chord/chord.ts';
import { familyOf, tonesOf, type Family, type Kind } from '../chord/kind.ts';
import { semitones } from '../pitch/degree.ts';
import { scale, type Key, type Mode } from '../pitch/key.ts';
import { pitchClass } from '../pitch/note.ts';

/** What a chord does in its key. */
export type Function = 'tonic' | 'predominant' | 'dominant';

/** Diatonic places, named by their numerals; `V-minor` is the dominant of a minor key, `modal` any but the tonic of a mode. */
export type PlaceName =
  | 'I'
  | 'ii'
  | 'iii'
  | 'IV'
  | 'V'
  | 'vi'
  | 'vii'
  | 'i'
  | 'iio'
  | 'bIII'
  | 'iv'
  | 'IV-minor'
  | 'v'
  | 'V-minor'
  | 'bVI'
  | 'vio'
  | 'bVII'
  | 'viio'
  | 'modal';

/**
 * Columns: semitones above the tonic, families that make the place, its name, its function. Minor
 * keys mix natural, harmonic and melodic minor: that mixture is inside the key (common practice).
 */
type Row = readonly [number, readonly Family[], PlaceName, Function];
const MAJOR_PLACES: readonly Row[] = [
  [0, ['major'], 'I', 'tonic'],
  [2, ['minor'], 'ii', 'predominant'],
  [4, ['minor'], 'iii', 'tonic'],
  [5, ['major'], 'IV', 'predominant'],
  [7, ['dominant', 'suspended', 'augmented', 'major'], 'V', 'dominant'],
  [9, ['minor'], 'vi', 'tonic'],
  [11, ['half-diminished', 'diminished'], 'vii', 'dominant'],
];
const MINOR_PLACES: readonly Row[] = [
  [0, ['minor'], 'i', 'tonic'],
  [2, ['half-diminished', 'diminished'], 'iio', 'predominant'],
  [3, ['major'], 'bIII', 'tonic'],
  [5, ['minor'], 'iv', 'predominant'],
  [5, ['major', 'dominant'], 'IV-minor', 'predominant'],
  [7, ['minor'], 'v', 'dominant'],
  [7, ['dominant', 'suspended', 'augmented', 'major'], 'V-minor', 'dominant'],
  [8, ['major'], 'bVI', 'predominant'],
  [9, ['half-diminished'], 'vio', 'tonic'],
  [10, ['major', 'dominant'], 'bVII', 'dominant'],
  [11, ['diminished'], 'viio', 'dominant'],
];

const MINOR_MODES: readonly Mode[] = ['minor', 'dorian', 'phrygian', 'locrian'];

/** Whether the key's tonic chord is minor. */
export function isMinor(key: Key): boolean {
  return MINOR_MODES.includes(key.mode);
}

/** A chord’s place in a key. */
export interface KeyPlace {
  readonly name: PlaceName;
  readonly function: Function;
  /** In a mode: the place whose tensions are those of the mode here. */
  readonly like?: Exclude<PlaceName, 'modal'>;
}

/**
 * A chord's kind as it is heard: a triad over its own ♭7 in the bass is a seventh chord (C/B♭ is C7 in its
 * third inversion; common practice).
 */
export function heardKind({ root, kind, bass }: Chord): Kind {
  const onSeventh = bass !== null && (pitchClass(bass) - pitchClass(root) + 12) % 12 === semitones('b7');
  return onSeventh && kind.seventh === null && kind.third === '3' ? { ...kind, seventh: 'b7' } : kind;
}

/** A diatonic chord's place in the key; null for a chord from outside. `vii` of a major key is half-diminished: a dim7 there is from the minor. */
export function placeOf(chord: Chord, key: Key): KeyPlace | null {
  const above = (pitchClass(chord.root) - pitchClass(key.tonic) + 12) % 12;
  const kind = heardKind(chord);
  if (key.mode !== 'major' && key.mode !== 'minor') return modalPlace(above, kind, key);
  const family = familyOf(kind);
  const { third, seventh, fifth } = kind;
  // A major seventh on V or a minor chord, or a dim7 on the major key's vii, is borrowed from elsewhere.
  if (above === 7 && seventh === '7') return null;
  if (!isMinor(key) && third === 'b3' && (seventh === '7' || (above === 11 && seventh === 'bb7'))) return null;
  if (family === 'major' && fifth === 'b5') return null;
  const row = (isMinor(key) ? MINOR_PLACES : MAJOR_PLACES).find(
    ([at, families]) => at === above && families.includes(family),
  );
  // A chord without a third.
  const open = third === null || third === '4' || third === '2';
  const found: Row | null | undefined =
    row ?? (open && isWithin(above, kind, key) ? OPEN_PLACES[key.mode].find(([at]) => at === above) : null);
  if (!found) return null;
  return { name: found[2], function: isSuspendedDominant(found[2], chord, key) ? 'dominant' : found[3] };
}

/** ii or IV over the fifth of the key is V9 or V11 without its third (common practice). */
function isSuspendedDominant(name: PlaceName, { bass }: Chord, key: Key): boolean {
  const overFive = bass !== null && (pitchClass(bass) - pitchClass(key.tonic) + 12) % 12 === 7;
  return overFive && ['ii', 'IV', 'iio', 'iv'].includes(name);
}

/** Chords without a third stand where their root stands, when every note is in the scale. */
const OPEN_PLACES: Readonly<Record<'major' | 'minor', readonly Row[]>> = {
  major: MAJOR_PLACES,
  minor: MINOR_PLACES.filter(([at], i, all) => all.findIndex((row) => row[0] === at) === i),
};

/** Semitones above a minor tonic that the natural, harmonic and melodic scales hold together. */
const MINOR_SCALES = [0, 2, 3, 5, 7, 8, 9, 10, 11];

/** Whether a pitch class is of the key; minor keys hold all three of their scales. */
export function holdsNote(key: Key, pc: number): boolean {
  const notes = key.mode === 'minor' ? MINOR_SCALES : scaleSteps(key);
  return notes.includes((pc - pitchClass(key.tonic) + 12) % 12);
}

/** Whether triad and seventh `above` semitones over the tonic are all in the scale. */
function isWithin(above: number, kind: Kind, key: Key): boolean {
  const notes = key.mode === 'minor' ? MINOR_SCALES : scaleSteps(key);
  return tonesOf({ ...kind, tensions: [], altered: false }).every((degree) =>
    notes.includes((above + semitones(degree)) % 12),
  );
}
const scaleSteps = (key: Key): readonly number[] =>
  scale(key).map((note) => (pitchClass(note) - pitchClass(key.tonic) + 12) % 12);

/** Semitones of each mode's tonic above that of the major scale with the same notes. */
const PARENT: Readonly<Partial<Record<Mode, number>>> = {
  dorian: 2,
  phrygian: 4,
  lydian: 5,
  mixolydian: 7,
  locrian: 11,
};
/** The tonic of a mode takes the tensions of its own scale: a Dorian one is a minor tonic, a Mixolydian one rests as a dominant seventh. */
const MODAL_TONICS: Readonly<Partial<Record<Mode, 'i' | 'bVII'>>> = { dorian: 'i', mixolydian: 'bVII' };
const MODAL_FUNCTIONS: readonly (readonly [number, Function])[] = [
  [0, 'tonic'],
  [3, 'tonic'],
  [4, 'tonic'],
  [7, 'dominant'],
  [10, 'dominant'],
  [11, 'dominant'],
];

/** In a mode every chord of its scale is at home; its dominant may be sharpened as in minor (common practice). */
function modalPlace(above: number, kind: Kind, key: Key): KeyPlace | null {
  const parent = (above + PARENT[key.mode]!) % 12;
  const row = MAJOR_PLACES.find(([at]) => at === parent);
  if (row && isWithin(above, kind, key)) {
    const tonic = above === 0;
    return {
      name: tonic ? (isMinor(key) ? 'i' : 'I') : 'modal',
      function: MODAL_FUNCTIONS.find(([at]) => at === above)?.[1] ?? 'predominant',
      like: (tonic && MODAL_TONICS[key.mode]) || (row[2] as Exclude<PlaceName, 'modal'>),
    };
  }
  const dominant = above === 7 && familyOf(kind) === 'dominant';
  return dominant && isMinor(key) ? { name: 'V-minor', function: 'dominant' } : null;
}
