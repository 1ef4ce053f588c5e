import { describe, expect, test } from '@jest/globals';
import { parseChart } from '../chart/parse.ts';
import type { Manner } from '../manner.ts';
import { readChart } from '../reading/read.ts';
import { columnsOf } from '../take/columns.ts';
import { mannerName, slotKeys } from '../take/key.ts';

const slotsOf = (text: string) => {
  const chart = parseChart(text);
  if (!chart.ok) throw new Error(text);
  return readChart(chart.value);
};
const shown = (text: string, manner: Manner | null, cells = {}) => {
  const slots = slotsOf(text);
  return columnsOf(slots, slotKeys(slots, BARS), cells, { manner }).map(({ symbol }) => symbol);
};
const BARS = ['a', 'b', 'c', 'd', 'e', 'f', 'g', 'h'];

/* What rhythm guitarists and singers' guitarists play (common practice). */
describe('colours that nobody chose go with the manner', () => {
  test.each([
    ['shells', 'key: G\n| G | E | Am | D7 |', ['G6', 'E7', 'Am7', 'D7']],
    ['shells', 'key: C\n| C | C#dim7 | Dm | Fm | G7 |', ['C6', 'C#dim7', 'Dm7', 'Fm6', 'G7']],
    ['shells', 'key: Cm\n| Cm | Dm7b5 | G7 | Cm |', ['Cm6', 'Dm7b5', 'G7', 'Cm6']],
    ['ringing', 'key: G\n| G | D | Em | C |', ['Gadd9', 'D', 'Em7', 'Cadd9']],
    ['ringing', 'key: Am\n| Am | F | E7 | Am |', ['Am', 'Fadd9', 'E7', 'Am']],
    ['rooted', 'key: G\n| G | E | Am | D7 |', ['G6', 'E9', 'Am7', 'D9']],
  ] as [Manner, string, string[]][])('%s: %s', (manner, text, symbols) => {
    expect(shown(text, manner)).toEqual(symbols);
  });

  test('what the chart says stays: tensions, and the bass that is named', () => {
    expect(shown('key: C\n| Dm9 | G13 | C6/9 |', 'shells')).toEqual(['Dm9', 'G13', 'C6/9']);
    expect(shown('key: G\n| G | D/F# | Em |', 'ringing')[1]).toBe('D/F#');
  });

  test('a span that is comped otherwise has other colours', () => {
    const text = 'key: C\n| C | A7 | Dm7 | G7 |';
    const keys = slotKeys(slotsOf(text), BARS);
    const cells = { [mannerName(keys[1]!)]: { layer: 'manner', manner: 'shells', ticks: 2 * 1920 } };
    const plain = shown(text, 'rooted');
    expect(shown(text, 'rooted', cells)).toEqual([plain[0], 'A7', 'Dm7', plain[3]]);
    expect(plain[1]).not.toBe('A7');
  });
});
