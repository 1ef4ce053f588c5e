import { describe, expect, test } from '@jest/globals';
import { abcPlayedByAbcjs, chartOf, TUNES } from '../core/melody/traditional.oracle.ts';
import { parseTune, sungNotes, writeAbc, writeMusicXml } from '../core/index.ts';
import { readByVerovio } from './verovio.oracle.ts';

/*
 * What we write, read by others: MusicXML by verovio 6.3.0 (LGPL-3.0), ABC by abcjs 6.7.2 (MIT).
 */
function tuneOf(row: (typeof TUNES)[number]) {
  const tune = parseTune(`${chartOf(row)}melody:\nL:${row[3]}\nK:${row[1]}\n${row[5]}\n`);
  if (!tune.ok) throw new Error(JSON.stringify(tune.problems));
  const { chart } = tune.value;
  const melody = tune.value.melody!;
  return { chart, melody, notes: sungNotes(chart, melody).map(({ start, pitch }) => [start / 480, pitch]) };
}

describe('what we write is read note for note by others', () => {
  test.each(TUNES)('%s, as MusicXML', async (...row) => {
    const { chart, melody, notes } = tuneOf(row);
    expect(await readByVerovio(writeMusicXml(chart, melody))).toEqual(notes);
  });
  test.each(TUNES)('%s, as ABC', (...row) => {
    const { chart, melody, notes } = tuneOf(row);
    const round = (value: number) => Math.round(value * 1920) / 1920;
    expect(abcPlayedByAbcjs(writeAbc(chart, melody)).map(([pitch, start]) => [round(start! * 4), pitch])).toEqual(
      notes.map(([start, pitch]) => [round(start!), pitch]),
    );
  });
});
