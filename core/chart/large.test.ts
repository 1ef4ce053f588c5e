import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { problemText } from '../wording/problems.ts';
import { LARGE_CHARTS } from './large.oracle.ts';
import { readOverWords } from './over-words.ts';
import { LONGEST_CHART, MOST_BARS, parseChart } from './parse.ts';
import { transpose } from './transpose.ts';

/* How long reading takes is measured by `npm run bench`; here, that it ends with what a person can use. */
const MOST_SHOWN = 400;

describe('a text as long as a chart may be', () => {
  test.each(Object.entries(LARGE_CHARTS))('%s: is read, or told what is wrong with it in words', (_, [text, code]) => {
    expect(text.length).toBeLessThanOrEqual(LONGEST_CHART);
    const read = parseChart(text);
    expect(read.ok ? null : read.problems[0]!.code).toBe(code);
    if (read.ok) return;
    expect(read.problems.length).toBeLessThanOrEqual(100);
    for (const problem of read.problems) expect(problemText(problem).length).toBeLessThan(MOST_SHOWN);
  });

  test('is no text of chords over words that never ends, either', () => {
    for (const [text] of Object.values(LARGE_CHARTS)) {
      const pieces = readOverWords(`C\n${text}`.replaceAll('|', ''));
      expect(pieces === null || pieces.length > 0).toBe(true);
    }
  });
});

test('4,001 bars without a repeat are too many, and that is what is said', () => {
  const read = parseChart('| C | % | % | % |\n'.repeat(1050));
  expect(read.ok ? [] : read.problems.map(problemText)).toEqual([`A chart has ${MOST_BARS} bars at most.`]);
});

test('a jump that plays too many bars is told without a repeat to point at', () => {
  const read = parseChart(`|: ${'C | '.repeat(1500)} C :| {x4}\n| C | {D.C.}\n`);
  expect(read.ok ? [] : read.problems.map(({ code }) => code)).toEqual(['chart-too-many-played']);
});

/** Pieces of charts, and of what is pasted in their place. */
const PIECES = [
  '| ',
  'C ',
  'Am7 ',
  '% ',
  '. ',
  '|: ',
  ':|',
  '|1 ',
  ':|2 ',
  '{or F} ',
  '{',
  '}',
  '[',
  ']',
  '[A]',
  '> a ',
].concat(['~', '\n', '\n> x | y\n', ' ', '\t', ':', 'title: x\n', 'a', '9', '#', '{x4} ', '{D.C.}', '{3/4} ', 'N.C. ']);

test('any large mixture of pieces is answered, and a chart that reads can be moved to another key', () => {
  const large = fc
    .array(fc.tuple(fc.constantFrom(...PIECES), fc.constantFrom(1, 1, 2, 40, 5000, 50_000)), { maxLength: 30 })
    .map((runs) =>
      runs
        .map(([piece, times]) => piece.repeat(times))
        .join('')
        .slice(0, LONGEST_CHART),
    );
  fc.assert(
    fc.property(large, (text) => {
      const read = parseChart(text);
      if (!read.ok) expect(read.problems.length).toBeGreaterThan(0);
      else expect(transpose(text, 'Eb').ok).toBe(true);
      readOverWords(text);
    }),
    { numRuns: 150 },
  );
});
