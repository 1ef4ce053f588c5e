import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { sheetPages } from './pages.ts';

const rows = { gap: 10, height: 500, title: 90 };
const told = (heights: readonly number[]) =>
  sheetPages({ ...rows, heights }).map(({ from, tops }) => [from, tops.length]);

test('lines fill a page, and the last page has no line alone', () => {
  expect(told([100, 100, 100])).toEqual([[0, 3]]);
  // The fourth does not fit under the title; alone it would be an orphan.
  expect(told([100, 100, 100, 100])).toEqual([
    [0, 2],
    [2, 2],
  ]);
  // Of two lines none can be spared.
  expect(told([200, 180, 100])).toEqual([
    [0, 2],
    [2, 1],
  ]);
  // Nor when the page that it would go to has no room for it.
  expect(told([20, 20, 60, 431])).toEqual([
    [0, 3],
    [3, 1],
  ]);
  expect(told([])).toEqual([]);
});

test('no line is split, left out or put over another, however many there are', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 20, max: 450 }), { minLength: 1, maxLength: 60 }), (heights) => {
      const pages = sheetPages({ ...rows, heights });
      const on = pages.flatMap(({ from, tops }) => tops.map((_, i) => from + i));
      expect(on).toEqual(heights.map((_, i) => i));
      pages.forEach(({ from, tops }, page) => {
        tops.forEach((top, i) => {
          const end = top + heights[from + i]!;
          expect(top).toBeGreaterThanOrEqual(page === 0 ? rows.title : 0);
          if (i + 1 < tops.length) expect(tops[i + 1]! - end).toBeGreaterThanOrEqual(rows.gap - 1e-9);
          // A line higher than a page stands alone.
          if (tops.length > 1) expect(end).toBeLessThanOrEqual(rows.height + 1e-9);
        });
      });
      const [last, before] = [pages.at(-1)!, pages.at(-2)];
      const [over, under] = [heights.at(-2)!, heights.at(-1)!];
      if (before && before.tops.length > 2 && last.tops.length === 1)
        expect(over + rows.gap + under).toBeGreaterThan(rows.height);
    }),
  );
});
