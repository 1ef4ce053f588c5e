import { expect, test } from '@jest/globals';
import { parseChart } from '../../chart/parse.ts';
import { readChart } from '../../reading/read.ts';
import type { Decisions } from '../../take/decision.ts';
import { rhythmName, slotKeys } from '../../take/key.ts';
import { ticksPerBar } from '../../time/meter.ts';
import { meetingTimes } from './meeting.ts';
import { barsTogether } from './pattern.ts';
import { PATTERNS, patternOf } from './patterns.ts';

const chart = parseChart('key: C\n| C | Am7 Dm7 | G7 | C | F | G7 | C | C |');
if (!chart.ok) throw new Error();
const slots = readChart(chart.value);
const keys = slotKeys(slots, [...'abcdefgh']);
const bar = ticksPerBar(chart.value.meter);
const rhythm = (pattern: string, bars: number) =>
  ({ layer: 'rhythm', ticks: bars * bar, pattern, density: 100, pushes: 0, seed: 1 }) as const;
const barsIn = (cells: Decisions) => [...meetingTimes(slots, keys, cells)].map((start) => start / bar + 1);

test.each([
  ['three-across', [1, 4, 7]],
  ['five-across', [1, 6]],
  ['seven-across', [1, 8]],
  ['four-leaning', []],
])('%s over eight bars of four begins with these: %j', (pattern, bars) =>
  expect(barsIn({ [rhythmName(keys[0]!)]: rhythm(pattern, 8) })).toEqual(bars),
);

test('it is counted from where it was asked for, to its end', () => {
  expect(barsIn({ [rhythmName(keys.find((key) => key.startsWith('c'))!)]: rhythm('three-across', 3) })).toEqual([3]);
});

test('a figure and the bars come together after the least number of bars that both fill', () => {
  for (const pattern of PATTERNS)
    for (const count of [2, 3, 4, 5, 6] as const) {
      const meter = { count, unit: 4 } as const;
      const bars = barsTogether(pattern, meter);
      const fills = Array.from({ length: bars }, (_, i) => ((i + 1) * ticksPerBar(meter)) % pattern.ticks === 0);
      expect([pattern.id, count, fills.indexOf(true)]).toEqual([pattern.id, count, bars - 1]);
    }
  expect(barsTogether(patternOf('three-across')!, { count: 4, unit: 4 })).toBe(3);
});
