import { outsideDegree, type Chord } from '../chord/chord.ts';
import { familyOf, tonesOf, type Kind } from '../chord/kind.ts';
import { semitones, type Degree } from '../pitch/degree.ts';
import { pitchClass } from '../pitch/note.ts';
import type { PitchClass } from '../pitch/pitch.ts';
import { holdsNote } from '../reading/place.ts';
import { colourKinds } from './colours.ts';
import { fallsAFifth, type ColourContext } from './grates.ts';

/** Why a melody's note clashes with the chord under it. */
export type NoteClash =
  | 'root-on-major-seventh'
  | 'third-on-suspension'
  | 'eleven-on-third'
  | 'thirteen-on-minor'
  | 'other-third'
  | 'other-seventh'
  | 'other-tension'
  | 'leans-on-nothing'
  | 'half-step-above'
  | 'outside-key';
/** Why it agrees. */
export type NoteAccord = 'chord-tone' | 'bass-note' | 'usual' | 'resolving' | 'care' | 'in-key';

/** What a note is over a chord. */
export type Verdict =
  | {
      readonly verdict: 'tone' | 'tension';
      readonly reason: NoteAccord;
      readonly degree: Degree;
      readonly against: null;
    }
  | {
      readonly verdict: 'clash';
      readonly reason: NoteClash;
      readonly degree: Degree;
      /** The degree of the chord that it grates with, where it is one. */
      readonly against: Degree | null;
    };

interface Over {
  readonly above: number;
  readonly kind: Kind;
  readonly leans: boolean;
  readonly has: (degree: Degree) => boolean;
}

/** What of the chord as it stands a note fights, whatever the key allows (common practice): the first that holds. */
const FIGHTS: readonly (readonly [NoteClash, (of: Over) => Degree | false])[] = [
  // A half step above the seventh, on the note the ear takes for home: use 6 or 6/9.
  ['root-on-major-seventh', ({ above, has }) => above === 0 && has('7') && '7'],
  // The note that the suspension keeps away.
  ['third-on-suspension', ({ above, kind }) => above === 4 && kind.third === '4' && '4'],
  // A minor ninth above the third.
  ['eleven-on-third', ({ above, has }) => above === 5 && has('3') && '3'],
  // A tritone with the ♭3: the chord begins to sound as its own dominant.
  ['thirteen-on-minor', ({ above, has }) => above === 9 && has('b3') && has('b7') && 'b3'],
  // Major against minor; over a dominant the higher of the two is its ♯9.
  [
    'other-third',
    ({ above, has }) => (above === 4 && has('b3') && 'b3') || (above === 3 && has('3') && !has('b7') && '3'),
  ],
  ['other-seventh', ({ above, has }) => (above === 11 && has('b7') && 'b7') || (above === 10 && has('7') && '7')],
  // The chord has the same tension, otherwise altered.
  [
    'other-tension',
    ({ above, has }) =>
      (above === 2 && ((has('b9') && 'b9') || (has('#9') && has('3') && '#9'))) ||
      ((above === 1 || (above === 3 && has('3'))) && has('9') && '9') ||
      (above === 8 && has('13') && '13') ||
      (above === 9 && has('b13') && 'b13'),
  ],
  // Altered tensions ask for the chord a fifth below.
  [
    'leans-on-nothing',
    ({ above, kind, leans, has }) => {
      const against: Degree | undefined = ({ 1: '1', 3: has('3') ? '3' : undefined, 8: '5' } as const)[above];
      return familyOf(kind) === 'dominant' && !leans && against !== undefined && against;
    },
  ],
];

/**
 * What a pitch class is over a chord in its place in the key: a tone of it; a tension, where some colour that is open to the chord
 * there (colours.ts) has it; else a clash, with what it grates against.
 */
export function noteOver(chord: Chord, pc: PitchClass, context: ColourContext): Verdict {
  const above = (pc - pitchClass(chord.root) + 12) % 12;
  const tones = tonesOf(chord.kind);
  const has = (degree: Degree) => tones.includes(degree);
  const tone = tones.find((degree) => semitones(degree) === above);
  const degree = tone ?? outsideDegree(chord, pc);
  const over: Over = { above, kind: chord.kind, leans: fallsAFifth(chord, context.next), has };
  const open = tone === undefined ? openAs(chord, above, context) : null;
  for (const [reason, against] of tone !== undefined && above !== 0 ? [] : FIGHTS) {
    const found = against(over);
    // What the place in the key has, it has: a backdoor's ♯11, a blues' ♯9.
    const isHome = reason === 'leans-on-nothing' && open === 'usual';
    if (found && !isHome) return { verdict: 'clash', reason, degree, against: found };
  }
  if (tone !== undefined) return { verdict: 'tone', reason: 'chord-tone', degree, against: null };
  if (chord.bass !== null && pitchClass(chord.bass) === pc)
    return { verdict: 'tone', reason: 'bass-note', degree, against: null };
  if (open) return { verdict: 'tension', reason: open, degree, against: null };
  const below = tones.find((one) => (semitones(one) + 1) % 12 === above);
  if (below !== undefined) return { verdict: 'clash', reason: 'half-step-above', degree, against: below };
  return holdsNote(context.key, pc)
    ? { verdict: 'tension', reason: 'in-key', degree, against: null }
    : { verdict: 'clash', reason: 'outside-key', degree, against: null };
}

/** By what colour open to the chord the note is one of its tones: the steadiest. A sus or another third is another matter. */
function openAs(chord: Chord, above: number, context: ColourContext): 'usual' | 'resolving' | 'care' | null {
  for (const [group, kind] of colourKinds(chord, context))
    if (
      (group === 'usual' || group === 'resolving' || group === 'care') &&
      kind.third === chord.kind.third &&
      tonesOf(kind).some((degree) => semitones(degree) === above)
    )
      return group;
  return null;
}
