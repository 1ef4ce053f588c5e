import { expect, test } from '@jest/globals';
import { symbolOf } from '../chord/chord.ts';
import { parseTune } from '../melody/tune-text.ts';
import { readChart } from '../reading/read.ts';
import { applyPatch } from '../patch.ts';
import { spanAt } from '../reharm/moves/span.ts';
import { columnsOf } from './columns.ts';
import { slotKeys } from './key.ts';
import { mendingMoves } from './mending-moves.ts';
import { movePatch } from './moves.ts';
import { rubsIn } from './rub.ts';

const slotsOf = (text: string) => {
  const tune = parseTune(text);
  if (!tune.ok) throw new Error(JSON.stringify(tune.problems));
  return readChart(tune.value.chart, undefined, tune.value.melody!);
};
const told = (text: string, index: number) =>
  mendingMoves(slotsOf(text), index).map(({ found }) => found.parts.map(({ chord }) => symbolOf(chord)).join(' '));

// Common practice: what a player puts there, the nearest first.
test.each<[string, string, number, string[]]>([
  [
    'a fourth that falls to the third of a dominant',
    'key: C\n| C | G7 | C |\nmelody:\ne8 | c4 B4 | c8 |',
    1,
    ['Dm7 G7', 'F/G G7'],
  ],
  ['the root over a major seventh', 'key: C\n| C | Fmaj7 | C |\nmelody:\ne8 | f8 | e8 |', 1, ['Dm7', 'F Faug F6 F7']],
])('%s', (_, text, index, expected) => {
  expect(told(text, index)).toEqual(expected);
});

test('under none of them anything clashes', () => {
  const slots = slotsOf(
    'key: C\n| C | G7 | C | Am |\n| Dm | G7 | C | % |\nmelody:\nf8 | c4 B4 | f4 e4 | f8 | f4 e4 | c8 | b4 f4 | c8 |',
  );
  const keys = slotKeys(slots, []);
  let tried = 0;
  slots.forEach((slot, i) => {
    for (const proposal of mendingMoves(slots, i)) {
      const span = spanAt(slots, slot.start, slot.entry.ticks)!;
      const { cells } = applyPatch({}, movePatch(slots, keys, {}, span, proposal));
      const made = columnsOf(slots, keys, cells).filter(
        ({ slot: one }) => one.start >= slot.start && one.start < slot.start + slot.entry.ticks,
      );
      expect(made.flatMap((column) => rubsIn(slots, column))).toEqual([]);
      tried++;
    }
  });
  expect(tried).toBeGreaterThan(6);
});
