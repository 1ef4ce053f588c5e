import { describe, expect, test } from '@jest/globals';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseChart } from '../chart/parse.ts';
import { parseTuneChart } from '../melody/tune-text.ts';
import { parseChord } from '../chord/symbol.ts';
import { ringsIn } from '../chord/ringing.ts';
import { STANDARD_TUNING } from '../neck/tuning.ts';
import { readChart } from '../reading/read.ts';
import { columnsOf } from './columns.ts';
import { readDecision, type Decisions } from './decision.ts';
import { mannerName, slotKeys } from './key.ts';
import { stretchesOf } from './spans.ts';

const demo = join(import.meta.dirname, '..', '..', 'demo');

const chart = parseChart('key: C\n| C | Am7 | Dm7 | G7 |');
if (!chart.ok) throw new Error();
const slots = readChart(chart.value);
const keys = slotKeys(slots, ['a', 'b', 'c', 'd']);
const bar = slots[1]!.start;
const mannersWith = (cells: Decisions) => columnsOf(slots, keys, cells).map(({ manner }) => manner);

describe('a manner over a span', () => {
  test('holds for its bars, and of two that lie there the one that begins last', () => {
    const small = { [mannerName(keys[1]!)]: { layer: 'manner', manner: 'small', ticks: 3 * bar } } as const;
    expect(mannersWith(small)).toEqual([null, 'small', 'small', 'small']);
    const both = { ...small, [mannerName(keys[2]!)]: { layer: 'manner', manner: 'funk', ticks: bar } } as const;
    expect(mannersWith(both)).toEqual([null, 'small', 'funk', 'small']);
  });

  test('is read back from what is stored; what is none is nothing', () => {
    const name = mannerName(keys[0]!);
    const decision = { layer: 'manner', manner: 'ringing', ticks: bar };
    expect(readDecision(name, JSON.parse(JSON.stringify(decision)))).toEqual(decision);
    expect(readDecision(name, { ...decision, manner: 'loud' })).toBeNull();
    expect(readDecision(name, { ...decision, ticks: -1 })).toBeNull();
  });
});

/* Facts of the instrument: the open strings E A D G B E among the tones of each chord. */
test.each([
  [['G', 'C', 'D7', 'Em'], true],
  [['E', 'A', 'B7', 'C#m'], true],
  [['Ab', 'Db', 'Eb7', 'Fm'], false],
  [[], false],
])('whether open strings ring through %j: %s', (symbols, rings) => {
  const chords = symbols.map((symbol) => {
    const chord = parseChord(symbol);
    if (!chord.ok) throw new Error(symbol);
    return chord.value;
  });
  expect(ringsIn(chords, STANDARD_TUNING)).toBe(rings);
});

test('every demo tune has a rhythm from its first chord to its last', () => {
  const takes = JSON.parse(readFileSync(join(demo, 'takes.json'), 'utf8')) as Record<string, Decisions>;
  for (const file of readdirSync(join(demo, 'tunes'))) {
    const chart = parseTuneChart(readFileSync(join(demo, 'tunes', file), 'utf8'));
    if (!chart.ok) throw new Error(file);
    const slots = readChart(chart.value);
    const keys = slotKeys(
      slots,
      chart.value.bars.map((_, i) => String(i + 1)),
    );
    const rhythms = stretchesOf(slots, keys, takes[file.slice(0, 1)]!, 'rhythm');
    const without = slots.filter(
      ({ start, entry }) =>
        entry.chord !== null && !rhythms.some((span) => span.start <= start && start + entry.ticks <= span.end),
    );
    expect([file, without]).toEqual([file, []]);
  }
});
