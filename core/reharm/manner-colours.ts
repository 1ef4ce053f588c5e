import { suffixOf } from '../chord/kind.ts';
import { kindOf } from '../chord/symbol.ts';
import type { Chord } from '../chord/chord.ts';
import type { Manner } from '../manner.ts';
import type { ColourContext } from './grates.ts';
import type { Role } from './role.ts';

/** What one would take in a manner of the steady colours of a chord, the first first; `own` is the chart’s chord. */
type Likes = (own: Chord, steady: readonly Chord[], role: ColourContext['role']) => readonly Chord[];

/** Each kind of chord once. */
function distinct(chords: readonly Chord[]): readonly Chord[] {
  const seen = new Set<string>();
  return chords.filter(({ kind }) => !seen.has(suffixOf(kind)) && seen.add(suffixOf(kind)));
}

/** Three notes say root, third, and a sixth or seventh: no tensions (common practice). */
const shells: Likes = (own, steady) => {
  const bare = steady
    .map((chord): Chord => ({ ...chord, kind: { ...chord.kind, tensions: [], altered: false } }))
    .filter(({ kind }) => kind.seventh !== null);
  return bare.length > 0 ? distinct(bare) : [own];
};

/** Where the ninth is in the key, and the chord at rest or on its way nowhere. */
const ADDS_NINTH: readonly (Role | null)[] = ['I', 'IV', 'landing', 'bIII', 'bVI', 'bVII', 'borrowed-major'];

/** Songs: triads as written or with an added ninth, minor sevenths, and sevenths where the chart has them (common practice). */
const ringing: Likes = (own, steady, role) => {
  const { third, fifth, seventh } = own.kind;
  if (seventh !== null || fifth !== '5') return [own];
  if (third === '3') return ADDS_NINTH.includes(role) ? [{ ...own, kind: kindOf('add9') }, own] : [own];
  const seventhed = steady.find(({ kind }) => suffixOf(kind) === 'm7');
  return role === 'i' || !seventhed ? [own] : [seventhed, own];
};

const LIKES: Readonly<Partial<Record<Manner, Likes>>> = { shells, ringing };

/**
 * The steady colours of a chord as one takes them in a manner, the first where nobody has chosen. What stands as written
 * (`steady` is the chart’s own chord alone) stays.
 */
export function inManner(
  manner: Manner | null,
  own: Chord,
  steady: readonly Chord[],
  { role }: Pick<ColourContext, 'role'>,
): readonly Chord[] {
  const likes = manner === null ? undefined : LIKES[manner];
  const stands = steady.length === 1 && suffixOf(steady[0]!.kind) === suffixOf(own.kind);
  return likes === undefined || stands ? steady : likes(own, steady, role);
}
