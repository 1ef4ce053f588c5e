import { expect, test } from '@jest/globals';
import { sungNotes } from './melody.ts';
import { chartOf, playedByAbcjs, TUNES } from './traditional.oracle.ts';
import { parseTune } from './tune-text.ts';
import { writeMelody } from './write.ts';

test.each(TUNES)('%s is read note for note as abcjs plays it, and so is what is written of it', (...row) => {
  const [, key, , unit, , notes] = row;
  const chart = chartOf(row);
  const sung = (melody: string) => {
    const tune = parseTune(chart + melody);
    if (!tune.ok) throw new Error(JSON.stringify(tune.problems));
    return { ...tune.value, notes: sungNotes(tune.value.chart, tune.value.melody!) };
  };
  const read = sung(`melody:\nL:${unit}\nK:${key}\n${notes}\n`);
  const round = (value: number) => Math.round(value * 1920) / 1920;
  const heard = read.notes.map(({ pitch, start, ticks }) => [pitch, start / 1920, ticks / 1920]);
  expect(heard.map(([pitch, start]) => [pitch, round(start!)])).toEqual(
    playedByAbcjs(row).map(([pitch, start]) => [pitch, round(start!)]),
  );
  for (const [i, [, , duration]] of playedByAbcjs(row).entries()) expect(heard[i]![2]).toBeCloseTo(duration!, 3);
  expect(sung(writeMelody(read.chart, read.melody!)).melody).toEqual(read.melody);
});
