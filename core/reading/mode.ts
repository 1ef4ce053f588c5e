import type { Chord } from '../chord/chord.ts';
import { MODES, type Key } from '../pitch/key.ts';
import { isMinor, placeOf } from './place.ts';
import { leadsSomewhere } from './dominants.ts';
import { reasonFor } from './rules.ts';
import { spotOf, viewsOf } from './view.ts';

/** More than this share of the chords must be from outside the key for a mode to be heard: one in three is, one in four not. */
const SHARE = 0.3;

/**
 * The mode of the home tonic that holds every chord of a progression which the major or minor key does not:
 * C, B♭ and F going round in C are Mixolydian. One foreign chord among many makes no mode (it is
 * borrowed); nor is a tune modal whose foreign chords lead somewhere, as a
 * secondary dominant does (common practice).
 */
export function modeOf(chords: readonly Chord[], home: Key): Key | null {
  const foreign = chords.filter((chord) => placeOf(chord, home) === null).length;
  if (foreign <= chords.length * SHARE) return null;
  const mode = MODES.find((name) => {
    const key: Key = { tonic: home.tonic, mode: name };
    const isMode = name !== 'major' && name !== 'minor' && isMinor(key) === isMinor(home);
    return isMode && chords.every((chord) => placeOf(chord, key)?.like !== undefined);
  });
  if (mode === undefined) return null;
  const spots = chords.map((chord) => spotOf(chord, home));
  const reasons = viewsOf(spots, home, { blues: false, mode: null }).map(reasonFor);
  return reasons.some((reason) => reason && leadsSomewhere(reason)) ? null : { tonic: home.tonic, mode };
}
