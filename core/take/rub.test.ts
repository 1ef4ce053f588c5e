import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { parseTune } from '../melody/tune-text.ts';
import { readChart } from '../reading/read.ts';
import { coloursOf } from '../reharm/colours.ts';
import { rubWeight } from '../reharm/rubs.ts';
import { columnsOf } from './columns.ts';
import { slotKeys } from './key.ts';
import { rubsIn, worstRub } from './rub.ts';

const read = (text: string) => {
  const tune = parseTune(text);
  if (!tune.ok) throw new Error(JSON.stringify(tune.problems));
  const { chart, melody } = tune.value;
  const slots = readChart(chart, undefined, melody ?? []);
  return { slots, columns: columnsOf(slots, slotKeys(slots, []), {}) };
};
const symbols = (text: string) => read(text).columns.map(({ symbol }) => symbol);

// Field guide §3 and §5; the colours as a player would choose them under the note (common practice).
describe('the colour that nobody chose goes with the melody', () => {
  test.each<[string, string, string[]]>([
    ['without a melody the steadiest', 'key: C\n| F | C |', ['Fmaj7', 'C6']],
    ['the root on top: 6 in the place of maj7', 'key: C\n| F | C |\nmelody:\nf8 | g8 |', ['F6', 'C6']],
    ['a suspended fourth on a dominant', 'key: C\n| G | C |\nmelody:\nc8 | c8 |', ['G7sus4', 'C6']],
    ['the ♭9 where it leads home in minor', 'key: Cm\n| G7 | Cm |\nmelody:\n_a8 | g8 |', ['G7b9', 'Cm6']],
    ['a short note in passing changes nothing', 'key: C\n| F | C |\nmelody:\na3g/f/e4 | g8 |', ['Fmaj7', 'C6']],
    ['what the chart names stands', 'key: C\n| Fmaj9 | C |\nmelody:\nf8 | g8 |', ['Fmaj9', 'C6']],
  ])('%s', (_, text, expected) => {
    expect(symbols(text)).toEqual(expected);
  });

  test('it never clashes where another usual one does not, whatever is sung', () => {
    const letters = fc.constantFrom('c', 'd', 'e', 'f', 'g', 'a', 'b', '^c', '_e', '^f', '_a', '_b');
    const chords = fc.constantFrom('C', 'Dm', 'Em', 'F', 'G', 'G7', 'Am', 'Fm', 'D7', 'A7', 'Bb');
    fc.assert(
      fc.property(fc.array(fc.tuple(chords, letters), { minLength: 2, maxLength: 6 }), (bars) => {
        const text = `key: C\n| ${bars.map(([chord]) => chord).join(' | ')} |\nmelody:\n${bars.map(([, note]) => `${note}8`).join(' | ')} |`;
        const { slots, columns } = read(text);
        for (const column of columns) {
          if (rubsIn(slots, column).length === 0) continue;
          const own = column.slot.entry.chord!;
          const usual = coloursOf(own, column.context).filter(({ group }) => group === 'usual');
          for (const { chord } of usual) expect(rubWeight(rubsIn(slots, { ...column, chord }))).toBeGreaterThan(0);
        }
      }),
      { numRuns: 200 },
    );
  });
});

test('the weightiest clash of several chords is told', () => {
  const { slots, columns } = read('key: C\n| Fmaj9 | Cmaj9 |\nmelody:\nf2 a6 | c8 |');
  const worst = worstRub(slots, columns)!;
  expect([worst.note.bar, worst.verdict.reason, worst.verdict.degree]).toEqual([2, 'root-on-major-seventh', '1']);
  expect(worstRub(slots, columns.slice(0, 0))).toBeNull();
});
