import { describe, expect, test } from '@jest/globals';
import type { ArrangedColumn } from '../../../core/index.ts';
import { columnWidth, pitchRange, standsOf, widened, zoomed, ZOOMS } from './layout.ts';

describe('columns', () => {
  test('are wider for more beats and longer symbols, within bounds', () => {
    expect(columnWidth(1, 'C')).toBe(92);
    expect(columnWidth(4, 'C')).toBe(112);
    expect(columnWidth(2, 'Bbm7b5/Ab')).toBeGreaterThan(columnWidth(2, 'Bbm7'));
    expect(columnWidth(16, 'C7')).toBe(168);
    expect(columnWidth(2, 'C', 3)).toBeGreaterThan(columnWidth(2, 'C', 1));
  });

  test('of a short tune fill the room, of a long one stay', () => {
    expect(widened([100, 100, 200], 600)).toEqual([150, 150, 300]);
    expect(widened([100], 900)).toEqual([190]);
    expect(widened([100, 100], 150)).toEqual([100, 100]);
    expect(widened([], 500)).toEqual([]);
  });
});

test('the stream shows every pitch with room, and never a narrow take enlarged', () => {
  const column = (pitches: number[]) => ({ grip: { pitches } }) as unknown as ArrangedColumn;
  const wide = pitchRange([column([40, 52, 60]), column([45, 76])]);
  expect(wide.low).toBeLessThan(40);
  expect(wide.high).toBeGreaterThan(76);
  const narrow = pitchRange([column([60, 62, 64])]);
  expect(narrow.high - narrow.low).toBeGreaterThanOrEqual(18);
  expect(pitchRange([]).low).toBeLessThan(pitchRange([]).high);
});

test('notes too close to be told apart stand side by side, the lower first', () => {
  expect(standsOf([48, 55, 60], 18, 10)).toEqual(['whole', 'whole', 'whole']);
  expect(standsOf([48, 63, 64], 18, 10)).toEqual(['whole', 'left', 'right']);
  expect(standsOf([60, 61, 62, 67], 18, 10)).toEqual(['left', 'right', 'left', 'whole']);
  // With more room for each semitone they stand one above the other.
  expect(standsOf([63, 64], 18, 20)).toEqual(['whole', 'whole']);
});

test('from afar columns are narrower, but never narrower than their notes', () => {
  expect(ZOOMS.map((zoom) => zoomed(120, zoom))).toEqual([34, 60, 84, 120, 168, 240]);
  expect(zoomed(60, ZOOMS[0])).toBe(27);
});
