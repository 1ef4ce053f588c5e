import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { parseChart } from '../chart/parse.ts';
import { playedOrder } from '../chart/form.ts';
import type { Bar } from '../chart/chart.ts';
import { sheetForm, type FormBar } from './form.ts';

const barsOf = (text: string): readonly Bar[] => {
  const chart = parseChart(`key: C\n${text}`);
  if (!chart.ok) throw new Error(JSON.stringify(chart.problems));
  return chart.value.bars;
};
/** A form in signs: `|: a b |1 c :|2 d |`; what is written out and differs has a `!`. */
const drawn = (form: readonly FormBar[], music: readonly string[]): string =>
  form
    .map(({ bar, played, differs }) =>
      [
        bar.opens ? '|:' : bar.ending ? `|${bar.ending.number}` : '|',
        bar.signs.segno ? '§' : '',
        `${music[played[0]!]!}${differs ? '!' : ''}`,
        bar.jump ? 'D.S.' : '',
        bar.times ? `x${bar.times.count}` : '',
        bar.closes ? ':|' : '',
      ]
        .filter(Boolean)
        .join(' '),
    )
    .join(' ');

const REPEAT = '|: C | F | G | C :|';
const ENDINGS = '|: C | F |1 G :|2 C |';
const JUMP = '| C | {segno} F | G {to coda} | Am {D.S. al coda} | {coda} Dm |';

test.each<readonly [string, string, string, string]>([
  ['a repeat that is the same each time stays', REPEAT, 'abcdabcd', '|: a | b | c | d :|'],
  ['times that part late become endings', REPEAT, 'abcdabce', '|: a | b | c |1 d :| |2 e'],
  [
    'times that part early are written out, with what differs marked',
    REPEAT,
    'abcdxbcd',
    '| a | b | c | d | x! | b | c | d',
  ],
  ['endings stay', ENDINGS, 'abcabd', '|: a | b |1 c :| |2 d'],
  ['endings begin earlier where the times part earlier', ENDINGS, 'abcaxd', '|: a |1 b | c :| |2 x | d'],
  ['what is played three times is', '|: C | F :| {x3}', 'ababab', '|: a | b x3 :|'],
  ['of three times one that parts makes three endings', '|: C | F :| {x3}', 'ababac', '|: a |1 b :| |2 b :| |3 c'],
  ['a jump stays', JUMP, 'abcdbce', '| a | § b | c | d D.S. | e'],
  ['what comes otherwise after a jump is written out', JUMP, 'abcdbxe', '| a | b | c | d | b | x! | e'],
])('%s', (_, text, music, expected) => {
  const bars = barsOf(text);
  expect(drawn(sheetForm(bars, [...music]), [...music])).toBe(expected);
});

test('the last bar of each ending is known, and bars are counted as they stand', () => {
  const form = sheetForm(barsOf('[pickup 1/4] C | C | D |: C | F |1 G | G :|2 C | C |'), [...'pabcdefcdgh']);
  expect(form.map(({ bar, ending }) => [bar.number, ending?.number ?? 0, ending?.ends ?? false])).toEqual([
    [0, 0, false],
    [1, 0, false],
    [2, 0, false],
    [3, 0, false],
    [4, 0, false],
    [5, 1, false],
    [6, 1, true],
    [7, 2, false],
    [8, 2, true],
  ]);
});

test('whatever is played, the sheet plays the same', () => {
  const charts = [
    REPEAT,
    ENDINGS,
    JUMP,
    '| C | G |: Am | F :| {x3} | C |',
    '| C |: {segno} F | G :| Am {to coda} | Dm {D.S. al coda} | {coda} C | C |',
    '|: C | F |1 G :|2 C | Am {fine} | G |: F | C |1 E :|2 D | D {D.C. al fine} |',
  ].map(barsOf);
  fc.assert(
    fc.property(
      fc.constantFrom(...charts),
      fc.array(fc.constantFrom('', '', '', '', "'"), { minLength: 40, maxLength: 40 }),
      (bars, turns) => {
        const order = playedOrder(bars);
        // Mostly what stands there, now and then otherwise.
        const music = order.map(({ index }, i) => `${index}${turns[i] ?? ''}`);
        const form = sheetForm(bars, music);
        const again = playedOrder(form.map(({ bar }) => bar)).map(({ index }) => music[form[index]!.played[0]!]);
        expect(again).toEqual(music);
        expect(form.flatMap(({ played }) => played).sort((a, b) => a - b)).toEqual(music.map((_, i) => i));
        for (const { played } of form) expect(new Set(played.map((k) => music[k])).size).toBe(1);
      },
    ),
  );
});
