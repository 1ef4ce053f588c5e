/* Delays of the tonic, turnarounds and endings: degrees of the key over a span, as players know them. */
import { symbolOf, type Chord } from '../../chord/chord.ts';
import { pitchClass } from '../../pitch/note.ts';
import type { Role } from '../role.ts';
import { degreeChord, found, isTonic, kept, shared, type Move } from './move.ts';
import type { Bond } from './bond.ts';
import type { Stray } from './groups.ts';
import type { Span } from './span.ts';

/** What a chord written by its degree is in the key, for its colours. */
const ROLES: Readonly<Record<string, Role>> = {
  I6: 'I',
  Imaj7: 'I',
  Im6: 'i',
  Im7: 'i',
  IIm7: 'ii',
  IIm7b5: 'iio',
  IIm11: 'ii',
  bII7: 'substitute',
  'bII7#11': 'substitute',
  bIImaj7: 'borrowed-major',
  bIII7: 'substitute',
  'bIII7#11': 'substitute',
  bIIIdim7: 'dim',
  bIIImaj7: 'borrowed-major',
  IIIm7: 'iii',
  IIIm11: 'iii',
  IVm6: 'iv-borrowed',
  bVImaj7: 'borrowed-major',
  bVI7: 'substitute',
  VIm7: 'vi',
  VIm7b5: 'vio',
  VI7: 'V-of-ii',
  V7: 'V',
  V7b9: 'V-minor',
  bVII7: 'backdoor',
};
const asDegree = ({ key }: Span, text: string): readonly [Chord, Role | null] => [
  degreeChord(key, text),
  ROLES[text] ?? null,
];

/** Columns: id, what comes first, stray. The dominant before it must really be there. */
const DELAYS: readonly (readonly [string, 'major' | 'minor', string, Stray])[] = [
  ['delay-iii', 'major', 'IIIm7', 2],
  ['delay-vi', 'major', 'VIm7', 2],
  ['delay-bVI', 'major', 'bVImaj7', 3],
  ['delay-bII', 'major', 'bIImaj7', 3],
  ['delay-minor-bVI', 'minor', 'bVImaj7', 2],
  ['delay-minor-bII', 'minor', 'bIImaj7', 3],
];

export const DELAY_MOVES: readonly Move[] = DELAYS.map(([id, mode, first, stray]): Move => ({
  id,
  group: 'delay',
  name: 'delayed tonic',
  reason: 'The dominant goes to {new} first, and then home.',
  mood: 'not yet',
  stray,
  find: (span) => {
    const { here, prev, single, minor } = span;
    if (!single || !isTonic(here) || minor !== (mode === 'minor')) return [];
    if (!prev || prev.degree !== 7 || prev.family === 'minor') return [];
    const chord = asDegree(span, first);
    return found(shared(span, [chord, kept(span)]), { new: symbolOf(chord[0]) });
  },
  // The dominant, its substitute or the backdoor.
  needsPrev: ({ parts }, prev) =>
    prev !== null && [7, 1, 10].includes((pitchClass(prev.root) - pitchClass(parts.at(-1)!.chord.root) + 12) % 12),
}));

/** Columns: id, mode, the chords by degree, name, mood, stray, why. */
const TURNAROUNDS: readonly (readonly [string, 'major' | 'minor', string, string, string, Stray])[] = [
  ['turnaround-1625', 'major', 'I6 VIm7 IIm7 V7', 'the plain one: roots fall by fifths', 'coming round', 1],
  ['turnaround-1625-dominant', 'major', 'I6 VI7 IIm7 V7', 'VI7 leans into ii', 'coming round with a push', 2],
  ['turnaround-3625', 'major', 'IIIm7 VI7 IIm7 V7', 'iii7 is the tonic without its root', 'already on the way', 2],
  [
    'turnaround-flat-three-dim',
    'major',
    'I6 bIIIdim7 IIm7 V7',
    'the bass falls by half steps to ii',
    'old and easy',
    2,
  ],
  [
    'turnaround-lent',
    'major',
    'Imaj7 bIIImaj7 bVImaj7 bIImaj7',
    'major sevenths lent by the minor, roots in fourths',
    'out over open water',
    4,
  ],
  [
    'turnaround-substitutes',
    'major',
    'IIIm7 bIII7 IIm7 bII7',
    'substitutes for VI7 and V7: the bass falls by half steps',
    'silk',
    3,
  ],
  [
    'turnaround-still-top',
    'major',
    'IIIm11 bIII7#11 IIm11 bII7#11',
    'the two top notes stay over each half step of the bass, and fall a whole step once',
    'candles',
    3,
  ],
  ['turnaround-from-flat-six', 'major', 'bVI7 V7', '♭VI7 falls a half step to V7', 'a dark start', 3],
  ['turnaround-minor', 'minor', 'Im7 VIm7b5 IIm7b5 V7b9', 'roots fall by fifths in minor', 'round the bend', 1],
  ['turnaround-minor-flat-six', 'minor', 'Im7 bVI7 V7b9', '♭VI7 falls a half step to V', 'a hard turn', 2],
  ['turnaround-minor-lent', 'minor', 'Im7 bIIImaj7 bVImaj7 V7b9', 'the minor’s own major sevenths', 'wide', 2],
];
const ENDINGS: typeof TURNAROUNDS = [
  ['ending-flat-six-seven', 'major', 'bVImaj7 bVII7 I6', 'up by whole steps into the tonic', 'a curtain rising', 3],
  ['ending-minor-plagal', 'major', 'IVm6 I6', 'the minor iv sighs into the tonic', 'good night', 2],
  ['ending-flat-two', 'major', 'bIImaj7 Imaj7', 'a half step down at the last moment', 'a last wink', 3],
  ['ending-minor-flat-two', 'minor', 'bIImaj7 Im6', 'a half step down at the last moment', 'a last wink', 3],
];

/** How the chords of some go on: two top notes that stay over a half step of the bass, and then fall. */
const GOES_ON: Readonly<Record<string, readonly Bond[]>> = {
  'turnaround-still-top': ['top-pair', 'pair-falls', 'top-pair'],
};

const intoOf = (id: string, i: number): { readonly into?: Bond } => {
  const into = GOES_ON[id]?.[i];
  return into ? { into } : {};
};

export const TURNAROUND_MOVES: readonly Move[] = [
  ...[...TURNAROUNDS, ...ENDINGS].map(([id, mode, text, why, mood, stray]): Move => ({
    id,
    group: 'turnaround',
    name: id.startsWith('ending') ? 'ending' : 'turnaround',
    reason: `{new}: ${why}.`,
    mood,
    stray,
    find: (span) => {
      const { here, next, single, minor } = span;
      if (!single || !isTonic(here) || minor !== (mode === 'minor')) return [];
      // An ending ends; a turnaround turns back to the tonic, or to the start.
      if (id.startsWith('ending') ? next !== null : next !== null && !isTonic(next)) return [];
      const chords = text.split(' ').map((degree) => asDegree(span, degree));
      const parts = shared(span, chords)?.map((part, i) => ({ ...part, ...intoOf(id, i) })) ?? null;
      return found(parts, { new: chords.map(([chord]) => symbolOf(chord)).join(' ') });
    },
  })),
];
