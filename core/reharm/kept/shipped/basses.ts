import { bass, thread } from '../claims.ts';
import { HOME_AND_ROUND, rows } from './row.ts';

/** Basses that walk under plain chords, and basses that stay. */
export const BASSES = rows({ use: 'line', over: HOME_AND_ROUND }, [
  {
    id: 'bass-scale-down',
    name: 'down the scale',
    chords: 'I V/3 | VIm IIIm/b3 | IV I/3 | IIm7 V7',
    mood: 'a procession',
    reason: 'The bass goes down the scale from the tonic to the second under plain triads.',
    claims: [bass('1 7 6 5 4 3 2 5')],
  },
  {
    id: 'bass-half-steps-down',
    name: 'down by half steps',
    chords: 'I Imaj7/7 | I7/b7 IV/3 | IVm/b3 I/5 | V9sus4 V7',
    stray: 2,
    mood: 'settling',
    reason: 'The bass falls 1, 7, ♭7, 6, ♭6, 5 by half steps, and the fifth waits for the tonic.',
    claims: [bass('1 7 b7 6 b6 5 5 5')],
  },
  {
    id: 'bass-scale-up',
    name: 'up the scale',
    chords: 'I IIm7 | I/3 IVmaj7 | #IVdim7 I/5 | V9sus4 V7',
    stray: 2,
    mood: 'up on deck',
    reason: 'The bass goes up the scale to IV, then by half steps to the fifth.',
    claims: [bass('1 2 3 4 #4 5 5 5')],
  },
  {
    id: 'bass-half-steps-up',
    name: 'up by half steps',
    chords: 'I6 #Idim7 | IIm7 #IIdim7 | I/3 IVmaj7 | #IVdim7 V7',
    stray: 2,
    mood: 'tightening the rope',
    reason: 'Diminished chords fill the whole steps: the bass rises by half steps up to 3, and from 4 to 5.',
    claims: [bass('1 b2 2 b3 3 4 #4 5')],
  },
  {
    id: 'bass-minor-down',
    name: 'down from the minor tonic',
    mode: 'minor',
    chords: 'Im Im/b7 | IVm/b3 Im/5 | IVm7 Im/b3 | IIm7b5 V7b9',
    mood: 'down to the boiler room',
    reason: 'The bass goes down the minor scale from the tonic to the second.',
    claims: [bass('1 b7 b6 5 4 b3 2 5')],
  },
  {
    id: 'bass-minor-half-steps',
    name: 'down by half steps, in minor',
    mode: 'minor',
    chords: 'Im V7/3 | Im7/b7 IV7/3 | bVImaj7 Im/5 | IIm7b5 V7b9',
    stray: 2,
    mood: 'rain on the glass',
    reason: 'The bass falls 1, 7, ♭7, 6, ♭6, 5 by half steps.',
    claims: [bass('1 7 b7 6 b6 5 2 5')],
  },
]);

export const PEDALS = rows({ use: 'pedal', over: ['T', 'T S T', 'T D T', 'T S D T', 'T S D'] }, [
  {
    id: 'pedal-tonic',
    name: 'over the tonic',
    chords: 'Iadd9 | IV/5 | V/11 | Iadd9',
    mood: 'at anchor',
    reason: 'IV and V pass over a bass that stays on the tonic.',
    claims: [bass('1 1 1 1'), thread('1')],
  },
  {
    id: 'pedal-dominant',
    name: 'over the dominant',
    over: ['D', 'S D', 'T S D', 'T D', 'D T D'],
    chords: 'I/5 | IIm7/11 | IV/2 | V13',
    next: 'T',
    stray: 2,
    mood: 'holding one’s breath',
    reason: 'Four chords of the key over the fifth, the dominant last.',
    claims: [bass('5 5 5 5')],
  },
  {
    id: 'pedal-minor',
    name: 'over the minor tonic',
    mode: 'minor',
    chords: 'Im(add9) | bVI/3 | bVII/2 | Im(add9)',
    mood: 'a far drum',
    reason: '♭VI and ♭VII pass over a bass that stays on the tonic.',
    claims: [bass('1 1 1 1')],
  },
]);
