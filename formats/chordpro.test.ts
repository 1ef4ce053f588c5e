import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { strToU8 } from 'fflate';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  columnsOf,
  DEFAULT_HAND,
  gripsOf,
  NO_MELODY,
  parseTune,
  partsOfTune,
  playedBars,
  readChart,
  scoreOf,
  sheetOf,
  slotKeys,
  writeChordPro,
  type Chart,
  type Sheet,
} from '../core/index.ts';
import { readFile } from './index.ts';

/*
 * ChordPro, by the written rules of its file format (version 6: directives, `define`, grids), as no freely licensed reader of it
 * is to be had; and by our own reader.
 */
const DEMO = join(__dirname, '../demo/tunes');

function chartOf(text: string): Chart {
  const tune = parseTune(text);
  if (!tune.ok) throw new Error(`${text}\n${JSON.stringify(tune.problems)}`);
  return tune.value.chart;
}
/** The sheet of a chart, its chords with the easiest grips or with none. */
function sheetFor(chart: Chart, withGrips = false): Sheet {
  const slots = readChart(chart);
  const columns = columnsOf(slots, slotKeys(slots, []), {}, { plain: true }).map((column) => ({
    column,
    grip: withGrips && column.chord ? gripsOf(column.chord, { ...DEFAULT_HAND, highestFret: 7 })[0]! : null,
  }));
  const scored = { chart, open: DEFAULT_HAND.tuning, columns };
  return sheetOf(chart, scoreOf(scored), scored, NO_MELODY, { staves: [], diagrams: withGrips, lyrics: true });
}
const back = (text: string) => readFile('a.cho', strToU8(writeChordPro(sheetFor(chartOf(text)), DEFAULT_HAND)));
const facts = ({ title, key, meter, tempo, feel, bars }: Chart) => ({
  ...{ title, key, meter, tempo, feel },
  bars: bars.map(({ source, section, opens, closes, ending, lyrics, times, ticks }) => [
    ...[source, section, opens !== null, closes !== null, ending?.number ?? null, lyrics, times?.count ?? null, ticks],
  ]),
});
/** Signs and jumps have no place in a grid: what they repeat is written out there. */
const signless = (chart: Chart) => chart.bars.every(({ jump, times }) => jump === null && times === null);

describe('what is written is read back the same', () => {
  test.each(readdirSync(DEMO))('%s', (name) => {
    const text = partsOfTune(readFileSync(join(DEMO, name), 'utf8')).chartText;
    const chart = chartOf(text);
    const { text: again, lost } = back(text);
    expect(lost).toEqual([]);
    if (signless(chart)) expect(facts(chartOf(again))).toEqual(facts(chart));
    const sounding = (one: Chart) => playedBars(one).map(({ index }) => one.bars[index]!.source);
    expect(sounding(chartOf(again))).toEqual(sounding(chart));
  });

  test('a jump, and what is played three times, are written out, each time with its words', () => {
    const text =
      'title: Jumps\nkey: C\n|: C | F :| {x3}\n> one | two\n> uno | due\n| {segno} G | Am {to coda} |\n| Dm {D.S. al coda} | {coda} Em |\n';
    const chart = chartOf(text);
    const { text: again, lost } = back(text);
    expect(lost).toEqual([]);
    const read = chartOf(again);
    expect(read.bars.map(({ source }) => source)).toEqual(
      playedBars(chart).map(({ index }) => chart.bars[index]!.source),
    );
    expect(read.bars.slice(0, 6).map(({ lyrics }) => lyrics[0]?.[0])).toEqual([
      'one',
      'two',
      'uno',
      'due',
      'uno',
      'due',
    ]);
  });

  test('any chords in any meter, with a pickup, sections, changes of meter and key', () => {
    const symbol = fc.constantFrom('C', 'Bbm7', 'F#7b9', 'Ebmaj9/G', 'N.C.', 'Am7b5');
    const bar = fc.array(symbol, { minLength: 1, maxLength: 3 }).map((symbols) => symbols.join(' '));
    fc.assert(
      fc.property(
        fc.constantFrom('4/4', '3/4', '6/8', '12/8', '2/4', '5/4'),
        fc.array(fc.tuple(bar, fc.boolean(), fc.boolean()), { minLength: 1, maxLength: 12 }),
        fc.boolean(),
        (meter, bars, pickup) => {
          const text = `title: Any\nkey: Eb\nmeter: ${meter}\n${pickup ? '[pickup 1/8] | C |\n' : ''}${bars
            .map(
              ([own, opens, changes], i) => `${opens ? `[S${i}]\n` : ''}| ${changes ? '{key: D} {3/4} ' : ''}${own} |`,
            )
            .join('\n')}\n`;
          const chart = parseTune(text);
          // Three chords do not fall on quarters of every bar.
          fc.pre(chart.ok);
          expect(facts(chartOf(back(text).text))).toEqual(facts(chartOf(text)));
        },
      ),
      { numRuns: 200 },
    );
  });
});

test('shapes are defined by the rules of the format: from the base fret, which is 1; muted x, open 0', () => {
  const text = 'title: Shapes\nkey: C\n| C | Bbm7 | C |\n';
  const sheet = sheetFor(chartOf(text), true);
  const lines = writeChordPro(sheet, { ...DEFAULT_HAND, capo: 2 }).split('\n');
  expect(lines).toContain('{capo: 2}');
  const defined = lines.filter((line) => line.startsWith('{define: '));
  expect(defined.length).toBe(2);
  for (const line of defined) {
    const [, symbol, base, frets] =
      /^\{define: (\S+) base-fret (\d+) frets ((?:(?:x|\d+) ?){6})fingers (?:(?:-|[1-4T]) ?){6}\}$/.exec(line)!;
    const { grip } = sheet.bars.flatMap(({ chords }) => chords).find((chord) => chord.symbol === symbol)!;
    const told = frets!
      .trim()
      .split(' ')
      .map((fret) => (fret === 'x' ? 'x' : fret === '0' ? '0' : String(Number(fret) + Number(base) - 1)));
    expect(told.join('-')).toBe(grip!.grip);
  }
});

test('a grid by another hand: its other bar lines, slashes, a shape, and chords nobody knows, said by line', () => {
  const { text, lost } = readFile(
    'other.cho',
    strToU8(
      '{t: Towline}\n{key: G}\n{time: 4/4}\n{start_of_grid shape="4x4"}\n|| G / / / | C . D7 . |\n|: Wow . G . | % :|\n{end_of_grid}\n{define: G frets 3 2 0 0 0 3}\n',
    ),
  );
  const { bars, title } = chartOf(text);
  expect(title).toBe('Towline');
  expect(bars.map(({ source, opens, closes }) => [source, opens !== null, closes !== null])).toEqual([
    ['4/4 0:G', false, false],
    ['4/4 0:C 960:D7', false, false],
    ['4/4 0:D7 960:G', true, false],
    ['4/4 0:D7 960:G', false, true],
  ]);
  expect(lost.map(({ code, args }) => [code, args.text ?? args.what])).toEqual([
    ['chord-unknown', 'Wow'],
    ['passed-over', 'shapes of chords'],
  ]);
});
