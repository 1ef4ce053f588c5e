import { describe, expect, test } from '@jest/globals';
import { symbolOf } from '../chord/chord.ts';
import { overWordsText, readOverWords } from './over-words.ts';
import { parseChart } from './parse.ts';

const SHANTY = `Verse 1:
      C              G7
Oh, the river runs a-wide, my boys,
   F        C/G
and never runs away
hum

[Chorus]
Am   N.C.
Haul`;

describe('chords over words', () => {
  const pieces = readOverWords(SHANTY)!;
  test('are read line by line', () => {
    expect(pieces.map(({ kind }) => kind)).toEqual(['section', 'line', 'line', 'aside', 'section', 'line']);
  });

  test('become bars as long as is said, the words under their chords', () => {
    expect(overWordsText(pieces, [1, 0.5, 2])).toBe(
      [
        '[Verse 1]',
        '| C | G7 |',
        '> Oh, the river runs a- | wide, my boys,',
        '| F C/G |',
        '> and never ~ runs away',
        '# hum',
        '',
        '[Chorus]',
        '| Am | % | N.C. | % |',
        '> Haul | | ',
      ].join('\n'),
    );
  });

  test('the chart that comes of them can be read, with every chord and word', () => {
    for (const length of [0.5, 1, 2] as const) {
      const chart = parseChart(overWordsText(pieces, [length, length, length]));
      if (!chart.ok) throw new Error(JSON.stringify(chart.problems));
      const { bars } = chart.value;
      const symbols = bars.flatMap(({ entries }) => entries.map(({ chord }) => (chord ? symbolOf(chord) : 'N.C.')));
      expect(symbols.filter((symbol, i) => symbol !== symbols[i - 1])).toEqual(['C', 'G7', 'F', 'C/G', 'Am', 'N.C.']);
      const sung = bars
        .flatMap(({ lyrics }) => lyrics.flat())
        .join('')
        .replace(/\s/g, '');
      expect(sung).toBe('Oh,theriverrunsa-wide,myboys,andneverrunsawayHaul');
    }
  });

  test.each([
    ['a chart', 'key: C\n| C | F |'],
    ['prose', 'A day on the river\nwith no chord at all'],
    ['one lone chord', 'Am'],
    ['nothing', ''],
  ])('%s is no such text', (_, text) => {
    expect(readOverWords(text)).toBeNull();
  });

  test('lines of chords without words count when there are several', () => {
    expect(readOverWords('C F\nG C')).toHaveLength(2);
  });
});
