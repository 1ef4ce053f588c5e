import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { strToU8 } from 'fflate';
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { parseTune, partsOfTune, playedBars, sungNotes, type Chart, writeAbc, writeMusicXml } from '../core/index.ts';
import { COLOUR_TABLE } from '../core/reharm/colours.ts';
import { chartOf, TUNES } from '../core/melody/traditional.oracle.ts';
import { readFile } from './index.ts';

const DEMO = readdirSync(join(__dirname, '../demo/tunes')).filter((name) => name.endsWith('.txt'));

/** A tune by its text: symbols by bar and tick, sung notes, form. */
function told(text: string) {
  const tune = parseTune(text);
  if (!tune.ok) throw new Error(JSON.stringify(tune.problems));
  const { chart, melody } = tune.value;
  return {
    chart,
    melody: melody ?? [],
    facts: {
      title: chart.title,
      key: chart.key,
      meter: chart.meter,
      bars: chart.bars.map(({ source, section, opens, closes, ending, key, times, jump }) => ({
        source,
        section,
        opens: opens !== null,
        closes: closes !== null,
        ending: ending?.number ?? null,
        key,
        times: times?.count ?? null,
        jump: jump && [jump.to, jump.until],
      })),
    },
    words: chart.bars.map(({ lyrics }) => lyrics),
    notes: sungNotes(chart, melody ?? []).map(({ pitch, start, ticks, spelling }) => [pitch, spelling, start, ticks]),
  };
}
/** The bars as they are played, whether repeats are signs or written out. */
const soundingBars = (chart: Chart) => playedBars(chart).map(({ index }) => chart.bars[index]!.source);
const backByAbc = (text: string) => {
  const { chart, melody } = told(text);
  return readFile('a.abc', strToU8(writeAbc(chart, melody)));
};
const back = (text: string) => {
  const { chart, melody } = told(text);
  return readFile('a.musicxml', strToU8(writeMusicXml(chart, melody)));
};

describe('ABC written by us is read back the same', () => {
  test.each(TUNES)('%s', (...row) => {
    const own = told(`${chartOf(row)}melody:\nL:${row[3]}\nK:${row[1]}\n${row[5]}\n`);
    const { chart, melody } = own;
    const { text, lost } = readFile('a.abc', strToU8(writeAbc(chart, melody)));
    expect(lost).toEqual([]);
    expect(told(text).notes).toEqual(own.notes);
    expect(soundingBars(told(text).chart)).toEqual(soundingBars(chart));
  });
  test.each(DEMO)('%s, its form and chords', (name) => {
    // With notes of single times through it would be written out.
    const text = partsOfTune(readFileSync(join(__dirname, '../demo/tunes', name), 'utf8')).chartText;
    const { text: again, lost } = backByAbc(text);
    expect(lost).toEqual([]);
    expect(told(again).facts).toEqual(told(text).facts);
  });
});

describe('MusicXML written by us is read back the same', () => {
  test.each(TUNES)('%s', (...row) => {
    const text = `${chartOf(row)}melody:\nL:${row[3]}\nK:${row[1]}\n${row[5]}\n`;
    const { text: again, lost } = back(text);
    expect(lost).toEqual([]);
    expect(told(again).notes).toEqual(told(text).notes);
  });

  test.each(DEMO)('%s, its form and chords', (name) => {
    // With notes of single times through it would be written out.
    const text = partsOfTune(readFileSync(join(__dirname, '../demo/tunes', name), 'utf8')).chartText;
    const { text: again, lost } = back(text);
    expect(lost).toEqual([]);
    expect(told(again).facts).toEqual(told(text).facts);
    expect(told(again).words).toEqual(told(text).words);
    expect(told(again).chart.tempo).toBe(told(text).chart.tempo);
    expect(told(again).chart.feel).toBe(told(text).chart.feel);
  });

  const suffixes = [
    ...new Set(Object.values(COLOUR_TABLE).flatMap((row) => Object.values(row).flatMap((list) => list!.split(' ')))),
  ];
  test('every colour of the table, over every root and over another bass', () => {
    const symbols = suffixes.flatMap((suffix, i) => {
      const root = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'][i % 12]!;
      const plain = suffix === 'maj' ? root : `${root}${suffix}`;
      return [plain, `${plain}/G`];
    });
    const text = `key: C\n${symbols.map((symbol) => `| ${symbol} |`).join('\n')}\n`;
    const { text: again, lost } = back(text);
    expect(lost).toEqual([]);
    expect(told(again).facts.bars.map(({ source }) => source)).toEqual(
      told(text).facts.bars.map(({ source }) => source),
    );
  });

  test('whatever is sung, in any key and meter', () => {
    const lengths = fc.constantFrom(120, 240, 360, 480, 720, 960, 160, 320);
    const row = fc.array(fc.tuple(lengths, fc.integer({ min: 55, max: 84 }), fc.boolean()), {
      minLength: 1,
      maxLength: 30,
    });
    const head = fc.tuple(
      fc.constantFrom('C', 'Eb', 'F#m', 'Bb', 'D dorian', 'Ab', 'E'),
      fc.constantFrom('3/4', '4/4', '6/8', '2/4', '12/8'),
    );
    fc.assert(
      fc.property(head, row, ([key, meter], sung) => {
        const { chart } = told(`key: ${key}\nmeter: ${meter}\n| C | F | G | C |\n`);
        const notes: {
          bar: number;
          pass: null;
          tick: number;
          ticks: number;
          pitch: number;
          spelling: string;
          tied: boolean;
          breath?: boolean;
        }[] = [];
        let [bar, now] = [0, 0];
        for (const [ticks, pitch, isRest] of sung) {
          if (now + ticks > chart.bars[bar]!.ticks) [bar, now] = [bar + 1, 0];
          if (bar >= 4) break;
          const spelling = ['C', 'C#', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'][pitch % 12]!;
          const sounds = { bar, pass: null, tick: now, ticks, pitch, spelling, tied: false };
          if (!isRest) notes.push({ ...sounds, ...(pitch % 5 === 0 && { breath: true }) });
          now += ticks;
        }
        const heard = sungNotes(chart, notes);
        const { text } = readFile('a.musicxml', strToU8(writeMusicXml(chart, notes)));
        const again = told(text);
        const sounding = (some: typeof heard) =>
          some.map(({ pitch, start, ticks, breath }) => [pitch, start, ticks, breath]);
        expect(sounding(sungNotes(again.chart, again.melody))).toEqual(sounding(heard));
      }),
      { numRuns: 150 },
    );
  });
});
