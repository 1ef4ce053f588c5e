import { expect, test } from '@jest/globals';
import { parseChart } from './parse.ts';
import { writeOut } from './played.ts';
import { wordsUnder } from './words.ts';

const wordsIn = (text: string) => {
  const chart = parseChart(text);
  if (!chart.ok) throw new Error(JSON.stringify(chart.problems));
  return writeOut(chart.value).map((slot) => wordsUnder(chart.value, slot));
};

test.each([
  ['each chord has its own', '| C F | G |\n> Slow ~ the | river', ['Slow', 'the', 'river']],
  [
    'a verse a time, after the last one that again',
    '|: C | G {x3} :|\n> one | two\n> three | four',
    ['one', 'two', 'three', 'four', 'three', 'four'],
  ],
  ['none where none are', '| C F | G |\n> Slow', ['Slow', '', '']],
])('words under chords: %s', (_, text, expected) => {
  expect(wordsIn(`key: C\n${text}`)).toEqual(expected);
});
