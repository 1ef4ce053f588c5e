import { describe, expect, test } from '@jest/globals';
import { parseChart } from '../chart/parse.ts';
import { buildLibrary } from '../grip/library.ts';
import { pricingFor } from '../leading/pricing.ts';
import { arrangedTake, sessionOf, solveTake } from '../leading/solve.ts';
import { DEFAULT_HAND } from '../neck/hand.ts';
import { run } from '../steps.ts';
import { hurriesText } from '../wording/rhythm.ts';
import { hurries } from './hand-in-time.ts';
import { readPattern } from './rhythm/own.ts';
import { PATTERNS } from './rhythm/patterns.ts';
import { rhythmLayer, throughout } from './rhythm/rhythm.ts';
import { scoreOf, type Sound } from './score.ts';

const library = buildLibrary({ ...DEFAULT_HAND, highestFret: 9 });
const session = sessionOf(library, { pricing: pricingFor({ company: 'alone', area: null, matters: {} }) });
const chart = parseChart('key: C\ntempo: 120\n| C | Am7 Dm7 | G7 | C |');
if (!chart.ok) throw new Error();
const { columns } = arrangedTake(run(solveTake(session, { chart: chart.value })));
const of = { chart: chart.value, open: library.neck.open, columns };
const grips = columns.map(({ grip }) => grip);
const found = (text: string, rate = 1) => {
  const pattern = readPattern(text);
  if (!pattern.ok) throw new Error(text);
  const plain = scoreOf(of);
  return hurries(scoreOf(of, [rhythmLayer([throughout(pattern.value, plain)])]), grips, library.neck, rate);
};
const kinds = (text: string, rate?: number) => [...new Set(found(text, rate).map(({ kind }) => kind))];

describe('what a hand has no time for', () => {
  test('is nothing where chords last', () => {
    expect(hurries(scoreOf(of), grips, library.neck)).toEqual([]);
    expect(kinds('4/4: 1:1W. 2:1W. 3:1W. 4:1W.')).toEqual([]);
  });

  test('none of the rhythms that come with the tool asks it at a middling tempo, in the bars it is for', () => {
    const plain = scoreOf(of);
    for (const pattern of PATTERNS.filter(({ meter }) => meter.count === 4)) {
      const score = scoreOf(of, [rhythmLayer([throughout(pattern, plain)])]);
      expect([
        pattern.id,
        hurriesText(hurries(score, grips, library.neck).filter(({ kind }) => kind !== 'change')),
      ]).toEqual([pattern.id, []]);
    }
  });

  test('strokes the same way are a matter of tempo, and half as much back and forth', () => {
    expect(kinds('4/4: 1:.25W 1e:.25W')).toEqual(['strokes']);
    expect(kinds('4/4: 1:.25W 1e:.25W', 0.5)).toEqual([]);
    expect(kinds("4/4: 1:.25W 1e:.25W'")).toEqual([]);
    expect(kinds("4/4: 1:.25W 1e:.25W'", 2)).toEqual(['strokes']);
    expect(found('4/4: 1:.25W 1e:.25W')[0]).toMatchObject({ has: 125, needs: 130, bar: 1 });
  });

  test('so is a string that is plucked again', () => {
    expect(kinds('4/4: 1:.25p 1e:.25p')).toEqual([]);
    expect(kinds('4/4: 1:.25p 1e:.25p', 1.5)).toEqual(['string']);
  });

  test('the outer notes of a grip together, or its notes one after another, are not leaps of the thumb', () => {
    expect(kinds('4/4: 1:1B 1:1A 1:1T')).toEqual([]);
    expect(kinds('4/4: 1:.25p 1e:.25i 1&:.25m 1a:.25a', 1.5)).toEqual([]);
  });

  test('the lowest notes of two chords are, from two strings on', () => {
    const plain = scoreOf(of);
    const [first, second] = plain.parts.guitar;
    const lowest = (sound: Sound, string: number, start: number): Sound => ({
      ...sound,
      start,
      ticks: 40,
      notes: [{ ...sound.notes[0]!, string, voice: 0 }],
    });
    const thumb = (string: number, ticks: number) =>
      hurries(
        { ...plain, parts: { ...plain.parts, guitar: [lowest(first!, 0, 0), lowest(second!, string, ticks)] } },
        grips,
        library.neck,
      ).filter(({ kind }) => kind === 'thumb');
    expect(thumb(2, 96)).toEqual([{ kind: 'thumb', column: 1, bar: 2, has: 100, needs: 120 }]);
    expect(thumb(1, 96)).toEqual([]);
    expect(thumb(2, 120)).toEqual([]);
  });

  test('a change has the time from when its last hit may be let go: a damped one leaves more', () => {
    const all = '1:.5W 1&:.5W 2:.5W 2&:.5W 3:.5W 3&:.5W 4:.5W 4&:.5W';
    expect(kinds(`4/4: ${all}`, 1.5)).toContain('change');
    expect(found(`4/4: ${all}`, 1.5).length).toBeGreaterThan(found(`4/4: ${all.replaceAll('W', 'W.')}`, 1.5).length);
    for (const { has, needs } of found(`4/4: ${all}`, 1.5)) expect(has).toBeLessThan(needs);
  });

  test('a muted stroke needs no grip, and gives the hand no less time for the next', () => {
    const changes = (text: string) => found(text).filter(({ kind }) => kind === 'change');
    expect(changes("4/4: 1:.5W. 4a:.25X'")).toEqual(changes('4/4: 1:.5W.'));
    expect(changes('4/4: 1:4W').length).toBeGreaterThanOrEqual(changes("4/4: 1:2W 4a:.25X'").length);
  });

  test('is said by kind and bar, with the tightest figures', () => {
    const at = { column: 0, kind: 'change', needs: 200 } as const;
    expect(hurriesText([])).toEqual([]);
    expect(hurriesText([{ ...at, bar: 3, has: 90 }])).toEqual([
      'Too fast for the change into bar 3: the hand has 0.09 s there and needs about 0.20 s.',
    ]);
    expect(hurriesText([1, 2, 3, 4, 5, 5].map((bar) => ({ ...at, bar, has: 100 - bar })))[0]).toContain(
      'bars 1, 2, 3, 4 and 1 more: the hand has 0.10 s',
    );
    expect(hurriesText([{ column: 1, kind: 'strokes', bar: 2, has: 50, needs: 130 }])[0]).toContain(
      'Strokes too close',
    );
  });
});
