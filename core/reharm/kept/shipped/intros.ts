import { bass, endsOn, rootsBy, shares, thread } from '../claims.ts';
import { HOME_AND_ROUND, rows } from './row.ts';

/** Four bars before the tune: each leaves the ear at the door of the tonic. */
export const INTROS = rows({ use: 'intro', over: HOME_AND_ROUND, before: 'start', next: 'T' }, [
  {
    id: 'intro-rounds',
    name: 'twice round',
    chords: 'Imaj9 VI7b9 | IIm9 V13 | IIIm7 VI7b9 | IIm9 V7b9',
    stray: 2,
    mood: 'coming round the bend',
    reason: 'Roots fall by fifths, round and round, the second time from iii, and stop before the tonic.',
    claims: [
      endsOn('5'),
      (chords, key) => rootsBy(5)(chords.slice(1, 4), key),
      (chords, key) => rootsBy(5)(chords.slice(4), key),
    ],
  },
  {
    id: 'intro-dominant-pedal',
    name: 'over the fifth',
    chords: 'Imaj7/5 | IIm7/11 | bVImaj7/7 | V9sus4',
    stray: 2,
    mood: 'waiting for the bell',
    reason: 'The fifth stays in the bass under four chords, the third of them lent by the minor.',
    claims: [bass('5 5 5 5')],
  },
  {
    id: 'intro-bass-down',
    name: 'down the stairs',
    chords: 'I I/7 | VIm7 VIm7/b7 | IVmaj7 I/3 | IIm7 V9sus4',
    mood: 'easy on the rail',
    reason: 'The bass goes down the scale from the tonic to the second, and the dominant is left open.',
    claims: [bass('1 7 6 5 4 3 2 5')],
  },
  {
    id: 'intro-thread',
    name: 'one note kept',
    chords: 'Iadd9 | IVmaj9 | VIm11 | V9sus4',
    mood: 'wide water',
    reason: 'The fifth and the tonic sound in all four chords; everything else moves under them.',
    claims: [thread('5'), thread('1'), shares(2)],
  },
  {
    id: 'intro-backdoor',
    name: 'by the back door',
    chords: 'Imaj9 bVII9 | Imaj9 bVII9 | IVm6 bVII9 | Imaj9 V9sus4',
    stray: 3,
    mood: 'lights on the far bank',
    reason: 'The ♭VII9 comes back to the tonic from below; its chords are those of the minor iv.',
    claims: [endsOn('5'), (chords, key) => shares(4)(chords.slice(4, 6), key)],
  },
  {
    id: 'intro-minor-stairs',
    name: 'down the minor stairs',
    mode: 'minor',
    chords: 'Im Im/b7 | bVImaj7 V7b9 | Im Im/b7 | bVImaj7 V7b9',
    mood: 'night crossing',
    reason: 'The bass falls 1, ♭7, ♭6, 5, twice; the last step is the half step onto the dominant.',
    claims: [bass('1 b7 b6 5 1 b7 b6 5')],
  },
  {
    id: 'intro-minor-lent',
    name: 'out of the fog',
    mode: 'minor',
    chords: 'Im(add9) | bVImaj7 | IIm7b5 | V7b9',
    mood: 'out of the fog',
    reason: 'Each chord keeps two notes at least of the one before, and the fourth degree waits in the last two.',
    claims: [
      endsOn('5'),
      (chords, key) => shares(2)(chords.slice(1), key),
      (chords, key) => thread('4')(chords.slice(2), key),
    ],
  },
]);
