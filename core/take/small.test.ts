import { describe, expect, test } from '@jest/globals';
import { parseTune } from '../melody/tune-text.ts';
import { readChart } from '../reading/read.ts';
import type { Pace, Texture } from '../texture.ts';
import { columnsOf, opensChord } from './columns.ts';
import { readDecision, type Decisions } from './decision.ts';
import { slotKeys } from './key.ts';

function columns(text: string, texture: Texture, pace?: Pace, more: Decisions = {}) {
  const tune = parseTune(text);
  if (!tune.ok) throw new Error(JSON.stringify(tune.problems));
  const slots = readChart(tune.value.chart, undefined, tune.value.melody ?? undefined);
  const keys = slotKeys(slots, ['a', 'b', 'c']);
  const own = { layer: 'texture', ticks: 100_000, texture, ...(pace && { pace }) } as const;
  return columnsOf(slots, keys, { 'a:all:0:texture': own, ...more });
}
const told = (...of: Parameters<typeof columns>) =>
  columns(...of).map(({ at, small, closes }) =>
    [at, small?.opens && 'opens', small?.ends && 'ends', small?.way, closes && 'rests'].filter(Boolean).join(' '),
  );

describe('two notes in the place of a grip', () => {
  test('change twice a bar, the longer part first, and the last tonic is at rest', () => {
    expect(told('key: C\n| Am7 | Dm7 G7 | C |', 'tenths')).toEqual([
      'a:1:0 opens',
      'a:1:960 ends',
      'b:1:0 opens ends',
      'b:1:960 opens ends',
      'c:1:0 opens ends rests',
    ]);
    expect(told('key: C\nmeter: 3/4\n| Am7 | F |', 'tenths').slice(0, 2)).toEqual(['a:1:0 opens', 'a:1:960 ends']);
    expect(told('key: C\nmeter: 6/8\n| Am7 | F |', 'tenths').slice(0, 2)).toEqual(['a:1:0 opens', 'a:1:720 ends']);
  });
  test('change with the chord, or on each beat', () => {
    expect(told('key: C\n| Am7 | F |', 'sixths', 'chord')).toEqual(['a:1:0 opens ends', 'b:1:0 opens ends']);
    expect(columns('key: C\n| Am7 | F |', 'sixths', 'beat')).toHaveLength(8);
  });
  test('a voice that moves while the other is held goes up and down by turns, where it has time for a line', () => {
    const moving = columns('key: C\n| Am7 | F | G7 |', 'top-moves', 'beat');
    expect(moving.map(({ small, into }) => [small!.way, into])).toEqual(
      ['rising', 'falling', 'rising'].flatMap((way) => [0, 1, 2, 3].map((beat) => [way, beat < 3 ? 'low-held' : null])),
    );
    expect(columns('key: C\n| Am7 | F |', 'low-moves').map(({ small, into }) => [small!.way, into])).toEqual([
      [null, 'top-held'],
      [null, null],
      [null, 'top-held'],
      [null, null],
    ]);
  });
  test('under a tune stand where its notes are', () => {
    const carry = { 'a:all:0:carry': { layer: 'carry', ticks: 100_000, density: 50, octave: 1 } } as const;
    const made = columns('key: C\n| C | F |\nmelody:\nC2 E2 G4 | A8 |', 'thirds', 'beat', carry);
    expect(made.map(({ carry: of, small }) => [of!.pitch, small!.opens, small!.ends])).toEqual([
      [72, true, false],
      [76, false, false],
      [79, false, true],
      [81, true, true],
    ]);
  });
  test('stand in their span alone; elsewhere a grip does', () => {
    const within = { 'b:1:0:texture': { layer: 'texture', ticks: 1920, texture: 'full' } } as const;
    const made = columns('key: C\n| Am7 | F | G7 |', 'tenths', 'chord', within);
    expect(made.map(({ small }) => small?.texture ?? null)).toEqual(['tenths', null, 'tenths']);
    expect(columns('key: C\n| C | F |', 'top-two').every(({ small }) => small === null)).toBe(true);
  });
  test('the chord is new with the first of them only', () => {
    expect(columns('key: C\n| Am7 | F |', 'tenths').map(opensChord)).toEqual([true, false, true, false]);
  });
});

describe('a texture that comes from outside', () => {
  const read = (value: object) => readDecision('a:all:0:texture', { layer: 'texture', ticks: 480, ...value });
  test.each([
    [{ texture: 'full' }, true],
    [{ texture: 'tenths' }, true],
    [{ texture: 'tenths', pace: 'beat' }, true],
    [{ texture: 'full', pace: 'beat' }, false],
    [{ texture: 'tenths', pace: 'often' }, false],
    [{ texture: 'ninths' }, false],
    [{ texture: 'tenths', more: 1 }, false],
  ])('%j', (value, is) => {
    expect(read(value) !== null).toBe(is);
  });
});
