import { describe, expect, test } from '@jest/globals';
import { keysOfMode } from '../chart/transpose.ts';
import { pitchClass } from '../pitch/note.ts';
import { movedCells } from './moved.ts';
import { rangeOf } from './range.ts';
import type { MelodyCells } from './stave.ts';

const note = (pitch: number, spelling: string) => ({ tick: 0, ticks: 480, pitch, spelling, tied: false });
const CELLS: MelodyCells = { a: [note(66, 'F#'), note(65, 'F')], 'b/2': [note(71, 'B')] };

describe('a melody goes along with its tune', () => {
  test('by the interval of the keys, spelled as they are', () => {
    expect(movedCells(CELLS, 'D', 'F', 3)).toEqual({ a: [note(69, 'A'), note(68, 'Ab')], 'b/2': [note(74, 'D')] });
    expect(movedCells(CELLS, 'D', 'Db', -1)).toMatchObject({ a: [note(65, 'F'), note(64, 'Fb')] });
    expect(movedCells(CELLS, 'D', 'D', 12)).toMatchObject({ a: [note(78, 'F#'), note(77, 'F')] });
  });
  test('into every key and back it is what it was, but for names of double accidentals', () => {
    for (const { tonic } of keysOfMode({ mode: 'major' })) {
      const up = (pitchClass(tonic) - 2 + 12) % 12;
      const there = movedCells(CELLS, 'D', tonic, up) as MelodyCells;
      const back = movedCells(there, tonic, 'D', -up) as MelodyCells;
      expect(back.a!.map(({ pitch }) => pitch)).toEqual([66, 65]);
    }
  });
  test('a note that would leave the world stays', () => {
    expect(movedCells({ a: [note(125, 'F')] }, 'C', 'C', 12)).toEqual({ a: [note(125, 'F')] });
  });
});

test('a range, and where most of the time lies', () => {
  const sung = [
    { pitch: 60, ticks: 120 },
    { pitch: 64, ticks: 1920 },
    { pitch: 67, ticks: 1920 },
    { pitch: 76, ticks: 120 },
  ];
  expect(rangeOf(sung)).toEqual({ low: 60, high: 76, from: 64, to: 67 });
  expect(rangeOf([])).toBeNull();
});
