import { leadsUp } from '../../../chord/kind.ts';
import { pitchClass } from '../../../pitch/note.ts';
import { bass, MAJOR_SCALE, SIXTH_DIMINISHED, voice, within, type Claim } from '../claims.ts';
import { rows, type ShippedMove } from './row.ts';

/** Eight steps over a chord that is held: each voice goes along one scale. */
const LADDERS_FROM_BELOW = rows({ use: 'ladder', over: ['T'], stray: 2 }, [
  {
    id: 'ladder-major-up',
    name: 'sixth-diminished, up',
    chords: 'I6 IIdim7 I6/3 IVdim7 | I6/5 bVIdim7 I6/6 VIIdim7',
    into: 'top-rises',
    mood: 'strolling',
    reason: 'Inversions of the sixth chord and the diminished chord of its dominant by turns: the scale of eight.',
    claims: [bass(SIXTH_DIMINISHED.major), within(SIXTH_DIMINISHED.major)],
  },
  {
    id: 'ladder-major-down',
    name: 'sixth-diminished, down',
    chords: 'I6 VIIdim7 I6/6 bVIdim7 | I6/5 IVdim7 I6/3 IIdim7',
    into: 'top-falls',
    mood: 'strolling back',
    reason: 'The same ladder from the top: the sixth chord on every other step.',
    claims: [bass('1 7 6 b6 5 4 3 2'), within(SIXTH_DIMINISHED.major)],
  },
  {
    id: 'ladder-minor-up',
    name: 'minor sixth-diminished, up',
    mode: 'minor',
    chords: 'Im6 IIdim7 Im6/b3 IVdim7 | Im6/5 bVIdim7 Im6/6 VIIdim7',
    into: 'top-rises',
    mood: 'up the dark stairs',
    reason: 'The minor sixth chord and the diminished chord of its dominant by turns: the minor scale of eight.',
    claims: [bass(SIXTH_DIMINISHED.minor), within(SIXTH_DIMINISHED.minor)],
  },
  {
    id: 'ladder-minor-down',
    name: 'minor sixth-diminished, down',
    mode: 'minor',
    chords: 'Im6 VIIdim7 Im6/6 bVIdim7 | Im6/5 IVdim7 Im6/b3 IIdim7',
    into: 'top-falls',
    mood: 'down the dark stairs',
    reason: 'The same ladder from the top: the minor sixth chord on every other step.',
    claims: [bass('1 7 6 b6 5 4 b3 2'), within(SIXTH_DIMINISHED.minor)],
  },
  {
    id: 'ladder-drop-two',
    name: 'the scale in drop 2',
    chords: 'Imaj7 IIm7 IIIm7 IVmaj7 | V7 VIm7 VIIm7b5 Imaj7',
    into: 'top-rises',
    grips: { family: 'drop 2' },
    mood: 'every step of the gangway',
    reason: 'The sevenths of the key on every step, in one family of shapes.',
    claims: [bass(`${MAJOR_SCALE} 1`), within(MAJOR_SCALE)],
  },
  {
    id: 'ladder-sixths',
    name: 'the scale in sixths',
    chords: 'I IIm IIIm IV | V VIm VIIdim I',
    grips: { texture: 'sixths', rises: 'top' },
    mood: 'two abreast',
    reason: 'Two notes of each triad a sixth apart; the upper one goes up.',
    claims: [bass(`${MAJOR_SCALE} 1`), within(MAJOR_SCALE)],
  },
  {
    id: 'ladder-tenths',
    name: 'the scale in tenths',
    chords: 'I IIm IIIm IV | V VIm VIIdim I',
    grips: { texture: 'tenths', rises: 'bass' },
    mood: 'a long stride',
    reason: 'Two notes of each triad a tenth apart; the bass goes up.',
    claims: [bass(`${MAJOR_SCALE} 1`), within(MAJOR_SCALE)],
  },
  {
    id: 'ladder-fourths',
    name: 'fourths along the scale',
    mode: 'minor',
    chords: 'I7sus4 II7sus4 | bIII6/9 II7sus4',
    grips: { family: 'quartal, mixed' },
    mood: 'steel and glass',
    stray: 3,
    reason: 'Stacks of fourths go two steps up the Dorian scale and back.',
    claims: [within('1 2 b3 4 5 6 b7'), bass('1 2 b3 2')],
  },
  {
    id: 'ladder-two',
    name: 'a ii walks up and back',
    over: ['S'],
    chords: 'IIm7 IIIm7 | IVmaj7 IIIm7',
    mood: 'a turn on deck',
    reason: 'The ii goes up the scale to IV and back by step, in the shape that stands.',
    claims: [bass('2 3 4 3'), within(MAJOR_SCALE)],
  },
  {
    id: 'ladder-inversions',
    name: 'through its inversions',
    chords: 'I6 I6/3 | I6/5 I6/6',
    into: 'top-rises',
    stray: 1,
    mood: 'taller and taller',
    reason: 'The tonic climbs through its four inversions, nothing else sounds.',
    claims: [bass('1 3 5 6'), within('1 3 5 6'), voice('1 1 1 1')],
  },
]);

/** The inversions a ladder of eight steps can be entered from, so that one lies by step from what comes before. */
const ENTRIES: readonly (readonly [number, string, string])[] = [
  [2, 'third', 'from the third'],
  [4, 'fifth', 'from the fifth'],
  [6, 'sixth', 'from the sixth'],
];

/** Every other chord is the tonic's sixth, the others diminished. */
const alternates: Claim = (chords, { tonic }) =>
  chords.every(({ root, kind }, i) => (i % 2 === 0 ? pitchClass(root) === pitchClass(tonic) : leadsUp(kind)));

/** A ladder that begins some steps further on, and goes through all eight all the same. */
function enteredAt(ladder: ShippedMove, [steps, id, words]: (typeof ENTRIES)[number]): ShippedMove {
  const chords = ladder.chords.replace(' | ', ' ').split(' ');
  const at = ladder.into === 'top-rises' ? steps : chords.length - steps;
  const turned = [...chords.slice(at), ...chords.slice(0, at)];
  return {
    ...ladder,
    id: `${ladder.id}-${id}`,
    name: `${ladder.name}, ${words}`,
    chords: `${turned.slice(0, 4).join(' ')} | ${turned.slice(4).join(' ')}`,
    claims: [within(SIXTH_DIMINISHED[ladder.mode]), alternates],
  };
}

export const LADDERS: readonly ShippedMove[] = LADDERS_FROM_BELOW.flatMap((ladder) =>
  /^ladder-(major|minor)-(up|down)$/.test(ladder.id)
    ? [ladder, ...ENTRIES.map((entry) => enteredAt(ladder, entry))]
    : [ladder],
);
