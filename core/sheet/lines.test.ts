import { expect, test } from '@jest/globals';
import { parseTune } from '../melody/tune-text.ts';
import { chartSheet } from './chart-sheet.ts';
import { sheetLines, type SheetLook } from './lines.ts';

const LOOK: SheetLook = { staves: [], tab: false, strings: 6, diagrams: false, lyrics: false, barsALine: 4 };
/** The bars of each line, by number. */
function lines(text: string, look: Partial<SheetLook> = {}, width = 1000) {
  const tune = parseTune(text);
  if (!tune.ok) throw new Error(text);
  const sheet = chartSheet(tune.value.chart, []);
  return sheetLines(sheet, { ...LOOK, ...look }, width).map(({ from, widths }) =>
    widths.map((_, i) => sheet.bars[from + i]!.bar.number),
  );
}

test('a pickup goes with the section that it leads into, and is none of its bars', () => {
  expect(lines('key: C\n[pickup 1/4] | G7 |\n[A]\n| C | F | G | C |\n[B]\n| F | C |\n')).toEqual([
    [0, 1, 2, 3, 4],
    [5, 6],
  ]);
});

test('the bars of a chart stand under one another; a pickup takes no more than it needs', () => {
  const tune = parseTune('key: C\n[pickup 1/4] | N.C. |\n[A]\n| C | F | G | C |\n| F | C | G | C |\n');
  if (!tune.ok) throw new Error('no chart');
  const [first, second] = sheetLines(chartSheet(tune.value.chart, []), LOOK, 1000);
  const [pickup, ...bars] = first!.widths;
  expect(pickup).toBeLessThan(bars[0]! / 3);
  expect(new Set(bars).size).toBe(1);
  expect(new Set(second!.widths)).toEqual(new Set([250]));
});

test('a section begins a line, no bar stands alone at its end, and what has no room goes on', () => {
  expect(lines('key: C\n| C | F | G | C | F |\n')).toEqual([
    [1, 2, 3],
    [4, 5],
  ]);
  expect(lines('key: C\n| C | F | G | C |\n', { barsALine: 8 }, 200)).toEqual([
    [1, 2],
    [3, 4],
  ]);
});
