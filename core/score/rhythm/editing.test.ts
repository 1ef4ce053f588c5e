import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { hitAt, withBars, withCounts, withHit, withHitAs, withHitLong, withoutHit } from './editing.ts';
import { VOICINGS } from './hits.ts';
import { readPattern } from './own.ts';
import type { Pattern } from './pattern.ts';
import { PATTERNS } from './patterns.ts';

const made = (text: string): Pattern => {
  const read = readPattern(text);
  if (!read.ok) throw new Error(text);
  return read.value;
};
const start = made('4/4: 1:1.5W> 2&:.5W.');

test.each<[string, (pattern: Pattern) => Pattern, string]>([
  ['a hit is put in, in its place', (one) => withHit(one, 'top', 1200, 240), '4/4: 1:1.5W> 2&:.5W. 3&:.5T'],
  ['one put into another cuts it short', (one) => withHit(one, 'whole', 240, 960), '4/4: 1:.5W> 1&:1W 2&:.5W.'],
  ['other notes sound on', (one) => withHit(one, 'bass', 240, 240), '4/4: 1:1.5W> 1&:.5B 2&:.5W.'],
  ['a hit is taken out', (one) => withoutHit(one, 0), '4/4: 2&:.5W.'],
  ['the last stays', (one) => withoutHit(withoutHit(one, 0), 0), '4/4: 2&:.5W.'],
  [
    'a hit is changed',
    (one) => withHitAs(one, 1, { accent: 'soft', push: true, stroke: 'up', damped: false }),
    "4/4: 1:1.5W> 2&:.5W,^'",
  ],
  ['other notes are taken', (one) => withHitAs(one, 1, { voices: 'chord' }), '4/4: 1:1.5W> 2&:.5C.'],
  ['a hit goes as far as the next', (one) => withHitLong(one, 0, 1920), '4/4: 1:1.5W> 2&:.5W.'],
  ['or as the pattern', (one) => withHitLong(one, 1, 1920), '4/4: 1:1.5W> 2&:2.5W.'],
  ['shorter', (one) => withHitLong(one, 0, 240), '4/4: 1:.5W> 2&:.5W.'],
  ['two bars are the one twice', (one) => withBars(one, 2), '4/4: 1:1.5W> 2&:.5W. | 1:1.5W> 2&:.5W.'],
  ['back to one', (one) => withBars(withBars(one, 2), 1), '4/4: 1:1.5W> 2&:.5W.'],
  ['over the bars', (one) => withCounts(one, 3), '4/4 over 3: 1:1.5W> 2&:.5W.'],
  ['over less than its last hit', (one) => withCounts(one, 1), '4/4 over 1: 1:1.5W>'],
  ['back into the bars', (one) => withBars(withCounts(one, 2), 1), '4/4: 1:1.5W> 2&:.5W. 3:1.5W> 4&:.5W.'],
])('%s', (_, change, text) => expect(change(start).id).toBe(text));

test('the hit of some notes at a time is found while it sounds', () => {
  expect([0, 719, 720, 959, 960].map((at) => hitAt(start, 'whole', at))).toEqual([0, 0, 1, 1, -1]);
  expect(hitAt(start, 'top', 0)).toBe(-1);
});

test('whatever is done, what comes out is a pattern that reads as itself', () => {
  const step = fc.oneof(
    fc.tuple(fc.constantFrom(...VOICINGS), fc.integer({ min: 0, max: 60 })).map(
      ([voices, k]) =>
        (one: Pattern) =>
          k * 120 < one.ticks ? withHit(one, voices, k * 120, 240) : one,
    ),
    fc.nat(20).map((k) => (one: Pattern) => withoutHit(one, k % one.hits.length)),
    fc.nat(40).map((k) => (one: Pattern) => withHitLong(one, k % one.hits.length, 120 * (k + 1))),
    fc.integer({ min: 1, max: 4 }).map((bars) => (one: Pattern) => withBars(one, bars)),
    fc.integer({ min: 2, max: 32 }).map((halves) => (one: Pattern) => withCounts(one, halves / 2)),
  );
  fc.assert(
    fc.property(fc.constantFrom(...PATTERNS), fc.array(step, { maxLength: 8 }), (from, steps) => {
      const last = steps.reduce((one, change) => change(one), withBars(from, 1));
      expect(readPattern(last.id)).toEqual({ ok: true, value: last });
      expect(last.hits.every(({ at, ticks }) => at < last.ticks && ticks > 0)).toBe(true);
    }),
    { numRuns: 200, seed: 19 },
  );
});
