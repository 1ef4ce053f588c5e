import { describe, expect, test } from '@jest/globals';
import { parseChord } from '../chord/symbol.ts';
import { earLines, earSummary } from '../wording/ear.ts';
import type { Expected, ToHear } from './ear.ts';
import { heardClean, judged, type HeardStroke } from './verdict.ts';

const OPEN = [40, 45, 50, 55, 59, 64];
/** G7 as x-x-3-4-3-3: F B D G. */
const G7 = [
  { pitch: 53, string: 2 },
  { pitch: 59, string: 3 },
  { pitch: 62, string: 4 },
  { pitch: 67, string: 5 },
];
const stroke = (at: number, of: Partial<Expected> = {}): Expected => ({
  at,
  seconds: 0.5,
  spread: 0.02,
  notes: G7,
  column: 0,
  bar: 2,
  ringing: [],
  soft: false,
  ...of,
});
const eight = (of: Partial<Expected> = {}): ToHear => ({
  quarter: 0.5,
  seconds: 4,
  strokes: Array.from({ length: 8 }, (_, i) => stroke(i / 2, i === 3 ? of : {})),
});
const asWritten = { 53: 0.8, 59: 1, 62: 0.9, 67: 0.6 };
/** Eight strokes, as written but for the fourth. */
const played = (fourth: { at?: number; strengths?: Record<number, number> } | null = {}, late = 0) =>
  Array.from({ length: 8 }, (_, i): HeardStroke | null => {
    if (i === 3 && fourth === null) return null;
    const here = i === 3 ? fourth : {};
    const strengths = Object.entries(here?.strengths ?? asWritten).map(
      ([pitch, value]) => [Number(pitch), value] as const,
    );
    return { at: (here?.at ?? i / 2) + late, strengths: new Map(strengths) };
  });
const chord = parseChord('G7');
if (!chord.ok) throw new Error('G7');
const columns = [{ chord: chord.value, symbol: 'G7' }];
const said = (hear: ToHear, heard: readonly (HeardStroke | null)[]) =>
  earLines(judged(hear, heard), hear, columns, OPEN).map(
    ({ where, words, sure }) => `${where}: ${words} (${sure.toFixed(1)})`,
  );

describe('what the ear says of a stroke', () => {
  test.each([
    ['as written', {}, []],
    [
      'a string that is mute',
      { strengths: { 53: 0.8, 62: 1, 67: 0.7 } },
      ['bar 2, G7: the third (string 3) did not sound (1.0)'],
    ],
    [
      'a finger on the string beside',
      { strengths: { ...asWritten, 59: 0, 63: 0.9 } },
      ['bar 2, G7: the third (string 3): E♭ sounded in its place (1.0)'],
    ],
    ['an open string', { strengths: { ...asWritten, 40: 0.6 } }, ['bar 2, G7: E sounded along: string 6, open (0.8)']],
    ['late by an eighth', { at: 1.75 }, ['bar 2, G7: late by an eighth (1.0)']],
    ['early by a sixteenth', { at: 1.375 }, ['bar 2, G7: early by a sixteenth (1.0)']],
    ['off by no length of note', { at: 1.587 }, ['bar 2, G7: late by 90 ms (0.7)']],
    ['not struck', null, ['bar 2, G7: was not heard (0.8)']],
  ] as const)('%s', (_, fourth, lines) => {
    expect(said(eight(), played(fourth))).toEqual(lines);
    expect(heardClean(judged(eight(), played(fourth)))).toBe(lines.length === 0);
  });

  test('what lies in the partials of another string it only doubts', () => {
    const doubled = [...G7, { pitch: 65, string: 4 }];
    const [verdict] = judged(eight({ notes: doubled }), played({ strengths: { ...asWritten, 65: 0.05 } })).verdicts;
    expect(verdict!.faults[0]).toMatchObject({ kind: 'missing', pitch: 65 });
    expect(verdict!.faults[0]!.sure).toBeLessThan(0.5);
    expect(heardClean(judged(eight({ notes: doubled }), played({ strengths: { ...asWritten, 65: 0.05 } })))).toBe(true);
  });

  test('what sounds along is not taken for what is only doubted, but a finger on the string beside is', () => {
    const doubled = [...G7, { pitch: 65, string: 4 }];
    const heardWith = (extra: number) =>
      judged(eight({ notes: doubled }), played({ strengths: { ...asWritten, 65: 0.05, [extra]: 0.9 } })).verdicts[0]!
        .faults;
    expect(heardWith(40)).toEqual([
      expect.objectContaining({ kind: 'missing', pitch: 65, instead: null }),
      expect.objectContaining({ kind: 'extra', pitch: 40 }),
    ]);
    expect(heardWith(70)).toEqual([expect.objectContaining({ kind: 'missing', pitch: 65, instead: 70 })]);
  });

  test('what rings on from before is neither too much nor missed, and what sounds along is told once', () => {
    expect(said(eight({ ringing: [45, 59] }), played({ strengths: { 45: 0.9, 53: 0.8, 62: 0.9, 67: 0.6 } }))).toEqual(
      [],
    );
    const along = played().map((one) => one && { ...one, strengths: new Map([...one.strengths, [40, 0.6] as const]) });
    expect(said(eight(), along)).toHaveLength(1);
  });

  test('what the left hand alone brings on is too soft to be judged', () => {
    expect(said(eight({ soft: true }), played({ strengths: {} }))).toEqual([]);
    expect(said(eight({ soft: true }), played(null))).toEqual([]);
  });
});

describe('what the ear says of a round', () => {
  test('a sound card that is late is nobody’s fault, and is said', () => {
    const heard = judged(eight(), played({}, 0.13));
    expect(heard.verdicts).toEqual([]);
    expect(earSummary(heard, eight())).toBe(
      '8 of 8 strokes as written. All of it came 130 ms late, as a sound card makes it: that is not counted.',
    );
  });

  test('a player who is late throughout by more than a card is told so', () => {
    expect(judged(eight(), played({}, 0.24)).verdicts).toHaveLength(7 + 1);
  });

  test.each([
    ['silence', Array<null>(8).fill(null), /Nothing was heard/],
    [
      'another tune',
      played().map(
        (one) =>
          one && {
            ...one,
            strengths: new Map([
              [41, 1],
              [72, 0.7],
            ]),
          },
      ),
      /another instrument/,
    ],
    [
      'a guitar tuned low',
      played().map((one) => one && { ...one, strengths: new Map([...one.strengths].map(([p, v]) => [p - 1, v])) }),
      /a half step too low: look at the tuning, and at the capo/,
    ],
  ])('%s is no round that was not clean: it is said plainly', (_, heard, words) => {
    const found = judged(eight(), heard);
    expect(found.verdicts).toEqual([]);
    expect(heardClean(found)).toBe(false);
    expect(earSummary(found, eight())).toMatch(words);
  });

  test('nothing to be heard is nothing wrong', () => {
    expect(judged({ strokes: [], quarter: 0.5, seconds: 1 }, [])).toEqual({ unlike: null, verdicts: [], latency: 0 });
  });
});
