import { describe, expect, test } from '@jest/globals';
import { parseChart } from '../chart/parse.ts';
import { parseChord } from '../chord/symbol.ts';
import { ringsIn } from '../chord/ringing.ts';
import { STANDARD_TUNING } from '../neck/tuning.ts';
import { readChart } from '../reading/read.ts';
import { columnsOf } from './columns.ts';
import { readDecision, type Decisions } from './decision.ts';
import { mannerName, slotKeys } from './key.ts';

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
