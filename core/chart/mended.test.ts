import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { symbolOf } from '../chord/chord.ts';
import { mendedText, unreadBars } from './mended.ts';
import { parseChart } from './parse.ts';

const GOOD = 'title: Slack Tide\nkey: Ab\nmeter: 4/4\n\n[A]\n| Ab | Fm7 | Bbm7 | Eb7 |\n|: Ab | Db | Eb7 | Ab :|';

/** The chords of each bar of a text that can be read. */
function barsIn(text: string | null): string[] {
  const chart = parseChart(text ?? '');
  if (!chart.ok) throw new Error(JSON.stringify([text, chart.problems]));
  return chart.value.bars.map(({ entries }) =>
    entries.map(({ chord }) => (chord ? symbolOf(chord) : 'N.C.')).join(' '),
  );
}

describe('a chart in which something cannot be read', () => {
  test('is read as it is when all of it can be', () => expect(mendedText(GOOD, '')).toBe(GOOD));

  test.each([
    ['a chord half typed', '| Fm7 |', '| Fmx |', 'Fm7'],
    ['a small letter', '| Bbm7 |', '| bbm7 |', 'Bbm7'],
    ['more chords than beats', '| Fm7 |', '| Fm7 G A B C |', 'Fm7'],
  ])('%s: the bar keeps its last meaning, every other bar is what it says', (_, from, to, was) => {
    const text = GOOD.replace(from, to).replace('| Db |', '| Gb |');
    const bars = barsIn(mendedText(text, GOOD));
    expect(bars).toContain(was);
    expect(bars[5]).toBe('Gb');
    expect(bars).toHaveLength(8);
  });

  test('a new bar that never could be read is silent, and in its place', () => {
    expect(barsIn(mendedText(GOOD.replace('| Fm7 |', '| Fm7 | H9x |'), GOOD))).toEqual(
      'Ab Fm7 N.C. Bbm7 Eb7 Ab Db Eb7 Ab'.split(' '),
    );
  });

  test('which bars stand as they were is told; one that only is not closed is read', () => {
    const typed = parseChart('| C | Hm | F G A B C |\n| am | G');
    expect(typed.ok ? [] : unreadBars(typed.problems)).toEqual([2, 3, 4]);
  });

  test('a bar that is emptied to be written anew keeps what it said', () => {
    expect(barsIn(mendedText(GOOD.replace('| Fm7 |', '| |'), GOOD))).toEqual(barsIn(GOOD));
    expect(barsIn(mendedText(GOOD.replace('Bbm7', '').replace('| Db |', '| Gb |'), GOOD))).toEqual(
      'Ab Fm7 Bbm7 Eb7 Ab Gb Eb7 Ab'.split(' '),
    );
  });

  test('an empty bar is none, an open one is closed', () => {
    expect(barsIn(mendedText('| C | | F |', ''))).toEqual(['C', 'F']);
    expect(barsIn(mendedText('| C | F | G', ''))).toEqual(['C', 'F', 'G']);
  });

  test.each([
    ['a key that is none', 'key: Ab', 'key: Hm', 'Ab'],
    ['a meter that is none', 'meter: 4/4', 'meter: x', 'Ab'],
  ])('%s: the header keeps its last meaning', (_, from, to, key) => {
    const chart = parseChart(mendedText(GOOD.replace(from, to), GOOD)!);
    expect(chart.ok && [chart.value.key.tonic, chart.value.meter.count]).toEqual([key, 4]);
  });

  test.each([
    ['| C | F :|', ['C', 'F']],
    ['|: C | F |', ['C', 'F']],
    ['| C |2 F |', ['C', 'F']],
    ['| C {nonsense} | F |', ['C', 'F']],
    ['| C | {D.S.} F |', ['C', 'F']],
    ['| C | F |\nwhat is this', ['C', 'F']],
    ['> la la\n| C | F |', ['C', 'F']],
    ['| C | F |\n> a | b | c | d', ['C', 'F']],
    ['| C | F | [pickup 1/4] G |', ['C', 'F', 'G']],
    ['| C ] | F [ |', ['N.C.', 'N.C.']],
  ])('%s: signs that say nothing there are left out', (text, bars) =>
    expect(barsIn(mendedText(text, ''))).toEqual(bars),
  );

  test.each(['', 'title: Nothing', '# only a remark', 'C F G'])('%j has nothing that can be read', (text) =>
    expect(mendedText(text, GOOD)).toBeNull(),
  );

  test('whatever is typed into a chart, it can be read afterwards, and lines without a fault are untouched', () => {
    const junk = fc.constantFrom(
      '|',
      ':|',
      '|:',
      '|1',
      ':|2',
      '{',
      '}',
      '[',
      'H',
      'cm',
      '%',
      '.',
      '{3/4}',
      '{D.C.}',
      '\n',
      '/',
      '> a',
      'key: x',
    );
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(GOOD.length), junk), { minLength: 1, maxLength: 4 }), (typed) => {
        const text = typed.reduce((now, [at, put]) => now.slice(0, at) + put + now.slice(at), GOOD);
        const mended = mendedText(text, GOOD);
        const read = parseChart(text);
        if (mended === null) return !read.ok;
        const wrong = new Set(read.ok ? [] : read.problems.map(({ at }) => at?.line));
        const [before, now] = [text.split('\n'), mended.split('\n')];
        expect(parseChart(mended).ok).toBe(true);
        expect(now).toHaveLength(before.length);
        // A jump or a repeat may be wrong for what stands in another line; bars are not.
        if (!read.ok && read.problems.every(({ code }) => code.startsWith('chord-')))
          before.forEach((line, i) => wrong.has(i + 1) || expect(now[i]).toBe(line));
        return true;
      }),
      { seed: 7, numRuns: 400 },
    );
  });
});
