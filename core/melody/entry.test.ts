import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { parseChart } from '../chart/parse.ts';
import { applyPatch } from '../patch.ts';
import type { Key } from '../pitch/key.ts';
import * as entry from './entry.ts';
import { barNotes, cellsAfter, retuned, staveOf, type MelodyCells, type Stave } from './stave.ts';

const QUARTER = 480;
const BAR = 4 * QUARTER;
const chartOf = (text: string) => {
  const chart = parseChart(text);
  if (!chart.ok) throw new Error(JSON.stringify(chart.problems));
  return chart.value;
};
const IDS = ['a', 'b', 'c', 'd', 'e', 'f'];
const FOUR = chartOf('key: D\n| D | G | A7 | D |');
const empty = staveOf(FOUR, IDS, {}, null);
const C = { pitch: 60, spelling: 'C' };
const D = { pitch: 62, spelling: 'D' };
const E = { pitch: 64, spelling: 'E' };
/** `D 0+480`. */
const told = ({ notes }: Stave) =>
  notes.map(({ spelling, start, ticks, tied }) => `${spelling} ${start}+${ticks}${tied ? '-' : ''}`);
/** Notes one after the other, from the start. */
const sung = (...notes: readonly (readonly [entry.Pitched | null, number])[]): Stave => {
  let at = 0;
  return notes.reduce((stave, [sound, ticks]) => {
    const next = entry.put(stave, at, ticks, sound);
    at += ticks;
    return next;
  }, empty);
};

describe('notes are put on a stave', () => {
  const two = sung([C, QUARTER], [D, QUARTER]);
  test('over what stands there', () => {
    expect(told(two)).toEqual(['C 0+480', 'D 480+480']);
    expect(told(entry.put(two, 240, 480, E))).toEqual(['C 0+240', 'E 240+480']);
    expect(told(entry.put(two, 0, QUARTER, null))).toEqual(['D 480+480']);
  });
  test('over a bar line they are tied, and at the end of the tune they are cut', () => {
    const over = entry.put(empty, BAR - 240, 480, C);
    expect(empty.bars.slice(0, 2).map((bar) => barNotes(over, bar))).toEqual([
      [{ tick: 1680, ticks: 240, ...C, tied: true }],
      [{ tick: 0, ticks: 240, ...C, tied: false }],
    ]);
    expect(told(entry.put(empty, 4 * BAR - 240, 960, C))).toEqual(['C 7440+240']);
    expect(told(entry.put(empty, 4 * BAR, 960, C))).toEqual([]);
  });
  test('between others, which go back until a rest takes it up', () => {
    const three = sung([C, QUARTER], [D, QUARTER], [null, QUARTER], [E, QUARTER]);
    expect(told(entry.push(three, QUARTER, 240)!)).toEqual(['C 0+480', 'D 720+480', 'E 1440+480']);
    expect(told(entry.push(three, QUARTER, 720)!)).toEqual(['C 0+480', 'D 1200+480', 'E 1680+480']);
    expect(entry.push(sung([null, 4 * BAR - 480], [C, 480]), 0, 240)).not.toBeNull();
    expect(entry.push(sung([C, 4 * BAR]), 0, 240)).toBeNull();
  });
  test('taken out, what follows without a rest comes forward', () => {
    const three = sung([C, QUARTER], [D, QUARTER], [E, QUARTER], [null, QUARTER], [C, QUARTER]);
    expect(told(entry.pull(three, { from: 480, to: 960 }))).toEqual(['C 0+480', 'E 480+480', 'C 1920+480']);
  });
  test('made longer and shorter, but not over others that are changed too', () => {
    const all = { from: 0, to: BAR };
    expect(told(entry.lengthen(two, all, 240))).toEqual(['C 0+240', 'D 480+240']);
    expect(told(entry.lengthen(two, all, 960))).toEqual(['C 0+480', 'D 480+960']);
    expect(told(entry.lengthen(two, { from: 0, to: 1 }, 720))).toEqual(['C 0+720']);
  });
  test('tied to the next of the same pitch, parted at a bar line, or left to sound on', () => {
    const same = sung([C, QUARTER], [C, QUARTER]);
    expect(told(entry.tie(same, same.notes[0]!))).toEqual(['C 0+960']);
    const over = entry.put(empty, BAR - 240, 480, C);
    expect(told(entry.tie(over, over.notes[0]!))).toEqual(['C 1680+240', 'C 1920+240']);
    expect(told(entry.tie(two, two.notes[0]!))).toEqual(['C 0+480-', 'D 480+480']);
  });
  test('copied and put elsewhere, over what stands there', () => {
    const clip = entry.copy(two, { from: 0, to: BAR });
    expect(told(entry.paste(sung([null, BAR], [E, BAR]), BAR, clip))).toEqual(['C 1920+480', 'D 2400+480']);
  });
  test('gone through by notes, and by beats where nothing sounds', () => {
    const stops = (stave: Stave, by: 1 | -1, from: number) => {
      const places = [from];
      while (places.length < 9) places.push(entry.stopFrom(stave, places.at(-1)!, by));
      return [...new Set(places)];
    };
    const long = sung([C, 720], [D, 240]);
    expect(stops(long, 1, 0)).toEqual([0, 720, 960, 1440, 1920, 2400, 2880, 3360, 3840]);
    expect(stops(long, -1, 1920)).toEqual([1920, 1440, 960, 720, 0]);
    expect([entry.barFrom(long, 100, 1), entry.barFrom(long, 2000, -1), entry.barFrom(long, 1920, -1)]).toEqual([
      1920, 1920, 0,
    ]);
  });
});

describe('what a letter means', () => {
  const name = ({ pitch, spelling }: entry.Pitched) => `${spelling} ${pitch}`;
  test('is in the key, near to the last note, and an accidental stays in its bar', () => {
    expect(name(entry.soundOf(empty, 0, 'F', 62))).toBe('F# 66');
    expect(name(entry.soundOf(empty, 0, 'B', 62))).toBe('B 59');
    const natural = entry.put(empty, 0, QUARTER, { pitch: 65, spelling: 'F' });
    expect(name(entry.soundOf(natural, QUARTER, 'F', 65))).toBe('F 65');
    expect(name(entry.soundOf(natural, QUARTER, 'F', 77))).toBe('F# 78');
    expect(name(entry.soundOf(natural, BAR, 'F', 65))).toBe('F# 66');
  });
  test.each<[string, (sound: entry.Pitched, key: Key) => entry.Pitched, entry.Pitched, string]>([
    ['a step up in the key', (sound, key) => entry.stepped(sound, key, 1), E, 'F# 66'],
    ['a step down from C', (sound, key) => entry.stepped(sound, key, -1), C, 'B 59'],
    ['an octave', (sound) => entry.octaved(sound, 1), D, 'D 74'],
    ['raised', (sound, key) => entry.inflected(sound, key, 1), D, 'D# 63'],
    ['lowered twice', (sound, key) => entry.inflected(entry.inflected(sound, key, -1), key, -1), D, 'C 60'],
    [
      'a flat above C is C♭, with the C it lies under',
      (sound, key) => entry.inflected(sound, key, -1),
      { pitch: 72, spelling: 'C' },
      'Cb 71',
    ],
    ['without its accidental', entry.natural, { pitch: 66, spelling: 'F#' }, 'F 65'],
    ['at the top of the range', (sound) => entry.octaved(sound, 1), { pitch: 96, spelling: 'C' }, 'C 96'],
  ])('%s', (_, change, sound, expected) => {
    expect(name(change(sound, { tonic: 'D', mode: 'major' }))).toBe(expected);
  });
  test('the steps of the stave and the sounds on them answer each other', () => {
    for (const key of [
      FOUR.key,
      { tonic: 'Db', mode: 'major' },
      { tonic: 'C#', mode: 'major' },
      { tonic: 'Cb', mode: 'major' },
    ] as const)
      for (let step = 20; step < 50; step++) expect(entry.staveStep(entry.soundAtStep(step, key))).toBe(step);
  });
});

describe('a stave and what is kept of it', () => {
  const repeated = chartOf('|: C | F |1 G | C :|2 G | C |');
  const note = (pitch: number) => ({ tick: 0, ticks: 480, pitch, spelling: 'C', tied: false });
  test('a time through has its own notes, once they are changed', () => {
    const cells: MelodyCells = { a: [note(60)] };
    const second = staveOf(repeated, IDS, cells, 2);
    expect(cellsAfter(cells, second, entry.put(second, 0, 480, D))).toEqual({
      'a/2': [{ ...note(62), spelling: 'D' }],
    });
    expect(cellsAfter(cells, second, entry.put(second, 0, 480, null))).toEqual({
      'a/2': null,
      a: null,
      'a/1': [note(60)],
    });
    // The first ending is played once: it has one time.
    expect(Object.keys(cellsAfter(cells, second, entry.put(second, 2 * BAR, 480, D)))).toEqual(['c']);
    const first = staveOf(repeated, IDS, cells, null);
    expect(cellsAfter(cells, first, entry.put(first, 0, 480, null))).toEqual({ a: null });
  });
  test('where each time has its own, the first is seen and changed', () => {
    const cells: MelodyCells = { 'a/1': [note(60)], 'a/2': [note(72)] };
    const each = staveOf(repeated, IDS, cells, null);
    expect(each.notes.map(({ pitch }) => pitch)).toEqual([60]);
    expect(Object.keys(cellsAfter(cells, each, entry.put(each, 480, 480, D)))).toEqual(['a/1']);
  });
  test('a note takes another pitch in every time through that has it, or in its own', () => {
    const chart = chartOf('|: C | F :|');
    const shared: MelodyCells = { a: [note(60)], b: [note(64)] };
    const D5 = { pitch: 74, spelling: 'D' };
    // Bar 3 is the first bar, the second time.
    expect(retuned(chart, IDS, shared, { bar: 3, tick: 0 }, D5)).toEqual({ a: [{ ...note(74), spelling: 'D' }] });
    const own: MelodyCells = { ...shared, 'a/2': [note(67)] };
    expect(retuned(chart, IDS, own, { bar: 3, tick: 0 }, D5)).toEqual({ 'a/2': [{ ...note(74), spelling: 'D' }] });
    expect(retuned(chart, IDS, own, { bar: 3, tick: 5 }, D5)).toEqual({});
  });
  test('what does not fit its bar any more is told, and stays when the bar is changed', () => {
    const late = { ...note(60), tick: 1440 };
    const three = staveOf(chartOf('{3/4} | C | F |'), IDS, { a: [note(62), late] }, null);
    expect(three.bars[0]!.beyond).toEqual([late]);
    expect(three.notes.length).toBe(1);
    expect(cellsAfter({}, three, entry.put(three, 480, 480, D)).a).toEqual([
      note(62),
      { ...note(62), tick: 480, spelling: 'D' },
      late,
    ]);
  });
  test('whatever is done, notes do not overlap, and the cells give the same stave again', () => {
    const at = fc.integer({ min: 0, max: 63 }).map((n) => n * 120);
    const long = fc.constantFrom(120, 240, 480, 720, 160, 960, 1920);
    const deed = fc.oneof(
      fc.tuple(at, long, fc.constantFrom(C, D, E, null)).map(
        ([a, l, s]) =>
          (x: Stave) =>
            entry.put(x, a, l, s),
      ),
      fc.tuple(at, long).map(
        ([a, l]) =>
          (x: Stave) =>
            entry.push(x, a, l) ?? x,
      ),
      fc.tuple(at, long).map(
        ([a, l]) =>
          (x: Stave) =>
            entry.pull(x, { from: a, to: a + l }),
      ),
      fc.tuple(at, long).map(
        ([a, l]) =>
          (x: Stave) =>
            entry.lengthen(x, { from: a, to: a + BAR }, l),
      ),
      fc.tuple(at, at, long).map(
        ([a, b, l]) =>
          (x: Stave) =>
            entry.paste(x, b, entry.copy(x, { from: a, to: a + l })),
      ),
      at.map((a) => (x: Stave) => {
        const sounding = entry.noteAt(x, a);
        return sounding ? entry.tie(x, sounding) : x;
      }),
    );
    fc.assert(
      fc.property(fc.array(deed, { maxLength: 30 }), (deeds) => {
        const stave = deeds.reduce((now, one) => one(now), empty);
        stave.notes.forEach((one, i) => {
          expect(one.ticks).toBeGreaterThan(0);
          expect(one.start + one.ticks).toBeLessThanOrEqual(stave.notes[i + 1]?.start ?? 4 * BAR);
        });
        const cells = applyPatch({}, cellsAfter({}, empty, stave)).cells as MelodyCells;
        const again = staveOf(FOUR, IDS, cells, null);
        expect(again.bars.map((bar) => barNotes(again, bar))).toEqual(stave.bars.map((bar) => barNotes(stave, bar)));
      }),
    );
  });
});
