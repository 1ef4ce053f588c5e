import { describe, expect, test } from '@jest/globals';
import { chartOf, TUNES } from '../melody/traditional.oracle.ts';
import { sungNotes } from '../melody/melody.ts';
import { parseTune } from '../melody/tune-text.ts';
import { parseChart } from '../chart/parse.ts';
import { playedBars } from '../chart/played.ts';
import { framed, type Framing } from './framed.ts';

function read(text: string) {
  const tune = parseTune(text);
  if (!tune.ok) throw new Error(JSON.stringify(tune.problems));
  return { text: tune.value.chartText, chart: tune.value.chart, melody: tune.value.melody ?? [] };
}
/** A tune with a frame, read again: the bars of its chart as played, by their chords, and its melody. */
function withFrame(frame: Framing, text: string) {
  const before = read(text);
  const made = framed(frame, before.text, before.chart, before.melody);
  if (!made.ok) throw new Error(JSON.stringify(made.problems));
  const chart = parseChart(made.value.text);
  if (!chart.ok) throw new Error(JSON.stringify([made.value.text, chart.problems]));
  const sung = sungNotes(chart.value, made.value.melody).map(
    ({ start, ticks, pitch }) => [start, ticks, pitch] as const,
  );
  const bars = playedBars(chart.value).map(({ index }) => chart.value.bars[index]!.source.replace(/^\S+ /, ''));
  return { ...made.value, chart: chart.value, sung, bars, before };
}

const FERRY = `key: C
| C | Am | Dm | G7 |
| C | Am | Dm G7 | C |
melody:
L:1/4
c4 | A4 | d2 f2 | g4 |
e4 | c2 A2 | d2 B2 | c4 |
`;

describe('an intro', () => {
  const made = withFrame('intro', FERRY);
  test('is the last phrase, and ends on V, so that the tune comes in', () => {
    expect(made.text).toContain('[Intro]\n| C | Am | Dm G7 | C G7 |\n\n[Tune]\n| C | Am | Dm | G7 |');
  });
  test('has the tune of that phrase, whose last note leaves room for the V; then the tune itself', () => {
    const eight = 8 * 1920;
    expect(made.sung.slice(0, 6).map(([, ticks, pitch]) => [ticks, pitch])).toEqual([
      [1920, 76],
      [960, 72],
      [960, 69],
      [960, 74],
      [960, 71],
      [960, 72],
    ]);
    const { sung, before } = made;
    const own = sungNotes(before.chart, before.melody).map(({ start, ticks, pitch }) => [
      start + eight / 2,
      ticks,
      pitch,
    ]);
    expect(sung.slice(6)).toEqual(own);
  });
  test('before a tune with a pickup has the pickup of its phrase, and ends with the tune’s', () => {
    const { sung, text } = withFrame(
      'intro',
      'key: C\nmeter: 3/4\n[pickup 1/4] | N.C. | C | F | G7 | C |\nmelody:\nL:1/4\nG | c2 G | A2 A | B2 B | c3 |\n',
    );
    expect(text).toContain('[pickup 1/4] | N.C. |\n[Intro]\n| C | F | G7 | C G7 |\n\n[Tune]\n| C | F | G7 | C |');
    // G, then the four bars, whose last C gives way to the pickup; then the tune.
    expect(sung.map(([, , pitch]) => pitch)).toEqual([67, 72, 67, 69, 69, 71, 71, 72, 67, 72, 67, 69, 69, 71, 71, 72]);
    expect(sung[8]).toEqual([480 + 12 * 480 - 480, 480, 67]);
  });
});

describe('an ending', () => {
  test('is the last phrase once more, and its last chord and note are held', () => {
    const { text, sung } = withFrame('ending', FERRY);
    expect(text.endsWith('\n[Ending]\n| C | Am | Dm G7 | C |\n| C |\n')).toBe(true);
    expect(sung.at(-1)).toEqual([12 * 1920, 1920, 72]);
  });
  test('rests at once where the tune does', () => {
    const { text } = withFrame('ending', 'key: C\n| C | F | G7 | C |\n| F | G7 | C | % |\n');
    expect(text.endsWith('\n[Ending]\n| F | G7 | C | C |\n')).toBe(true);
  });
  test('after an ending of a repeat is what was played last', () => {
    const { text } = withFrame('ending', 'key: C\n|: C | F | G7 |1 E7 :|2 C |\n');
    expect(text.endsWith('\n[Ending]\n| C | F | G7 | C |\n| C |\n')).toBe(true);
  });
});

test.each<[string, string, string]>([
  ['a chart that jumps', 'key: C\n| C | F | {fine} | G7 | C | {D.C. al fine}\n', 'frame-jumps'],
  ['a phrase in several meters', 'key: C\n| C | F | {3/4} G7 | C |\n', 'frame-meter'],
])('%s is left alone, and that is said', (_, text, code) => {
  const { chart, melody, text: chartText } = read(text);
  const made = framed('intro', chartText, chart, melody);
  expect(!made.ok && made.problems.map((one) => one.code)).toEqual([code]);
});

test.each(TUNES.map((row) => [row[0], `${chartOf(row)}melody:\nL:${row[3]}\nK:${row[1]}\n${row[5]}\n`] as const))(
  '%s can be framed, and stands as it was in between',
  (_, text) => {
    for (const frame of ['intro', 'ending'] as const) {
      const { sung, before, chart, bars } = withFrame(frame, text);
      const own = sungNotes(before.chart, before.melody);
      const pitches = sung.map(([, , pitch]) => pitch);
      const all = own.map(({ pitch }) => pitch);
      const hasPickup = before.chart.bars[0]!.number === 0;
      if (frame === 'ending') expect(pitches.slice(0, all.length)).toEqual(all);
      // The pickup comes at the end of the intro.
      else expect(pitches.slice(-all.length)).toEqual(all);
      expect(chart.bars).toHaveLength(before.chart.bars.length + (bars.length - playedBars(before.chart).length));
      expect(hasPickup).toBe(chart.bars[0]!.number === 0);
    }
  },
);
