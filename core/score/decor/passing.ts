/* A chord between two others, on the last beat before the next: it passes (common practice; harmony from the field’s own moves). */
import { masksOf, symbolOf, type Chord } from '../../chord/chord.ts';
import { kindOf } from '../../chord/symbol.ts';
import { scale } from '../../pitch/key.ts';
import { pitchClass, type NoteName } from '../../pitch/note.ts';
import type { PitchClass } from '../../pitch/pitch.ts';
import { spell } from '../../pitch/degree.ts';
import { ticksPerBeat } from '../../time/meter.ts';
import { NOTHING } from './added.ts';
import type { Decoration, Found } from './decoration.ts';
import { inSteps, isInTime, isUnderTune, type Held } from './grips-between.ts';
import { offBeat, type DecorPlace } from './place.ts';
import { voicedBetween } from './voiced-between.ts';

/** A chord that passes, and what lies lowest in it; null: whatever leads best. */
interface Passing {
  readonly chord: Chord;
  readonly bass: PitchClass | null;
}
type Between = (place: DecorPlace & { readonly next: NonNullable<DecorPlace['next']> }) => Passing | null;

const chord = (root: NoteName, suffix: string): Chord => ({ root, kind: kindOf(suffix), bass: null });
/** How far the next root lies above this one, 0 to 11. */
const rise: (place: Parameters<Between>[0]) => number = ({ chord: own, next }) =>
  (pitchClass(next.chord.root) - pitchClass(own.root) + 12) % 12;
/** A diminished seventh chord on a root, that root lowest where both roots lie lowest beside it. */
function diminished(place: Parameters<Between>[0], root: NoteName): Passing {
  const isRooted = [place, place.next].every(
    ({ chord: of, grip }) => grip.pitches[0]! % 12 === pitchClass(of.bass ?? of.root),
  );
  return { chord: chord(plain(root, place), 'dim7'), bass: isRooted ? pitchClass(root) : null };
}
/** A chord a half step above the next; what lies lowest there is a half step above, too, where the chord has it. */
function above(place: Parameters<Between>[0], suffix: string): Passing {
  const made = chord(plain(spell(place.next.chord.root, 'b9'), place), suffix);
  const bass = (place.next.grip.pitches[0]! + 1) % 12;
  return { chord: made, bass: (masksOf(made).allowed & (1 << bass)) !== 0 ? bass : null };
}
/** As one reads it: F♭ and C♭, E♯ and B♯ only where the key has them. */
const PLAIN: Readonly<Record<string, NoteName>> = { Cb: 'B', Fb: 'E', 'E#': 'F', 'B#': 'C' };
const plain = (root: NoteName, { key }: DecorPlace): NoteName =>
  scale(key).includes(root) ? root : (PLAIN[root] ?? root);

/** The seventh chord that a key has on one of its notes. */
const SEVENTHS = ['maj7', '7', 'm7', 'm7b5'] as const;
function diatonic(root: NoteName, notes: readonly NoteName[]): Chord | null {
  const inKey = notes.reduce((bits, note) => bits | (1 << pitchClass(note)), 0);
  const found = SEVENTHS.map((suffix) => chord(root, suffix)).find((one) => (masksOf(one).allowed & ~inKey) === 0);
  return found ?? null;
}

/** Columns: id, name, the chord between (null: its condition does not hold), whether it comes on the last beat or the last off-beat, reason. */
const PASSING: readonly (readonly [string, string, Between, 'beat' | 'off-beat', string])[] = [
  [
    'passing-diminished-up',
    'diminished, rising',
    (place) => (rise(place) === 2 ? diminished(place, raised(place.chord.root)) : null),
    'beat',
    '{chord} between {from} and {target}: the bass rises by half steps.',
  ],
  [
    'passing-diminished-down',
    'diminished, falling',
    (place) => (rise(place) === 10 ? diminished(place, spell(place.next.chord.root, 'b9')) : null),
    'beat',
    '{chord} between {from} and {target}: the bass falls by half steps.',
  ],
  [
    'passing-leading-tone',
    'diminished, from the leading tone',
    (place) => (rise(place) === 2 ? null : diminished(place, spell(place.next.chord.root, '7'))),
    'beat',
    '{chord}, a half step below, leads up to {target}.',
  ],
  [
    'passing-diatonic',
    'a chord of the scale between',
    (place) => {
      const by = rise(place);
      const notes = scale(place.key);
      const at = notes.findIndex((note) => pitchClass(note) === pitchClass(place.chord.root));
      const step = by === 3 || by === 4 ? 1 : by === 8 || by === 9 ? notes.length - 1 : 0;
      if (at < 0 || step === 0) return null;
      const root = notes[(at + step) % notes.length]!;
      const found = diatonic(root, notes);
      return found && { chord: found, bass: pitchClass(root) };
    },
    'beat',
    '{chord}, of the key, lies between {from} and {target}: the roots go by step.',
  ],
  [
    'approach-dominant',
    'a dominant from above',
    (place) => above(place, '9'),
    'off-beat',
    '{chord}, the dominant a half step above, falls into {target}.',
  ],
  [
    'approach-minor-major',
    'm(maj7) from above',
    (place) => above(place, 'm(maj7)'),
    'off-beat',
    '{chord}, a half step above, falls into {target}.',
  ],
];

/** A half step above, by the same letter raised, where one sharp or natural does it: C♯ over C, D over C♯. */
const raised = (root: NoteName): NoteName =>
  root.endsWith('b') ? root.slice(0, -1) : root.endsWith('#') ? spell(root, 'b9') : `${root}#`;

/** What those between certain roots need. */
const NEEDS: Readonly<Record<string, string>> = {
  'passing-diminished-up': 'a chord after it whose root lies a whole step higher',
  'passing-diminished-down': 'a chord after it whose root lies a whole step lower',
  'passing-diatonic': 'a chord after it whose root lies a third away, both in the key',
};

export const PASSING_CHORDS: readonly Decoration[] = PASSING.map(([id, name, between, on, reason]): Decoration => ({
  id,
  name,
  kind: 'passing',
  needs: NEEDS[id] ?? 'a chord after it, on another root',
  reason,
  find: (place) => passed(place, between, on),
}));

function passed(place: DecorPlace, between: Between, on: 'beat' | 'off-beat'): Found {
  const { next, start, end, meter, isPushed, ms, grip } = place;
  const beat = ticksPerBeat(meter);
  const step = on === 'beat' ? beat : offBeat(meter);
  // The chord itself has as long at least, and a beat.
  if (!next) return 'last';
  if (isPushed) return 'early';
  if (end - step - start < Math.max(step, beat)) return 'short';
  const passing = between({ ...place, next });
  if (!passing || isSame(passing.chord, place.chord) || isSame(passing.chord, next.chord)) return 'condition';
  const held: Held | null = voicedBetween(passing.chord, passing.bass, grip, next.grip, place);
  if (!held) return 'hand';
  if (!isInTime([grip, held, next.grip], ms(end - step, end), place)) return 'fast';
  const sounds = inSteps([held], end - step, step, 'passing', place);
  if (!isUnderTune(sounds, place)) return 'tune';
  const args = { chord: symbolOf(passing.chord), from: symbolOf(place.chord), target: symbolOf(next.chord) };
  return [{ variant: '', added: { ...NOTHING, sounds, alone: end - step }, args }];
}

/** The same notes are no chord between. */
const isSame = (a: Chord, b: Chord): boolean => (masksOf(a).allowed & ~masksOf(b).allowed) === 0;
