import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { parseChart } from '../chart/parse.ts';
import { entriesText } from '../chart/write.ts';
import { parseMeter } from '../time/meter.ts';
import { SIMPLIFICATIONS, simplify, type Simplification } from './simplify.ts';

const simple = (text: string, kinds?: readonly Simplification[]) => {
  const result = simplify(text, kinds);
  if (!result.ok) throw new Error(JSON.stringify(result.problems));
  return result.value;
};

describe('a chart is stripped to what bears load', () => {
  test.each([
    ['the ii of a ii–V', 'key: C\n| Dm7 G7 | C |', 'key: C\n| G7 | C |'],
    ['a ii that fills a bar', 'key: C\n| Dm7 | G7 | C |', 'key: C\n| G7 | G7 | C |'],
    ['the ii of a secondary dominant', 'key: C\n| Em7b5 A7 | Dm | F |', 'key: C\n| A7 | Dm | F |'],
    ['a ii before its minor dominant', 'key: Cm\n| Dm7b5 . G7 . | Cm |', 'key: Cm\n| G7 | Cm |'],
    ['passing diminished chords', 'key: C\n| C C#dim7 | Dm F |', 'key: C\n| C | Dm F |'],
    ['approach by half steps', 'key: C\n| Em7 Ebm7 | Dm |', 'key: C\n| Em7 | Dm |'],
    ['the ii of a side-slip', 'key: C\n| F | Ebm7 Ab7 | Dm | G7 |', 'key: C\n| F | Ab7 | G7 | G7 |'],
    [
      'the ii of a ii–V that lands elsewhere',
      'key: C\n| C | Fm7 Bb7 | Ebmaj7 | G7 |',
      'key: C\n| C | Bb7 | Ebmaj7 | G7 |',
    ],
    ['three in a bar', 'meter: 3/4\nkey: C\n| C . C#dim7 | Dm7 . G7 | C |', 'meter: 3/4\nkey: C\n| C | G7 | C |'],
    ['uneven shares', 'key: C\n| C . . Dm7 | G7 |', 'key: C\n| C . . G7 | G7 |'],
  ])('%s', (_, text, expected) => {
    expect(simple(text).text).toBe(expected);
  });

  test('what bears load stays as it was written, comments and layout too', () => {
    const text = '# ours\ntitle: T\nkey: C\n\n[A]\n|: C |  Am7  | Fmaj7 |1 E7 :|2 G7 |\n';
    expect(simple(text)).toEqual({ text, dropped: [] });
  });

  test('a chord written twice in a bar stays written twice', () => {
    expect(simple('key: C\n| C C | F . F . | G7 |').text).toBe('key: C\n| C C | F . F . | G7 |');
    expect(simple('key: C\n| C Cdim7 C C | G7 |').text).toBe('key: C\n| C C C | G7 |');
  });

  test('a bar that repeats the bar before goes with it, or is written out', () => {
    expect(simple('key: C\n| Dm7 | % | G7 | C |').text).toBe('key: C\n| G7 | % | G7 | C |');
    expect(simple('key: C\n| C | Dm7 G7 | % | C |').text).toBe('key: C\n| C | G7 | % | C |');
  });

  test('each kind by itself, and what went is told', () => {
    const text = 'key: C\n| C C#dim7 | Dm7 G7 | C |';
    expect(simple(text, ['passing'])).toEqual({
      text: 'key: C\n| C | Dm7 G7 | C |',
      dropped: [{ bar: 1, symbol: 'C#dim7', kind: 'passing' }],
    });
    expect(simple(text, ['related-ii']).text).toBe('key: C\n| C C#dim7 | G7 | C |');
    expect(simple(text, ['side-slip']).dropped).toEqual([]);
  });

  test('a chart with problems is not guessed at', () => {
    expect(simplify('key: C\n| H7 |')).toMatchObject({ ok: false, problems: [{ code: 'chord-german-h' }] });
  });
});

test('a simplified chart is a chart of the same bars', () => {
  const chord = fc.constantFrom('C', 'Am7', 'Dm7', 'G7', 'Fmaj7', 'C#dim7', 'Ebm7', 'Ab7', 'A7', 'Em7', 'N.C.', 'Db7');
  const bar = fc.oneof(
    fc.constant('%'),
    fc.array(chord, { minLength: 1, maxLength: 4 }).map((all) => all.join(' ')),
  );
  fc.assert(
    fc.property(chord, fc.array(bar, { maxLength: 8 }), fc.subarray([...SIMPLIFICATIONS]), (first, bars, kinds) => {
      const text = `key: C\n| ${[first, ...bars].join(' | ')} |`;
      const before = parseChart(text);
      const after = parseChart(simple(text, kinds).text);
      if (!before.ok || !after.ok) throw new Error(text);
      expect(after.value.bars.map(({ ticks }) => ticks)).toEqual(before.value.bars.map(({ ticks }) => ticks));
      for (const { entries, ticks } of after.value.bars)
        expect(entries.reduce((sum, entry) => sum + entry.ticks, 0)).toBe(ticks);
    }),
    { numRuns: 400 },
  );
});

test('chords are written without dots where that says it, and read back the same', () => {
  const meters = ['2/4', '3/4', '4/4', '5/4', '6/8', '9/8', '12/8'];
  fc.assert(
    fc.property(
      fc.constantFrom(...meters),
      fc.integer({ min: 1, max: 8 }),
      fc.infiniteStream(fc.boolean()),
      (name, count, dots) => {
        const meter = parseMeter(name);
        if (!meter.ok) throw new Error(name);
        const tokens = Array.from({ length: count }, (_, i) =>
          i > 0 && dots.next().value ? '.' : ['C', 'F', 'G'][i % 3]!,
        );
        const chart = parseChart(`meter: ${name}\n| ${tokens.join(' ')} |`);
        if (!chart.ok) return;
        const { entries } = chart.value.bars[0]!;
        const text = entriesText(entries, meter.value);
        if (!tokens.includes('.')) expect(text).toBe(tokens.join(' '));
        const again = parseChart(`meter: ${name}\n| ${text} |`);
        expect(again.ok && again.value.bars[0]!.entries).toEqual(entries);
      },
    ),
    { numRuns: 400 },
  );
});
