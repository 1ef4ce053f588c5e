import { expect, test } from '@jest/globals';
import { ribbonsBetween } from './ribbons.ts';

test('a ribbon is level for a held note, a step up to a whole step, a leap beyond', () => {
  // Dm7 to G7 and a leap on top; the bass falls a fifth.
  expect(ribbonsBetween([50, 60, 65, 69], [43, 59, 65, 74])).toEqual([
    { from: 50, to: 43, kind: 'leap', lowest: true },
    { from: 60, to: 59, kind: 'step', lowest: false },
    { from: 65, to: 65, kind: 'held', lowest: false },
    { from: 69, to: 74, kind: 'leap', lowest: false },
  ]);
});

test('a voice that enters or leaves has no ribbon', () => {
  expect(ribbonsBetween([60, 64, 67], [60, 64, 67, 72]).map(({ from, to }) => [from, to])).toEqual([
    [60, 60],
    [64, 64],
    [67, 67],
  ]);
});
