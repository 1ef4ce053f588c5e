import type { Chord } from '../chord/chord.ts';
import { familyOf, tonesOf } from '../chord/kind.ts';
import { semitones, type Degree } from '../pitch/degree.ts';
import type { Key } from '../pitch/key.ts';
import { pitchClass } from '../pitch/note.ts';
import { holdsNote } from '../reading/place.ts';
import type { Role } from './role.ts';
import type { Surrounding } from './surroundings.ts';

/** What the choice of colours depends on. */
export interface ColourContext {
  readonly role: Role | null;
  /** The chord that follows, or null. */
  readonly next: Chord | null;
  readonly key: Key;
  readonly around: readonly Surrounding[];
}

/** Whether a chord's root falls a fifth to the next. */
export function fallsAFifth(chord: Chord, next: Chord | null): boolean {
  return next !== null && (pitchClass(chord.root) - pitchClass(next.root) + 12) % 12 === 7;
}

/** What speaks against a colour, with the degree that does it. */
export interface Clash {
  readonly id: ClashId;
  readonly degree: Degree;
}
/** What grates. */
export type ClashId =
  | 'eleven-on-third'
  | 'thirteen-on-minor'
  | 'flat-nine-on-root'
  | 'flat-thirteen-on-fifth'
  | 'leans-on-nothing'
  | 'third-of-dominant'
  | 'bright-for-minor'
  | 'sounds-dominant'
  | 'raised-in-natural-minor'
  | 'outside-key';

type ClashRule = (chord: Chord, context: ColourContext) => Degree | false | undefined;

const has = (chord: Chord, degree: Degree) => tonesOf(chord.kind).includes(degree);
const isDominant = (chord: Chord) => familyOf(chord.kind) === 'dominant';
const firstOf = (chord: Chord, degrees: readonly Degree[]) => degrees.find((degree) => has(chord, degree));

/** Each with its reason (common practice); the first that applies is the worst. */
const RULES: readonly (readonly [ClashId, ClashRule])[] = [
  // A minor ninth above the third.
  ['eleven-on-third', (chord) => has(chord, '3') && firstOf(chord, ['11'])],
  // A tritone with the ♭3: the chord begins to sound as its own dominant.
  ['thirteen-on-minor', (chord) => has(chord, 'b3') && has(chord, 'b7') && firstOf(chord, ['13'])],
  // A half step above the root, where nothing leans on it.
  ['flat-nine-on-root', (chord) => !isDominant(chord) && firstOf(chord, ['b9'])],
  // A half step above the fifth of a chord that is at rest.
  ['flat-thirteen-on-fifth', (chord) => has(chord, 'b3') && firstOf(chord, ['b13'])],
  // Altered tensions ask for the chord a fifth below.
  [
    'leans-on-nothing',
    (chord, { next }) => isDominant(chord) && !fallsAFifth(chord, next) && firstOf(chord, ['b9', '#9', 'b13', '#5']),
  ],
  // The ii then already sounds as V9 without its root.
  ['third-of-dominant', (chord, { role }) => role === 'ii' && firstOf(chord, ['6'])],
  // Natural tensions over a dominant whose target is minor.
  [
    'bright-for-minor',
    (chord, { role }) =>
      (role === 'V-minor' || role === 'V-of-minor' || role === 'V-of-ii') && firstOf(chord, ['13', '9']),
  ],
  // Beside ♭VI and ♭VII the sixth and the seventh are as the key has them.
  [
    'raised-in-natural-minor',
    (chord, { role, around }) => role === 'i' && around.includes('natural-minor') && firstOf(chord, ['6', '7']),
  ],
  // The leading tone makes a dominant of a chord that was none; so does a suspension of v.
  [
    'sounds-dominant',
    (chord, { role }) => (role === 'bIII' && firstOf(chord, ['#5'])) || (role === 'v' && firstOf(chord, ['3', '4'])),
  ],
];

/** What speaks against a colour where it stands, worst first; a note from outside the key only if nothing else does. */
export function clashesOf(chord: Chord, context: ColourContext): readonly Clash[] {
  const found = RULES.flatMap(([id, rule]): Clash[] => {
    const degree = rule(chord, context);
    return degree ? [{ id, degree }] : [];
  });
  if (found.length > 0) return found;
  const foreign = tonesOf(chord.kind).find(
    (degree) => !holdsNote(context.key, (pitchClass(chord.root) + semitones(degree)) % 12),
  );
  return foreign ? [{ id: 'outside-key', degree: foreign }] : [];
}
