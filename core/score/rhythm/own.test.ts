import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { problemText } from '../../wording/problems.ts';
import { VOICINGS, type Hit } from './hits.ts';
import { patternText, patternWith, readPattern } from './own.ts';
import { PATTERNS, patternOf } from './patterns.ts';

describe('a rhythm of one’s own is its text', () => {
  test.each(PATTERNS.map((pattern) => [pattern.id, pattern] as const))(
    '%s is written, and read as it was',
    (_, one) => {
      const { meter, ticks, across, hits } = one;
      expect(readPattern(patternText(one))).toMatchObject({ ok: true, value: { meter, ticks, across, hits } });
    },
  );

  const hit = (at: number, long: number, rest: Omit<Hit, 'at' | 'ticks'>): Hit => ({ at, ticks: long, ...rest });
  const anyHit = (end: number) =>
    fc
      .record({
        at: fc.oneof(
          ...[120, 160].map((part) => fc.integer({ min: 0, max: Math.ceil(end / part) - 1 }).map((k) => k * part)),
        ),
        long: fc.integer({ min: 1, max: 24 }).map((k) => k * 80),
        voices: fc.constantFrom(...VOICINGS),
        accent: fc.constantFrom('accent' as const, 'even' as const, 'soft' as const),
        stroke: fc.constantFrom('down' as const, 'up' as const, 'roll' as const),
        damped: fc.boolean(),
        push: fc.boolean(),
      })
      .map(({ at, long, ...rest }) => hit(at, long, rest));

  test('whatever is put in it, in bars and over them', () => {
    const four = { count: 4, unit: 4 } as const;
    for (const [counts, bars, end] of [
      [null, 2, 3840],
      [5, 1, 2400],
      [1.5, 1, 720],
    ] as const)
      fc.assert(
        fc.property(fc.array(anyHit(end), { minLength: 1, maxLength: 12 }), (hits) => {
          const made = patternWith(four, counts, bars, hits);
          expect(patternOf(made.id)).toEqual(made);
        }),
        { numRuns: 100, seed: 62 },
      );
  });

  test('bars without a hit at its end are bars of it', () => {
    const read = readPattern('4/4: 1:1W | |');
    expect(read.ok && read.value.ticks).toBe(3 * 1920);
    expect(read.ok && readPattern(patternText(read.value))).toEqual(read);
  });

  test.each([
    ['', 'no rhythm'],
    ['three-across', 'no rhythm'],
    ['4/4 1:1W', 'no rhythm'],
    ['4/5: 1:1W', 'no meter'],
    ['4/4:  ', 'needs a hit'],
    ['4/4: 1:1Q', '“1:1Q” is no hit'],
    ['4/4: 1:0W', '“1:0W” is no hit'],
    ['4/4: 5:1W', '“5:1W” is not in its bar: there are counts 1 to 4'],
    ['3/4: 1:1W | 4:1W', 'counts 1 to 3'],
    ['4/4 over 0: 1:1W', '“0” is no length'],
    ['4/4 over 2.3: 1:1W', '“2.3” is no length'],
    ['4/4 over 99: 1:1W', '“99” is no length'],
    [`4/4: ${'1:1W '.repeat(300)}`, 'no rhythm'],
  ])('%j is answered: %s', (text, said) => {
    const read = readPattern(text);
    expect(read.ok ? '' : problemText(read.problems[0]!)).toContain(said);
    expect(patternOf(text)?.id === text).toBe(text === 'three-across');
  });
});
