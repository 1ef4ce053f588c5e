import { describe, expect, test } from '@jest/globals';
import { agoText, whenText } from './when.ts';

const NOW = new Date(2026, 10, 27, 15, 4).getTime();
const MINUTE = 60_000;

describe('when something was', () => {
  test.each([
    [new Date(2026, 10, 27, 9, 30), 'today, 09:30'],
    [new Date(2026, 10, 26, 23, 59), '26 Nov, 23:59'],
    [new Date(2025, 0, 2, 12), '2 Jan 2025'],
  ])('%s is said as %s', (at, said) => expect(whenText(at.getTime(), NOW)).toBe(said));

  test.each([
    [0, 'just now'],
    [MINUTE, '1 minute ago'],
    [90 * MINUTE, '1 hour ago'],
    [49 * 60 * MINUTE, '2 days ago'],
    // A clock set back.
    [-MINUTE, 'just now'],
  ])('%i milliseconds ago is %s', (ms, said) => expect(agoText(ms)).toBe(said));
});
