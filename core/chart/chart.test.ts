import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { symbolOf } from '../chord/chord.ts';
import { parseMeter } from '../time/meter.ts';
import { alignBars } from './align.ts';
import { MOST_WRITTEN_OUT, playedOrder } from './form.ts';
import { writeOut } from './played.ts';
import { withHeader } from './headers.ts';
import { LONGEST_CHART, parseChart } from './parse.ts';
import { sharesOf } from './shares.ts';

function chartOf(text: string) {
  const chart = parseChart(text);
  if (!chart.ok) throw new Error(JSON.stringify(chart.problems));
  return chart.value;
}
const problemsOf = (text: string) => {
  const chart = parseChart(text);
  return chart.ok ? [] : chart.problems;
};
/** The written-out chart in brief: bar:symbol, with beats where a bar has several. */
const played = (text: string) =>
  writeOut(chartOf(text)).map(
    ({ bar, entry }) => `${bar}:${entry.chord ? symbolOf(entry.chord) : 'N.C.'}x${entry.beats}`,
  );

test('headers, sections and bars are read', () => {
  const chart = chartOf(
    '# a comment\ntitle: Slack Tide\nkey: Ab\nmeter: 4/4\ntempo: 132\nfeel: swing\n\n[A]\n| Ab | Fm7 |\n[B] | Bbm7 | Eb7 |',
  );
  expect(chart).toMatchObject({
    title: 'Slack Tide',
    key: { tonic: 'Ab', mode: 'major' },
    keyFound: null,
    tempo: 132,
    feel: 'swing',
  });
  expect(chart.bars.map(({ section }) => section)).toEqual(['A', null, 'B', null]);
});

test('without a key, it is found from the chords, and said so', () => {
  expect(chartOf('| Gm7 | C7 |')).toMatchObject({
    key: { tonic: 'G', mode: 'minor' },
    keyFound: { key: { tonic: 'G', mode: 'minor' }, runnerUp: { tonic: 'F', mode: 'major' } },
  });
});

describe('entries share a bar', () => {
  test.each([
    ['4/4', 1, [4]],
    ['4/4', 2, [2, 2]],
    ['4/4', 3, [2, 1, 1]],
    ['4/4', 4, [1, 1, 1, 1]],
    ['4/4', 5, null],
    ['4/4', 8, Array(8).fill(0.5)],
    ['5/4', 2, [3, 2]],
    ['3/4', 2, [2, 1]],
    ['6/8', 2, [1, 1]],
    ['6/8', 3, null],
    ['6/8', 6, Array(6).fill(1 / 3)],
    ['12/8', 2, [2, 2]],
    ['2/4', 3, null],
  ])('in %s %i entries are %j beats', (meter, count, shares) => {
    const parsed = parseMeter(meter);
    expect(parsed.ok && sharesOf(count, parsed.value)).toEqual(shares);
  });

  test('dots hold, per cent repeats, N.C. rests', () => {
    expect(played('| Ab . Fm . | % |')).toEqual(['1:Abx2', '1:Fmx2', '2:Abx2', '2:Fmx2']);
    expect(played('meter: 3/4\n| Dm7b5 . G7 | N.C. | {5/4} C F |')).toEqual([
      '1:Dm7b5x2',
      '1:G7x1',
      '2:N.C.x3',
      '3:Cx3',
      '3:Fx2',
    ]);
  });

  test('the shares of a bar always fill it', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 16 }),
        fc.constantFrom('2/4', '3/4', '4/4', '5/4', '6/8', '9/8', '12/8'),
        (count, text) => {
          const meter = parseMeter(text);
          const shares = meter.ok ? sharesOf(count, meter.value) : null;
          const beats = Number(text.split('/')[0]) / (text.endsWith('8') ? 3 : 1);
          if (shares) expect(shares.reduce((a, b) => a + b, 0)).toBeCloseTo(beats, 9);
        },
      ),
    );
  });
});

describe('repeats are written out', () => {
  test.each([
    ['|: C | F :|', 'C F C F'],
    ['| A |: C | F :| G |', 'A C F C F G'],
    ['|: C |1 F :|2 G | A |', 'C F C G A'],
    ['|: C |1 F :|2 G :|3 A | B |\n| E |', 'C F C G C A B E'],
    ['|: C :|: F :|', 'C C F F'],
    ['|: C | D |1 E | F :|2 G |\n[B]\n| A |', 'C D E F C D G A'],
  ])('%s', (text, order) => {
    expect(
      writeOut(chartOf(text))
        .map(({ entry }) => entry.chord!.root)
        .join(' '),
    ).toBe(order);
  });

  test('each pass is its own, bars count on, a pickup is bar 0', () => {
    const slots = writeOut(chartOf('[pickup 1/4] | G7 |: C | F :|'));
    expect(slots.map(({ bar, sourceBar, pass }) => [bar, sourceBar, pass])).toEqual([
      [0, 0, 1],
      [1, 1, 1],
      [2, 2, 1],
      [3, 1, 2],
      [4, 2, 2],
    ]);
    expect(slots.map(({ start }) => start)).toEqual([0, 480, 2400, 4320, 6240]);
  });

  test('endings cannot multiply a chart past what can be arranged', () => {
    const endings = (count: number) =>
      `|: ${Array(50).fill('C').join(' | ')} ${Array.from({ length: count }, (_, i) => `|${i + 1} F `).join(':')}|`;
    expect(playedOrder(chartOf(endings(70)).bars).length).toBeLessThanOrEqual(MOST_WRITTEN_OUT);
    expect(problemsOf(endings(90))).toMatchObject([{ code: 'chart-too-many-played', at: { line: 1, column: 1 } }]);
  });

  test('a thousand bars are a chart', () => {
    const chart = chartOf(Array.from({ length: 250 }, () => '| C | Am7 | Dm7 | G7 |').join('\n'));
    expect(playedOrder(chart.bars)).toHaveLength(1000);
  });
});

describe('what is wrong is said where it is', () => {
  test.each([
    ['', 'chart-empty', 1, null],
    ['title: only\n', 'chart-empty', 2, null],
    ['| C | H7 |', 'chord-german-h', 1, 2],
    ['| C | am |', 'chord-lower-case', 1, 2],
    ['| C | Xyz |', 'chord-unknown', 1, 2],
    ['| C | F', 'bar-unclosed', 1, 2],
    ['| C |  | F |', 'bar-empty', 1, 2],
    ['| C | F G A B C |', 'bar-share', 1, 2],
    ['| . C |', 'bar-dot-first', 1, 1],
    ['| % |', 'bar-percent-first', 1, 1],
    ['| C | % F |', 'bar-percent-mixed', 1, 2],
    ['| C :|', 'repeat-unopened', 1, 1],
    ['|: C | F |', 'repeat-unclosed', 1, 1],
    ['|: C |: F :|', 'repeat-nested', 1, 2],
    ['|2 C |', 'ending-outside', 1, 1],
    ['|: C |2 F :|', 'ending-number', 1, 2],
    ['| C |\n[pickup 1/4]\n| F |', 'pickup-late', 2, 2],
    ['[pickup x]\n| F |', 'pickup-unknown', 1, 0],
    ['key: H\n| C |', 'key-unknown', 1, null],
    ['meter: 4/5\n| C |', 'meter-unknown', 1, null],
    ['| C | {0/4} F |', 'meter-unknown', 1, 2],
    ['| C | {key: H} F |', 'key-unknown', 1, 2],
    ['tempo: fast\n| C |', 'tempo-unknown', 1, null],
    ['colour: red\n| C |', 'header-unknown', 1, null],
    ['| C |\nmelody: c4', 'melody-elsewhere', 2, null],
    ['key: C\nkey: F\n| C |', 'header-twice', 2, null],
    ['feel: latin\n| C |', 'feel-unknown', 1, null],
    [`| C ${'. '.repeat(5000)}|`, 'bar-crowded', 1, 1],
    ['| C F G A B C D E C F G A B C D E C |', 'bar-crowded', 1, 1],
    ['C F G', 'line-unknown', 1, null],
    [`title: ${'x'.repeat(200)}\n| C |`, 'title-too-long', 1, null],
  ])('%j: %s', (text, code, line, bar) => {
    expect(problemsOf(text)).toContainEqual(
      expect.objectContaining({ code, bar, at: expect.objectContaining({ line }) }),
    );
  });

  test('every problem is found, not only the first', () => {
    expect(problemsOf('key: Q\n| H7 | am |\n| C').map(({ code }) => code)).toEqual([
      'key-unknown',
      'chord-german-h',
      'chord-lower-case',
      'bar-unclosed',
    ]);
  });

  test('the dots that would help are shown', () => {
    expect(problemsOf('| C F G A B |')[0]!.args.dots).toBe('C . F . G . A B');
  });

  test('five megabytes are refused at once', () => {
    expect(problemsOf('| C |\n'.repeat(LONGEST_CHART))).toMatchObject([{ code: 'chart-too-long' }]);
  });

  test('any text is read or refused, never thrown at', () => {
    const piece = fc.constantFrom(
      '|',
      '|:',
      ':|',
      '|1',
      ':|2',
      ' C ',
      ' Fm7 ',
      '%',
      '.',
      '\n',
      '[A]',
      '{3/4}',
      'key: C\n',
      'N.C.',
      '{',
      ']',
      ':',
    );
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 30 }), (pieces) => {
        const chart = parseChart(pieces.join(''));
        if (chart.ok) expect(writeOut(chart.value).length).toBeGreaterThan(0);
        else expect(chart.problems.every(({ code }) => code.length > 0)).toBe(true);
      }),
      { numRuns: 1500 },
    );
  });
});

test('a header is set in its place, or at the top', () => {
  expect(withHeader('title: A\n| C |', 'title', 'B\nkey: X')).toBe('title: B key: X\n| C |');
  expect(withHeader('| C |', 'title', 'B')).toBe('title: B\n| C |');
  expect(chartOf(withHeader('| C |', 'title', '<script>alert(1)</script>')).title).toBe('<script>alert(1)</script>');
});

describe('bars keep their names when the chart changes', () => {
  const ids = (sources: string[]) => sources.map((source, i) => ({ id: `id${i}`, source }));
  let fresh = 0;
  const newId = () => `new${fresh++}`;
  test.each([
    ['nothing changed', 'abcd', 'abcd', 'id0 id1 id2 id3'],
    ['one changed in place', 'abcd', 'abXd', 'id0 id1 id2 id3'],
    ['one put in', 'abcd', 'abXcd', 'id0 id1 new id2 id3'],
    ['one taken out', 'abcd', 'acd', 'id0 id2 id3'],
    ['a repeat of the same bars', 'aabb', 'aaabb', 'id0 id1 new id2 id3'],
    ['all new', 'ab', 'XYZ', 'new new new'],
  ])('%s', (_, before, after, kept) => {
    const result = alignBars(ids([...before]), [...after], newId);
    expect(result.map(({ id }) => id.replace(/\d+$/, (n) => (id.startsWith('new') ? '' : n))).join(' ')).toBe(kept);
  });

  test('ids stay unique, and unchanged bars at both ends keep theirs', () => {
    const letters = fc.array(fc.constantFrom('a', 'b', 'c'), { minLength: 1, maxLength: 12 });
    fc.assert(
      fc.property(letters, letters, letters, letters, (head, middle, other, tail) => {
        const before = ids([...head, ...middle, ...tail]);
        const after = alignBars(before, [...head, ...other, ...tail], newId);
        expect(new Set(after.map(({ id }) => id)).size).toBe(after.length);
        expect(after[0]!.id).toBe('id0');
        expect(after.map(({ source }) => source)).toEqual([...head, ...other, ...tail]);
      }),
    );
  });
});

describe('jumps', () => {
  /** Bars as played, by number. */
  const bars = (text: string) => playedOrder(chartOf(text).bars).map(({ index }) => index + 1);
  test.each([
    ['D.C. al fine', '| C | F {fine} | G | C {D.C. al fine} |', [1, 2, 3, 4, 1, 2]],
    ['D.C.', '| C | F | {D.C.}', [1, 2, 1, 2]],
    ['D.S. to the end', '| C | {segno} F | G {D.S.} | C |', [1, 2, 3, 2, 3, 4]],
    [
      'D.S. al coda',
      '| C | {segno} F | G {to coda} | Am | F {D.S. al coda} | {coda} C | C |',
      [1, 2, 3, 4, 5, 2, 3, 6, 7],
    ],
    ['D.C. al coda over two lines', '| C | F | {to coda}\n| G {d.c. al coda} |\n{coda} | Am |', [1, 2, 3, 1, 2, 4]],
    ['after a jump the last ending', '|: C |1 F :|2 G | {fine} | Am {D.C. al fine} |', [1, 2, 1, 3, 4, 1, 3]],
    ['a repeat is taken once after a jump', '|: C | F :| G {fine} | Am {D.C. al fine} |', [1, 2, 1, 2, 3, 4, 1, 2, 3]],
  ])('%s', (_, text, expected) => {
    expect(bars(text)).toEqual(expected);
  });

  test('each bar that comes again is a pass of its own', () => {
    const slots = writeOut(chartOf('|: C | F {fine} :| G {D.C. al fine} |'));
    expect(slots.map(({ sourceBar, pass }) => `${sourceBar}/${pass}`)).toEqual([
      '1/1',
      '2/1',
      '1/2',
      '2/2',
      '3/1',
      '1/3',
      '2/3',
    ]);
  });

  test.each([
    ['|: C | F :| {x3}', [1, 2, 1, 2, 1, 2]],
    ['| C |: F :| {vamp} | G |', [1, 2, 2, 2, 2, 3]],
    ['| C |: F {vamp x2} :| G |', [1, 2, 2, 3]],
  ])('a repeat says how often: %j', (text, expected) => {
    expect(bars(text)).toEqual(expected);
  });

  test.each([
    ['| C | F {D.S. al coda} |', ['jump-sign', 'jump-sign', 'jump-sign']],
    ['| {segno} C | F {D.S.} | G {D.C.} |', ['jump-twice']],
    ['| C {D.C. al coda} | F {to coda} | {coda} G |', ['jump-sign']],
    ['| C {D.C. al fine} | F {fine} |', ['jump-sign']],
    ['| C | F {x4} |', ['times-unclosed']],
    ['|: C |1 F :|2 G :| {x4}', ['times-endings']],
    ['{fine} | C |', ['sign-first']],
    ['| C {encore} |', ['brace-unknown']],
    ['|: C :| {x99} |', ['brace-unknown']],
  ])('%j is told', (text, codes) => {
    expect(problemsOf(text).map(({ code }) => code)).toEqual(codes);
  });
});

describe('other changes for a bar', () => {
  const text = 'key: C\n|: Dm7 | G7 {or Ab7 G7} {or Db7} | C :|';
  test('are kept on the chart, and played where chosen', () => {
    const chart = chartOf(text);
    expect(chart.bars[1]!.alternates.map(({ text: written }) => written)).toEqual(['Ab7 G7', 'Db7']);
    const symbols = (versions: Parameters<typeof writeOut>[1]) =>
      writeOut(chart, versions).map(({ entry }) => symbolOf(entry.chord!));
    expect(symbols(() => 0).join(' ')).toBe('Dm7 G7 C Dm7 G7 C');
    expect(symbols((index, pass) => (index === 1 ? pass : 0)).join(' ')).toBe('Dm7 Ab7 G7 C Dm7 Db7 C');
    // There is no third.
    expect(symbols(() => 3).join(' ')).toBe('Dm7 G7 C Dm7 G7 C');
  });
  test('share the bar as its chords do', () => {
    const [, bar] = chartOf(text).bars;
    expect(bar!.alternates[0]!.entries.map(({ beat, beats }) => [beat, beats])).toEqual([
      [1, 2],
      [3, 2],
    ]);
  });
  test('do not make another bar of it', () => {
    expect(chartOf(text).bars[1]!.source).toBe(chartOf('| Dm7 | G7 | C |').bars[1]!.source);
  });
  test.each([
    ['| {or C} F |', 'alternate-place', 3],
    ['| F {or C} G |', 'alternate-place', 12],
    ['| F {or X9} |', 'chord-unknown', 9],
    ['| F {or C D E F G} |', 'bar-share', 5],
  ])('%j is told at its place', (chart, code, column) => {
    expect(problemsOf(chart).map((found) => [found.code, found.at?.column])).toContainEqual([code, column]);
  });
});

describe('words', () => {
  test('stand under the bars above, in verses', () => {
    const chart = chartOf('| C | F G | C |\n> Slow the | river ~ runs | |\n> So | do we\n| Am |\n> On');
    expect(chart.bars.map(({ lyrics }) => lyrics)).toEqual([
      [['Slow the'], ['So']],
      [['river', 'runs'], ['do we']],
      [[''], ['']],
      [['On']],
    ]);
  });
  test('do not count as chords, whatever they are', () => {
    expect(chartOf('| C |\n> key: Am | ').bars).toHaveLength(1);
  });
  test.each([
    ['> Slow', 'lyrics-first'],
    ['| C |\n> a | b | c', 'lyrics-many'],
  ])('%j is told', (text, code) => {
    expect(problemsOf(text).map((found) => found.code)).toContain(code);
  });
});

test.each(['2/4', '3/4', '4/4', '5/4', '6/8', '9/8', '12/8'])(
  'a bar of %s is full with one chord, and with one a beat',
  (meter) => {
    const parsed = parseMeter(meter);
    if (!parsed.ok) throw new Error(meter);
    const beats = { '2/4': 2, '3/4': 3, '4/4': 4, '5/4': 5, '6/8': 2, '9/8': 3, '12/8': 4 }[meter]!;
    const [one, many] = chartOf(`meter: ${meter}\n| C | ${'F '.repeat(beats)}|`).bars;
    expect(one!.entries[0]!.beats).toBe(beats);
    expect(many!.entries.map(({ beat }) => beat)).toEqual(Array.from({ length: beats }, (_, i) => i + 1));
  },
);
