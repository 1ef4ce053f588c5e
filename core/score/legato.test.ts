import { expect, test } from '@jest/globals';
import { legatoFrom } from './legato.ts';

const at = (string: number, fret: number, finger: 0 | 1 | 2 | 3 | 4, start: number, strength: number) => {
  return { string, fret, finger, start, ticks: 240, strength };
};

test.each([
  ['a finger beyond hammers on', at(5, 7, 1, 0, 2), at(5, 9, 3, 240, 1), 'hammer'],
  ['from an open string, too', at(5, 0, 0, 0, 2), at(5, 2, 2, 240, 1), 'hammer'],
  ['one is pulled off to the finger below', at(5, 10, 4, 0, 2), at(5, 7, 1, 240, 1), 'pull'],
  ['or to the open string', at(4, 3, 3, 0, 2), at(4, 0, 0, 240, 1), 'pull'],
  ['the same finger slides', at(5, 9, 2, 0, 2), at(5, 10, 2, 240, 1), 'slide'],
  ['not so far', at(5, 5, 2, 0, 2), at(5, 9, 2, 240, 1), null],
  ['the note again is plucked', at(5, 9, 2, 0, 2), at(5, 9, 2, 240, 1), null],
  ['so is one on another string', at(5, 7, 1, 0, 2), at(4, 9, 3, 240, 1), null],
  ['one on the beat', at(5, 7, 1, 0, 1), at(5, 9, 3, 240, 2), null],
  ['one after a rest', at(5, 7, 1, 0, 2), at(5, 9, 3, 480, 1), null],
  ['and one that is out of reach', at(5, 2, 1, 0, 2), at(5, 8, 4, 240, 1), null],
] as const)('%s', (_, before, note, legato) => {
  expect(legatoFrom(before, note)).toBe(legato);
});
