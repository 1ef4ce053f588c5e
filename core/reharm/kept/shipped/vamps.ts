import { bass, oneKind, thread, voice } from '../claims.ts';
import { rows } from './row.ts';

/** Two chords that can go on for ever. */
export const VAMPS = rows({ use: 'vamp', over: ['T'] }, [
  {
    id: 'vamp-sunny',
    name: 'I and IV',
    chords: 'Imaj9 | IVmaj9 | Imaj9 | IVmaj9',
    mood: 'sun on the planks',
    reason: 'Two major ninths a fourth apart; 1, 3 and 5 are in both.',
    claims: [thread('1'), thread('3'), thread('5')],
  },
  {
    id: 'vamp-flat-seven',
    name: 'I and ♭VII',
    chords: 'I6/9 bVII6/9 | I6/9 bVII6/9',
    stray: 3,
    mood: 'sway',
    reason: 'One shape a whole step down and back.',
    claims: [oneKind, voice('2 2 2 2')],
  },
  {
    id: 'vamp-dorian',
    name: 'i and IV',
    mode: 'minor',
    chords: 'Im9 IV13 | Im9 IV13',
    mood: 'all night',
    reason: 'The minor tonic as a ii, and its dominant: one voice moves from ♭7 to 6.',
    claims: [voice('b7 6 b7 6'), thread('b3')],
  },
  {
    id: 'vamp-minor-steps',
    name: 'i ♭VII ♭VI ♭VII',
    mode: 'minor',
    chords: 'Im bVII | bVI bVII',
    mood: 'marching home',
    reason: 'Down two whole steps from the minor tonic and up again.',
    claims: [bass('1 b7 b6 b7')],
  },
]);

/** One shape moved. */
export const PLANED = rows({ use: 'line', over: ['T'] }, [
  {
    id: 'planed-pentatonic',
    name: 'planing on the pentatonic',
    chords: 'I7sus4 bIII7sus4 | IV7sus4 bVII7sus4',
    into: 'moved',
    stray: 4,
    mood: 'open and hard',
    reason: 'One shape without a third on degrees of the minor pentatonic.',
    claims: [oneKind, bass('1 b3 4 b7')],
  },
  {
    id: 'planed-minor-step',
    name: 'a whole step up and back',
    mode: 'minor',
    chords: 'Im7 IIm7 | Im7 IIm7',
    into: 'moved',
    stray: 2,
    mood: 'swinging out',
    reason: 'One minor seventh shape goes up a whole step and back.',
    claims: [oneKind, bass('1 2 1 2')],
  },
  {
    id: 'planed-whole-steps',
    name: 'sus by whole steps',
    chords: 'I9sus4 II9sus4 | bVII9sus4 I9sus4',
    into: 'moved',
    stray: 4,
    mood: 'no gravity',
    reason: 'One open shape a whole step above, a whole step below, and home.',
    claims: [oneKind, bass('1 2 b7 1')],
  },
]);

/** A voice that walks over a chord that is held. */
export const LINES = rows({ use: 'line', over: ['T'], into: 'line' }, [
  {
    id: 'line-down',
    name: '1 7 ♭7 6',
    chords: 'I Imaj7 | I7 I6',
    mood: 'sinking gently',
    reason: 'One voice walks down from the tonic by half steps, all others are held.',
    claims: [voice('1 7 b7 6'), thread('3'), thread('5')],
  },
  {
    id: 'line-up',
    name: '5 ♯5 6 ♭7',
    chords: 'I Iaug | I6 I7',
    mood: 'rising',
    reason: 'The fifth walks up by half steps, tonic and third are held.',
    claims: [voice('5 b6 6 b7'), thread('1'), thread('3')],
  },
  {
    id: 'line-minor',
    name: '1 7 ♭7 6 in minor',
    mode: 'minor',
    chords: 'Im Im(maj7) | Im7 Im6',
    mood: 'a lamp far off',
    reason: 'One voice walks down from the tonic by half steps, all others are held.',
    claims: [voice('1 7 b7 6'), thread('b3'), thread('5')],
  },
]);
