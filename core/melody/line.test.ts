import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { lineText, parseLine } from './line.ts';

const BAR = 1920;
const told = (text: string, ticks = BAR, near = 71) => {
  const line = parseLine(text, ticks, near);
  if (!line.ok) return line.problems.map(({ code }) => code);
  return line.value.map(({ tick, ticks: long, pitch, spelling }) => [tick, long, pitch, spelling]);
};

test.each<[string, number, ReturnType<typeof told>]>([
  [
    'E5 D5 C5 B4',
    BAR,
    [
      [0, 480, 76, 'E'],
      [480, 480, 74, 'D'],
      [960, 480, 72, 'C'],
      [1440, 480, 71, 'B'],
    ],
  ],
  // Without an octave the nearest one.
  [
    'C D',
    BAR,
    [
      [0, 960, 72, 'C'],
      [960, 960, 74, 'D'],
    ],
  ],
  [
    'b a - g',
    BAR,
    [
      [0, 480, 71, 'B'],
      [480, 960, 69, 'A'],
      [1440, 480, 67, 'G'],
    ],
  ],
  ['E♭5 z', BAR, [[0, 960, 75, 'Eb']]],
  [
    'A4 | Bb4',
    2 * BAR,
    [
      [0, BAR, 69, 'A'],
      [BAR, BAR, 70, 'Bb'],
    ],
  ],
])('%s is a line', (text, ticks, notes) => {
  expect(told(text, ticks)).toEqual(notes);
});

test.each([
  ['', 'line-empty'],
  ['z z', 'line-empty'],
  ['H4 C', 'line-note'],
  ['- C5', 'line-hold'],
  ['C5 z - D', 'line-hold'],
  ['C D E F G A B', 'line-shares'],
  // It would be a whole number of ticks, and no length that one counts.
  ['C D E F G', 'line-shares'],
  [Array.from({ length: 32 }, () => 'C5').join(' '), 'line-shares'],
])('“%s” is none, and it is said why', (text, code) => {
  expect(told(text)).toEqual([code]);
});

test('how many notes would fit is said', () => {
  const line = parseLine('C D E F G A B', BAR, 71);
  expect(!line.ok && line.problems[0]!.args).toEqual({ count: 7, text: '6 or 8' });
});

test('a line is told as it could be typed', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(1, 2, 3, 4, 6, 8),
      fc.array(fc.constantFrom('E5', 'D5', 'C#5', 'Bb4', '-', 'z'), { minLength: 8, maxLength: 8 }),
      (count, all) => {
        // Nothing is held after a rest, however long.
        const text = ['A4', ...all]
          .slice(0, count)
          .join(' ')
          .replaceAll(/z( -)+/g, (rest) => rest.replaceAll('-', 'z'));
        const line = parseLine(text, BAR, 71);
        if (!line.ok) throw new Error(text);
        const again = parseLine(lineText(line.value, BAR), BAR, 40);
        expect(again).toEqual(line);
      },
    ),
  );
});
