import type { Chord } from '../chord/chord.ts';
import { familyOf, type Family } from '../chord/kind.ts';
import type { Key, Mode } from '../pitch/key.ts';
import { pitchClass } from '../pitch/note.ts';

/** What a chord does in its key. */
export type Function = 'tonic' | 'predominant' | 'dominant';

/** Diatonic places, named by their numerals; `V-minor` is the dominant of a minor key. */
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
  | 'viio';

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

export interface KeyPlace {
  readonly name: PlaceName;
  readonly function: Function;
}

/** A diatonic chord's place in the key; null for a chord from outside. `vii` of a major key is half-diminished: a dim7 there is from the minor. */
export function placeOf(chord: Chord, key: Key): KeyPlace | null {
  const above = (pitchClass(chord.root) - pitchClass(key.tonic) + 12) % 12;
  const family = familyOf(chord.kind);
  const { seventh, fifth } = chord.kind;
  // A major seventh on V, or a dim7 on the major key's vii, is borrowed from elsewhere.
  if (above === 7 && seventh === '7') return null;
  if (above === 11 && seventh === 'bb7' && !isMinor(key)) return null;
  if (family === 'major' && fifth === 'b5') return null;
  const row = (isMinor(key) ? MINOR_PLACES : MAJOR_PLACES).find(
    ([at, families]) => at === above && families.includes(family),
  );
  return row ? { name: row[2], function: row[3] } : null;
}
