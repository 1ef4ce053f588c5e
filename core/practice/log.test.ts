import { describe, expect, test } from '@jest/globals';
import type { Chart } from '../chart/chart.ts';
import { parseChart } from '../chart/parse.ts';
import { writeOut } from '../chart/played.ts';
import { GRADES, gradeOf } from './grade.ts';
import { playedIn, readLogEntry, type Corrected, type Logged, type Played } from './log.ts';
import { changePiece, gripPiece } from './piece.ts';
import { cardOf, readPractised, type Practised } from './practised.ts';
import { dueAhead, minutesByDay, tempoLines } from './progress.ts';

const TUNING = 'E2 A2 D3 G3 B3 E4';
const [c69, f13] = [
  { symbol: 'C6/9', grip: 'x-3-2-2-3-3' },
  { symbol: 'F13', grip: '1-x-1-2-3-x' },
];
const PRACTISED: readonly Practised[] = [
  { kind: 'grip', tuning: TUNING, ...c69 },
  { kind: 'change', tuning: TUNING, from: c69, to: f13, tempo: 120, beats: 2 },
  {
    kind: 'passage',
    tuneId: 't',
    takeId: 'k',
    first: { bar: 'b1', pass: 1 },
    last: { bar: 'b4', pass: 2 },
    title: 'Slack Water',
    take: 'Take 1',
    bars: '1–4',
    chords: ['Cm', 'G7/B'],
  },
  {
    kind: 'passage',
    way: 'calls',
    tuneId: 't',
    takeId: 'k',
    first: { bar: 'b1', pass: 1 },
    last: { bar: 'b4', pass: 2 },
    title: 'Slack Water',
    take: 'Take 1',
    bars: '1–4',
    chords: [],
  },
  { kind: 'move', id: 'm', name: 'turn' },
  { kind: 'warm-up' },
];
const played = (more: Partial<Played> = {}): Played => ({
  deed: 'played',
  schema: 1,
  at: 1_000_000,
  seconds: 90,
  what: PRACTISED[1]!,
  goal: 120,
  clean: 100,
  rounds: { clean: 5, unclean: 1 },
  hurt: null,
  note: '',
  ...more,
});
const corrected = (of: string, right: Corrected['right']): Corrected => ({
  deed: 'corrected',
  schema: 1,
  at: 2_000_000,
  of,
  right,
});

describe('what comes from outside', () => {
  test.each(PRACTISED.map((one) => [one.kind, one] as const))('%s is read as it was written', (_, one) => {
    expect(readPractised(JSON.parse(JSON.stringify(one)))).toEqual(one);
  });
  test('every deed is read as it was written', () => {
    const deeds = [
      played(),
      { deed: 'taken-up', schema: 1, at: 5, what: PRACTISED[0] },
      { deed: 'laid-down', schema: 1, at: 5, what: PRACTISED[2] },
      corrected('a', { note: 'slower', hurt: 'wrist' }),
      corrected('a', null),
    ];
    for (const one of deeds) expect(readLogEntry(JSON.parse(JSON.stringify(one)))).toEqual(one);
  });
  test.each<[string, unknown]>([
    ['nothing', null],
    ['another schema', { ...played(), schema: 2 }],
    ['a time that is none', { ...played(), at: 'today' }],
    ['more than a day', { ...played(), seconds: 90_000 }],
    ['a field more', { ...played(), evil: 1 }],
    ['rounds that are none', { ...played(), rounds: { clean: -1, unclean: 0 } }],
    ['a place that is none', { ...played(), hurt: 'soul' }],
    ['no grip', { ...played(), what: { ...PRACTISED[0], grip: 'x-x' } }],
    ['no tuning', { ...played(), what: { ...PRACTISED[0], tuning: '<b>' } }],
    ['no bar', { ...played(), what: { ...PRACTISED[2], first: { bar: '../x', pass: 1 } } }],
    ['no way', { ...played(), what: { ...PRACTISED[3], way: 'dancing' } }],
    ['a correction of what may not be', corrected('a', { what: PRACTISED[0] } as never)],
    ['a prototype', JSON.parse('{"deed":"played","schema":1,"at":1,"__proto__":{"what":1}}')],
  ])('%s is refused', (_, one) => {
    expect(readLogEntry(one)).toBeNull();
  });
});

test('a card is one for the same grip or change whatever tune it is of, and for the same bars of one take', () => {
  expect(cardOf({ ...PRACTISED[1]!, tempo: 60 } as Practised)).toBe(cardOf(PRACTISED[1]!));
  expect(cardOf({ ...PRACTISED[2]!, title: 'renamed' } as Practised)).toBe(cardOf(PRACTISED[2]!));
  expect(new Set(PRACTISED.map(cardOf)).size).toBe(PRACTISED.length);
  expect(cardOf({ kind: 'warm-up' })).toBeNull();
});

test('corrections say what was, and what did not happen is gone; the log itself stays', () => {
  const log: Logged[] = [
    { id: 'a', entry: played() },
    { id: 'b', entry: played({ at: 1_500_000 }) },
    { id: 'c', entry: corrected('a', { clean: 90, note: 'one string' }) },
    { id: 'd', entry: corrected('b', null) },
    { id: 'e', entry: corrected('a', { note: 'two strings' }) },
  ];
  const before = JSON.stringify(log);
  expect(playedIn(log)).toEqual([{ ...played({ clean: 90, note: 'two strings' }), id: 'a', corrected: 2 }]);
  expect(JSON.stringify(log)).toBe(before);
});

describe('a grade comes from the marks and the tempo reached', () => {
  test.each([
    ['nothing marked is nothing known', { rounds: { clean: 0, unclean: 0 } }, null],
    ['no round was clean', { rounds: { clean: 0, unclean: 3 }, clean: null }, 'again'],
    ['more were not', { rounds: { clean: 2, unclean: 3 }, clean: 120 }, 'again'],
    ['clean, but far too slow', { rounds: { clean: 9, unclean: 0 }, clean: 80 }, 'again'],
    ['clean below the goal', { rounds: { clean: 9, unclean: 1 }, clean: 105 }, 'hard'],
    ['at the goal, once not', { rounds: { clean: 9, unclean: 1 }, clean: 118 }, 'good'],
    ['over it, and never not', { rounds: { clean: 9, unclean: 0 }, clean: 126 }, 'easy'],
    ['a grip set cold', { rounds: { clean: 5, unclean: 0 }, goal: null, clean: null }, 'easy'],
    ['a grip that failed once', { rounds: { clean: 4, unclean: 1 }, goal: null, clean: null }, 'good'],
  ])('%s', (_, more, grade) => {
    expect(gradeOf(played(more as Partial<Played>))).toBe(grade);
  });
  test('a faster clean tempo is never graded worse', () => {
    for (const [clean, unclean] of [
      [5, 0],
      [5, 2],
      [2, 5],
      [1, 0],
    ] as const) {
      const grades = [60, 90, 110, 120, 126].map((tempo) =>
        GRADES.indexOf(gradeOf(played({ clean: tempo, rounds: { clean, unclean } }))!),
      );
      expect(grades).toEqual([...grades].sort((a, b) => a - b));
    }
  });
});

describe('a grip or a change as a tune of its own', () => {
  test.each([
    [1, ['2/4'], 2],
    [2, ['2/4'], 4],
    [3, ['3/4'], 4],
    [4, ['4/4'], 4],
    [8, ['4/4'], 4],
  ])('%i beats a chord', (beats, [meter], bars) => {
    const { chartText, barIds, cells } = changePiece({ ...(PRACTISED[1] as Practised & { kind: 'change' }), beats });
    const chart = parseChart(chartText);
    expect(chart.ok && [`${chart.value.meter.count}/${chart.value.meter.unit}`, chart.value.bars.length]).toEqual([
      meter,
      bars,
    ]);
    expect(barIds).toHaveLength(bars);
    const held = [c69, f13, c69, f13].map(({ grip }) => ({ voicing: { grip } }));
    expect(Object.values(cells)).toMatchObject(held);
    expect(writeOut((chart as { value: Chart }).value)).toHaveLength(4);
  });
  test('a grip is set in a bar', () => {
    expect(parseChart(gripPiece(f13).chartText).ok).toBe(true);
  });
});

describe('what the log comes to', () => {
  const day = (at: number) => `day ${Math.floor(at / 1000)}`;
  const all = [
    { ...played({ at: 1000, seconds: 60 }), id: 'a', corrected: 0 },
    { ...played({ at: 1500, seconds: 60, clean: 110 }), id: 'b', corrected: 0 },
    { ...played({ at: 3000, seconds: 30, clean: 90, what: PRACTISED[2]! }), id: 'c', corrected: 0 },
    { ...played({ at: 4000, seconds: 30, clean: null }), id: 'd', corrected: 0 },
  ];
  test('minutes a day', () => {
    expect(minutesByDay(all, day)).toEqual([
      { day: 'day 1', minutes: 2 },
      { day: 'day 3', minutes: 0.5 },
      { day: 'day 4', minutes: 0.5 },
    ]);
  });
  test('clean tempi, the best of each day, what was played last first', () => {
    expect(
      tempoLines(all, day).map(({ card, points }) => [card.split(' ')[0], points.map(({ clean }) => clean)]),
    ).toEqual([
      ['passage', [90]],
      ['change', [110]],
    ]);
  });
  test('what is due ahead, the overdue today', () => {
    const days = [1, 2, 3].map((n) => ({ day: `day ${n}`, end: (n + 1) * 1000 }));
    expect(dueAhead([0, 1200, 2500, 9999], days).map(({ count }) => count)).toEqual([2, 1, 0]);
  });
});
