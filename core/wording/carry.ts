import { pitchName } from '../pitch/note.ts';
import type { PlayedNote } from '../score/chord-melody.ts';
import { musical } from './music.ts';

const FINGERS: Readonly<Record<string, string>> = {
  0: 'open',
  1: 'index',
  2: 'middle',
  3: 'ring',
  4: 'little',
  T: 'thumb',
};

/** Where a note of the tune is played: `D5 on string 1 at fret 10, little finger`. */
export function playedNoteText({ pitch, string, fret, finger, how }: PlayedNote, strings: number): string {
  const where = `string ${strings - string}`;
  const at = fret === 0 ? `${where}, open` : `${where} at fret ${fret}, ${FINGERS[finger]!}`;
  return `${musical(pitchName(pitch))} on ${at}${how === 'alone' ? ', alone' : ''}`;
}
