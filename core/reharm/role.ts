import { familyOf } from '../chord/kind.ts';
import type { PlaceName } from '../reading/place.ts';
import type { Outside } from '../reading/reason.ts';
import type { ReadSlot } from '../reading/read.ts';

/** What a chord is in the tune, as far as its colours depend on it: its place in the key, or its part from outside. */
export type Role =
  | Exclude<PlaceName, 'modal'>
  | 'backdoor'
  | 'substitute'
  | 'V-of-major'
  | 'V-of-ii'
  | 'V-of-minor'
  | 'lifting'
  | 'iv-borrowed'
  | 'borrowed-major'
  | 'sharp-four'
  | 'landing'
  | 'blues-I'
  | 'blues-IV'
  | 'dim';

/** The role of a read slot; null where only the chord's own kind is known. */
export function roleOf({ place, reading, entry }: ReadSlot): Role | null {
  if (place) return place.like ?? (place.name === 'modal' ? null : place.name);
  const outside = reading?.outside;
  if (!outside || !entry.chord) return null;
  const family = familyOf(entry.chord.kind);
  switch (outside.kind) {
    case 'backdoor':
      return 'backdoor';
    case 'tritone-substitute':
      return 'substitute';
    case 'secondary-dominant':
      return dominantOf(outside);
    case 'non-resolving-dominant':
      return 'lifting';
    case 'blues':
      return reading.function === 'tonic' ? 'blues-I' : 'blues-IV';
    case 'landing':
      return family === 'minor' ? 'i' : 'landing';
    case 'picardy':
      return 'I';
    case 'passing-diminished':
    case 'common-tone-diminished':
    case 'leading-tone-diminished':
      return 'dim';
    case 'related-ii':
      return family === 'minor' ? 'ii' : 'iio';
    case 'foreign-ii-v':
      if (family === 'dominant') return outside.key?.mode === 'minor' ? 'V-minor' : 'V';
      return family === 'minor' ? 'ii' : 'iio';
    case 'borrowed':
    case 'modal':
    case 'deceptive':
    case 'chromatic-mediant':
      return borrowedRole(family, reading.numeral);
    default:
      return null;
  }
}

/** A dominant of ii, of another minor chord, or of a major one: each has tensions of its own. */
function dominantOf({ target }: Outside): Role {
  if (target === 'ii') return 'V-of-ii';
  return target !== null && /^[b#]?[iv]/.test(target) ? 'V-of-minor' : 'V-of-major';
}

function borrowedRole(family: ReturnType<typeof familyOf>, numeral: string): Role | null {
  if (family === 'major') return 'borrowed-major';
  if (family === 'dominant') return 'bVII';
  if (family === 'half-diminished') return numeral.startsWith('#iv') || numeral.startsWith('bv') ? 'sharp-four' : 'iio';
  if (family !== 'minor') return null;
  if (numeral.startsWith('iv')) return 'iv-borrowed';
  return numeral.startsWith('v') && !numeral.startsWith('vi') ? 'v' : null;
}
