import { describe, expect, test } from '@jest/globals';
import { parseChart } from '../chart/parse.ts';
import { readChart } from './read.ts';

/**
 * Traditional tunes (public domain) with chords as they are commonly played, from memory, and the reading commonly given:
 * numerals, and for a chord from outside its kind.
 */
const TUNES: readonly (readonly [string, string, string])[] = [
  [
    'Greensleeves',
    'meter: 6/8\nkey: Am\n| Am | G | Am | E7 | Am | G | Am E7 | Am |\n| C | G | Am | E7 | C | G | Am E7 | Am |',
    'i bVII i V7 i bVII i V7 i bIII bVII i V7 bIII bVII i V7 i',
  ],
  [
    'Amazing Grace',
    'meter: 3/4\nkey: G\n| G | G7 | C | G | % | Em | A7 | D7 |\n| G | G7 | C | G | Em | D7 | G | % |',
    'I I7:secondary-dominant IV I I vi II7:secondary-dominant V7 I I7:secondary-dominant IV I vi V7 I I',
  ],
  [
    'When the Saints Go Marching In',
    'key: F\n| F | % | % | % | % | % | C7 | % |\n| F | F7 | Bb | Bbm | F | C7 | F | % |',
    'I I I I I I V7 V7 I I7:secondary-dominant IV iv:borrowed I V7 I I',
  ],
  [
    'Scarborough Fair',
    'meter: 3/4\nkey: D dorian\n| Dm | C | Dm | F | Dm | G | Dm | % |\n| F | Dm | C | Dm | C | Dm |',
    'i bVII i bIII i IV i i bIII i bVII i bVII i',
  ],
  ['Drunken Sailor', 'meter: 2/4\nkey: D dorian\n| Dm | % | C | % | Dm | % | C | Dm |', 'i i bVII bVII i i bVII i'],
  [
    'St. James Infirmary',
    'key: Dm\n| Dm A7 | Dm | Dm Gm | A7 | Dm A7 | Dm | Bb7 A7 | Dm |',
    'i V7 i i iv V7 i V7 i bVI7:tritone-substitute V7 i',
  ],
  [
    'House of the Rising Sun',
    'meter: 6/8\nkey: Am\n| Am | C | D | F | Am | C | E | % |\n| Am | C | D | F | Am | E | Am | E |',
    'i bIII IV bVI i bIII V V i bIII IV bVI i V i V',
  ],
  [
    'Auld Lang Syne',
    'key: F\n| F | C7 | F | F7 Bb | F | C7 | D7 Gm C7 | F |',
    'I V7 I I7:secondary-dominant IV I V7 VI7:secondary-dominant ii V7 I',
  ],
  [
    'the Londonderry Air',
    'key: C\n| C | C7 | F | Fm | C | A7 | D7 | G7 |\n| C | C7 | F | Fm | C | Dm7 G7 | C | % |',
    'I I7:secondary-dominant IV iv:borrowed I VI7:secondary-dominant II7:secondary-dominant V7 I I7:secondary-dominant IV iv:borrowed I ii7 V7 I I',
  ],
  ['La Folia', 'meter: 3/4\nkey: Dm\n| Dm | A | Dm | C | F | C | Dm | A |', 'i V i bVII bIII bVII i V'],
  ['Wayfaring Stranger', 'meter: 3/4\nkey: Am\n| Am | % | Dm | Am | F | E7 | Am | % |', 'i i iv i bVI V7 i i'],
  [
    'Frankie and Johnny, a twelve-bar song',
    'key: C\n| C | % | % | C7 | F | F7 | C | % | G7 | % | C | % |',
    'I I I I7:blues IV IV7:blues I I V7 V7 I I',
  ],
];

describe('traditional tunes', () => {
  test.each(TUNES)('%s', (_, text, expected) => {
    const chart = parseChart(text);
    if (!chart.ok) throw new Error(JSON.stringify(chart.problems));
    const read = readChart(chart.value).map(({ reading }) =>
      reading!.outside ? `${reading!.numeral}:${reading!.outside.kind}` : reading!.numeral,
    );
    expect(read.join(' ')).toBe(expected);
  });

  test.each(TUNES)('%s is in its key though none is named', (_, text) => {
    const named = parseChart(text);
    const unnamed = parseChart(text.replace(/key: .*\n/, ''));
    if (!named.ok || !unnamed.ok) throw new Error(text);
    const { key } = named.value;
    // Dorian tunes are heard as minor ones on the same tonic.
    expect(unnamed.value.key).toEqual({ ...key, mode: key.mode === 'dorian' ? 'minor' : key.mode });
  });
});
