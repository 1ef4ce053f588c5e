import { pitchName } from '../pitch/note.ts';
import type { NoteWay } from '../take/layers/note.ts';
import type { Finger } from '../neck/hold.ts';
import type { Midi } from '../pitch/pitch.ts';
import type { PlayedNote, RingingString } from '../score/chord-melody.ts';
import type { Legato } from '../score/legato.ts';
import { musical } from './music.ts';

/** How a note of the tune is played, as it is chosen; and where it is not, what is missing. */
export const NOTE_WAY_WORDS: Readonly<Record<NoteWay, { readonly name: string; readonly lacks: string }>> = {
  carried: { name: 'a grip', lacks: 'no grip carries it' },
  bass: { name: 'a grip with its bass', lacks: 'no grip under it has the bass lowest' },
  'bass-before': { name: 'bass before the beat', lacks: 'no bass is in reach' },
  'bass-after': { name: 'bass after the beat', lacks: 'no bass is in reach' },
  two: { name: 'two voices', lacks: 'no grip of two notes has it on top' },
  octave: { name: 'octaves', lacks: 'its octave is not in reach' },
  moved: { name: 'the next grip, moved', lacks: 'it does not step on to a note that gets a grip' },
  diminished: {
    name: 'a passing diminished',
    lacks: 'no diminished seventh under it steps on to a note that gets a grip',
  },
  free: { name: 'single', lacks: 'it is not on the neck' },
};

const FINGERS: Readonly<Record<string, string>> = {
  0: 'open',
  1: 'index',
  2: 'middle',
  3: 'ring',
  4: 'little',
  T: 'thumb',
};

const LEGATO_WORDS: Readonly<Record<Legato, string>> = {
  hammer: 'hammered on',
  pull: 'pulled off',
  slide: 'slid to',
};

const placeText = (string: number, fret: number, finger: Finger, strings: number): string =>
  `string ${strings - string}${fret === 0 ? ', open' : ` at fret ${fret}, ${FINGERS[finger]!}`}`;

/** Where a note of the tune is played: `D5 on string 1 at fret 10, little`. */
export function playedNoteText({ pitch, string, fret, finger, how, legato }: PlayedNote, strings: number): string {
  const at = placeText(string, fret, finger, strings);
  return `${musical(pitchName(pitch))} on ${at}${how === 'alone' ? ', alone' : legato ? `, ${LEGATO_WORDS[legato]}` : ''}`;
}

/** Where a bass off the beat is played: `the bass A2 on string 5, open`. */
export const playedBassText = ({ string, fret, finger }: RingingString, open: readonly Midi[]): string =>
  `the bass ${musical(pitchName(open[string]! + fret))} on ${placeText(string, fret, finger, open.length)}`;

const FEW = 3;

/** Why the tune's note has the grip it has: `B4 lies on string 1, under 41 grips; this one keeps two fingers.` */
export function carriedText(
  { string, count }: { readonly string: number; readonly count: number },
  note: string,
  { strings, stay }: { readonly strings: number; readonly stay: number },
): string {
  const choice = count === 1 ? 'the only grip is this' : `${count <= FEW ? 'only ' : ''}${count} grips`;
  const kept = stay === 0 ? '' : `; this one keeps ${COUNTS[stay] ?? stay} ${stay === 1 ? 'finger' : 'fingers'} down`;
  return `${musical(note)} on string ${strings - string}: ${choice}${kept}.`;
}
const COUNTS = ['no', 'one', 'two', 'three', 'four'] as const;
