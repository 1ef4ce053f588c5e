import type { LineWay, Wish } from '../take/layers/wish.ts';
import { pitchName } from '../pitch/note.ts';
import { listed } from './hand.ts';
import { musical } from './music.ts';

const WAYS: Readonly<Record<LineWay, string>> = {
  falling: 'falls',
  rising: 'rises',
  still: 'stays',
  chromatic: 'goes by half steps',
};

const FINGERS = { 1: 'index', 2: 'middle', 3: 'ring', 4: 'little' } as const;

/** A wish in a few words: `the top line falls`, `in frets 5 to 9`. */
export function wishText(wish: Wish): string {
  switch (wish.kind) {
    case 'top':
      return `the top line ${WAYS[wish.way]}`;
    case 'bass':
      return `the bass ${WAYS[wish.way]}`;
    case 'contrary':
      return 'outer voices in contrary motion';
    case 'thread':
      return `${musical(pitchName(wish.pitch))} sounds on`;
    case 'area':
      return `in frets ${wish.from} to ${wish.to}`;
    case 'strings':
      return `on string${wish.strings.length > 1 ? 's' : ''} ${listed(wish.strings.map(String))}`;
    case 'notes':
      return `${wish.count} notes`;
    case 'finger':
      return `the ${FINGERS[wish.finger]} finger rests`;
    case 'arrive':
      return `arrives at ${wish.grip}`;
    case 'family':
      return wish.family;
  }
}
