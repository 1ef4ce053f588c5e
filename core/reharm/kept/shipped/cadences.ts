import { bass, endsOn, rootsBy, substitutesOn, voice } from '../claims.ts';
import { COMES_HOME, rows, SIX_EIGHT, THREE_FOUR, type Row } from './row.ts';

/** How a school colours ii–V–I, from which every area gets one. */
const SCHOOLS: readonly (readonly [string, string, string, string])[] = [
  ['dancehall', 'Dancehall', 'IIm7 | V9 | I6 | I6/9', 'ballroom floor'],
  ['afterglow', 'Afterglow', 'IIm9 | V13 | Imaj9 | Imaj9', 'after the last set'],
  ['choir-loft', 'Choir loft', 'IIm11 | V9sus4 | Imaj9 | I6/9', 'under the roof'],
  ['grit', 'Grit', 'IIm7 | V7#9 | I13 | I9', 'engine room'],
  ['open-water', 'Open water', 'IIm7 | V7sus4 | Iadd9 | Imaj7', 'wind from the side'],
];
/** Five frets for a hand, all along the neck: from where, in words too. */
const AREAS: readonly (readonly [number, number, string])[] = [
  [0, 4, 'the nut'],
  [3, 7, 'the third fret'],
  [5, 9, 'the fifth fret'],
  [8, 12, 'the eighth fret'],
  [10, 14, 'the tenth fret'],
];

/** ii–V–I in every area of the neck for every school. */
export const TWO_FIVES = rows(
  { use: 'cadence', over: ['S D T'] },
  SCHOOLS.flatMap(([id, name, chords, mood]) =>
    AREAS.map(([from, to, where]): Row => ({
      id: `two-five-${id}-${from}`,
      name: `ii–V–I, ${name}, frets ${from}–${to}`,
      over: ['S D T'],
      chords,
      mood,
      reason: `ii, V and I as ${name} has them, all within five frets from ${where} on.`,
      claims: [rootsBy(5), endsOn('1')],
      grips: { area: [from, to] },
    })),
  ),
);

export const CADENCES = rows({ use: 'cadence', over: COMES_HOME }, [
  {
    id: 'two-five-substitute',
    name: 'ii ♭II7 I',
    over: ['S D T'],
    chords: 'IIm9 | bII13 | Imaj9 | Imaj9',
    stray: 3,
    mood: 'silk',
    reason: '♭II13 stands for the dominant: the bass falls by half steps, its third and seventh are the same.',
    claims: [bass('2 b2 1 1'), substitutesOn('b2')],
  },
  {
    id: 'two-five-six-line',
    name: 'ii–V to ♭VI by line',
    over: ['S D T'],
    chords: 'IIm9 | V7b9 | bVImaj7 | Imaj9',
    isLate: true,
    stray: 3,
    mood: 'round the headland',
    reason: 'The ♭9 of the dominant stays as the root of ♭VI, and falls a half step home.',
    claims: [(chords, key) => voice('b6 b6 5')(chords.slice(1), key), endsOn('1')],
  },
  {
    id: 'two-five-minor',
    name: 'iiø–V–i',
    mode: 'minor',
    over: ['S D T'],
    chords: 'IIm7b5 | V7b9 | Im6 | Im6',
    mood: 'black coffee',
    reason: 'The ♭6 is in both iiø and V7♭9 and falls a half step home.',
    claims: [rootsBy(5), voice('b6 b6 5 5')],
  },
  {
    id: 'cadence-waltz',
    name: 'a waltz comes home',
    meter: THREE_FOUR,
    over: ['S D T'],
    chords: 'IVmaj7 | V9sus4 . V7 | I6 | Imaj7',
    mood: 'the last turn',
    reason: 'The dominant keeps its fourth for two beats, and lets it fall.',
    claims: [endsOn('1'), (chords, key) => voice('4 7')(chords.slice(1, 3), key)],
  },
  {
    id: 'cadence-waltz-minor',
    name: 'a minor waltz comes home',
    meter: THREE_FOUR,
    mode: 'minor',
    over: ['S D T'],
    chords: 'IVm6 | IIm7b5 . V7b9 | Im(add9) | Im6',
    mood: 'snow on the pier',
    reason: 'The ♭6 is in all three chords before the tonic, and falls to the fifth.',
    claims: [(chords, key) => voice('1 b6 b6')(chords.slice(0, 3), key), endsOn('1')],
  },
  {
    id: 'cadence-jig',
    name: 'a jig comes home',
    meter: SIX_EIGHT,
    chords: 'IVadd9 V9sus4 | I6/9',
    mood: 'the deck dances',
    reason: 'The fifth sounds through all three chords.',
    claims: [voice('5 5 5'), endsOn('1')],
  },
  {
    id: 'cadence-jig-minor',
    name: 'a minor jig comes home',
    meter: SIX_EIGHT,
    mode: 'minor',
    chords: 'IVm7 V7sus4 | Im',
    mood: 'boots on wood',
    reason: 'The tonic is in all three chords; the dominant stays open.',
    claims: [voice('1 1 1'), endsOn('1')],
  },
]);

/** Bars 9 to 12 of a blues. */
export const BLUES = rows(
  { use: 'blues', over: ['D S T', 'D T', 'D S T D', 'S D T', 'S D T D', 'S D T S D', 'D S T S D'], before: 'T' },
  [
    {
      id: 'blues-plain',
      name: 'bars 9–12, plain',
      chords: 'V9 | IV9 | I7 IV9 | I7 V7#9',
      mood: 'as it has always been',
      reason: 'V falls to IV, IV to the tonic; the last half bar turns back.',
      claims: [bass('5 4 1 4 1 5')],
    },
    {
      id: 'blues-two-five',
      name: 'bars 9–12 with ii–V',
      chords: 'IIm9 | V13 | IIIm7 VI7b9 | IIm9 V13',
      stray: 2,
      mood: 'uptown',
      reason: 'ii–V for V–IV, and a turnaround from iii: roots fall by fifths.',
      claims: [(chords, key) => rootsBy(5)(chords.slice(2), key), endsOn('5')],
      isLate: true,
    },
    {
      id: 'blues-half-steps',
      name: 'bars 9–12 by half steps',
      chords: 'bVI9 | V9 | I9 bIII9 | II9 bII9',
      stray: 4,
      mood: 'late, and not sorry',
      reason: '♭VI9 falls a half step to V9; from ♭III9 the ninths fall by half steps to the tonic.',
      claims: [bass('b6 5 1 b3 2 b2')],
      isLate: true,
    },
    {
      id: 'blues-minor-plain',
      name: 'bars 9–12, minor',
      mode: 'minor',
      chords: 'IIm7b5 | V7b9 | Im7 bVI9 | IIm7b5 V7#9',
      stray: 2,
      mood: 'rain again',
      reason: 'iiø–V home; then ♭VI9, a tritone from iiø, turns back.',
      claims: [bass('2 5 1 b6 2 5')],
    },
    {
      id: 'blues-minor-flat-six',
      name: 'bars 9–12, minor, from ♭VI',
      mode: 'minor',
      chords: 'bVI9 | V7#9 | Im7 IV9 | Im7 V7#9',
      stray: 2,
      mood: 'smoke',
      reason: '♭VI9 falls a half step to V7♯9, whose ♯9 is the ♭7 of home.',
      claims: [
        (chords, key) => bass('b6 5')(chords.slice(0, 2), key),
        (chords, key) => voice('b7 b7')(chords.slice(1, 3), key),
      ],
    },
  ],
);

/** A bar that leads in, and chords a half step from where one goes. */
export const PICKUPS = rows({ use: 'pickup', over: ['D', 'S D', 'T D', 'S', 'T'], next: 'T' }, [
  {
    id: 'pickup-two-five',
    name: 'ii V',
    chords: 'IIm9 V13',
    mood: 'one, two',
    reason: 'A bar of ii–V leads in.',
    claims: [rootsBy(5), endsOn('5')],
  },
  {
    id: 'pickup-flat-six',
    name: '♭VI9 V7♯9',
    chords: 'bVI9 V7#9',
    stray: 3,
    mood: 'watch the step',
    reason: '♭VI9 falls a half step to the dominant.',
    claims: [bass('b6 5')],
  },
  {
    id: 'pickup-minor',
    name: 'iiø V',
    mode: 'minor',
    chords: 'IIm7b5 V7b9',
    mood: 'one, two, softly',
    reason: 'A bar of iiø–V leads in; ♭6 is in both.',
    claims: [rootsBy(5), voice('b6 b6')],
  },
  {
    id: 'pickup-bass-up',
    name: '5 6 7 in the bass',
    chords: 'V7 . VIm7 VIIdim7',
    stray: 2,
    mood: 'up the gangplank',
    reason: 'The bass walks up the scale from the fifth to the tonic.',
    claims: [bass('5 6 7')],
  },
  {
    id: 'approach-above',
    name: 'from a half step above',
    use: 'approach',
    over: ['D'],
    chords: 'V13 bII9',
    stray: 3,
    mood: 'a side door',
    reason: 'The substitute follows its dominant: third and seventh stay, the bass falls home.',
    claims: [bass('5 b2'), substitutesOn('b2')],
  },
  {
    id: 'approach-two-frets',
    name: 'two frets in a row',
    use: 'approach',
    over: ['T', 'D'],
    chords: 'II6/9 bII6/9',
    into: 'moved',
    stray: 4,
    mood: 'sliding in',
    reason: 'One shape two frets above, then one, then home.',
    claims: [bass('2 b2')],
  },
]);
