import { describe, expect, test } from '@jest/globals';
import { parseTune } from '../melody/tune-text.ts';
import { readChart } from '../reading/read.ts';
import { columnsOf } from './columns.ts';
import { readDecision, type Decisions } from './decision.ts';
import { carryName, slotKeys } from './key.ts';
import { isBare, strengthAt } from './carry.ts';
import type { NoteWay } from './layers/note.ts';

const TEXT = 'key: C\n| C | F G7 |\nmelody:\nC2 DE F2 G2 | A4 z2 B2 |';

function columns(density: number | null, octave = 0, more: Decisions = {}) {
  const tune = parseTune(TEXT);
  if (!tune.ok) throw new Error(JSON.stringify(tune.problems));
  const slots = readChart(tune.value.chart, undefined, tune.value.melody!);
  const keys = slotKeys(slots, ['a', 'b']);
  const cells = { [carryName(keys[0]!)]: { layer: 'carry', ticks: 3840, density, octave } as const, ...more };
  return columnsOf(slots, keys, cells);
}
const told = (density: number | null, octave = 0, more: Decisions = {}) =>
  columns(density, octave, more).map(({ symbol, slot, carry }) =>
    [
      symbol,
      slot.entry.beat,
      carry?.pitch ?? '-',
      carry?.opens ? 'new' : '',
      carry?.free.map(({ pitch }) => pitch).join() ?? '',
    ]
      .join(' ')
      .trim(),
  );

describe('a chord-melody divides its columns at the notes that get grips', () => {
  test.each<[number, readonly string[]]>([
    [0, ['C6 1 60 new 62,64,65,67', 'Fmaj7 1 69 new', 'G9 3 - new 71']],
    [25, ['C6 1 60 new 62,64', 'C6 3 65  67', 'Fmaj7 1 69 new', 'G9 3 - new 71']],
    [50, ['C6 1 60 new', 'C6 2 62  64', 'C6 3 65', 'C6 4 67', 'Fmaj7 1 69 new', 'G9 3 - new', 'G9 4 71']],
    [100, ['C6 1 60 new', 'C6 2 62', 'C6 2.5 64', 'C6 3 65', 'C6 4 67', 'Fmaj7 1 69 new', 'G9 3 - new', 'G9 4 71']],
  ])('at a density of %i', (density, expected) => {
    expect(told(density)).toEqual(expected);
  });
  test('an octave up all of it', () => {
    expect(told(25, 1)).toEqual(['C6 1 72 new 74,76', 'C6 3 77  79', 'Fmaj7 1 81 new', 'G9 3 - new 83']);
  });
  test('not where it accompanies within', () => {
    const within = { 'b:1:0:carry': { layer: 'carry', ticks: 1920, density: null, octave: 0 } } as const;
    expect(told(25, 0, within)).toEqual(['C6 1 60 new 62,64', 'C6 3 65  67', 'Fmaj7 1 -', 'G9 3 -']);
    expect(columns(null).every(({ carry }) => carry === null)).toBe(true);
  });
  test('a grip pinned for a note in the middle stands there, and the chord is not new for that', () => {
    const pin = { 'a:1:960': { layer: 'chord', on: 'C', colour: '6', voicing: { grip: 'x-3-2-2-1-1' } } } as const;
    const made = columns(25, 0, pin);
    expect(made.map(({ at, decision, carry }) => [at, decision?.voicing?.grip, carry?.opens])).toEqual([
      ['a:1:0', undefined, true],
      ['a:1:960', 'x-3-2-2-1-1', false],
      ['b:1:0', undefined, true],
      ['b:1:960', undefined, true],
    ]);
  });
  test('a take that was kept has each grip as it was, those under notes in the middle, too', () => {
    const kept = { 'a:1:960:kept': { layer: 'kept', on: 'C', colour: '6', grip: 'x-3-2-2-1-1' } } as const;
    expect(columns(25, 0, kept).map((column) => column.kept)).toEqual([null, 'x-3-2-2-1-1', null, null]);
  });
  describe('what is said of one note', () => {
    const way = (one: NoteWay, at = 'a:1:480:note') => ({ [at]: { layer: 'note', way: one } }) as const;
    test('it gets a grip, or gets none', () => {
      expect(told(25, 0, way('carried'))).toEqual([
        'C6 1 60 new',
        'C6 2 62  64',
        'C6 3 65  67',
        'Fmaj7 1 69 new',
        'G9 3 - new 71',
      ]);
      expect(told(25, 0, way('free', 'a:1:960:note'))).toEqual([
        'C6 1 60 new 62,64,65,67',
        'Fmaj7 1 69 new',
        'G9 3 - new 71',
      ]);
    });
    test('where a chord begins it is alone, and the chord is new with the next', () => {
      const made = columns(0, 0, way('free', 'a:1:0:note'));
      expect(made.slice(0, 2).map(({ carry }) => [carry!.pitch, carry!.way, carry!.opens, isBare(carry!)])).toEqual([
        [60, 'free', false, true],
        [62, null, true, false],
      ]);
    });
    test('under a step it has a chord of its own, that leads on, and is new', () => {
      const moved = columns(50, 0, way('moved'));
      expect(moved.map(({ symbol, into, carry }) => `${symbol} ${into ?? ''} ${carry?.passes}`).slice(0, 3)).toEqual([
        'C6  false',
        // D goes on to F by a third.
        'C6  false',
        'C6  false',
      ]);
      const stepping = { ...way('diminished', 'a:1:720:note'), ...way('moved', 'a:1:1440:note') };
      // E to F over C: no diminished seventh of C has an E. G to A: F6 of the next bar, a whole step lower.
      expect(told(75, 0, stepping)).toEqual([
        'C6 1 60 new',
        'C6 2 62',
        'C6 2.5 64',
        'C6 3 65',
        'Ebmaj7 4 67',
        'Fmaj7 1 69 new',
        'G9 3 - new',
        'G9 4 71',
      ]);
      const half = told(75, 0, way('diminished', 'a:1:960:note'));
      expect(half[3]).toBe('Bdim7 3 65');
    });
    test('a chord of its own has decisions of its own', () => {
      const pinned = {
        ...way('moved', 'a:1:1440:note'),
        'a:1:1440': { layer: 'chord', on: 'Ebmaj7', colour: '6', voicing: { grip: 'x-6-8-7-8-x' } },
      } as const;
      expect(columns(75, 0, pinned)[4]).toMatchObject({
        symbol: 'Eb6',
        decision: { voicing: { grip: 'x-6-8-7-8-x' } },
      });
    });
    test('its bass comes after the beat, or before it, from the grip before', () => {
      const after = columns(25, 0, way('bass-after', 'a:1:960:note'));
      expect(after.map(({ carry }) => carry!.basses)).toEqual([[], [{ start: 1200, ticks: 720, bass: 0 }], [], []]);
      const before = columns(25, 0, way('bass-before', 'b:1:0:note'));
      expect(before.map(({ carry }) => carry!.basses)).toEqual([[], [{ start: 1680, ticks: 240, bass: 5 }], [], []]);
    });
  });
  test('what is sung before and after a rest is the ceiling of a grip there', () => {
    expect(columns(25).at(-1)!.carry).toMatchObject({ pitch: null, ceiling: 71 });
  });
});

test.each<[string, Parameters<typeof strengthAt>[1], readonly (readonly [number, number])[]]>([
  [
    '4/4',
    { count: 4, unit: 4 },
    [
      [0, 4],
      [480, 2],
      [960, 3],
      [240, 1],
      [120, 0],
    ],
  ],
  [
    '3/4',
    { count: 3, unit: 4 },
    [
      [0, 4],
      [480, 2],
      [960, 2],
      [720, 1],
    ],
  ],
  [
    '6/8',
    { count: 6, unit: 8 },
    [
      [0, 4],
      [720, 3],
      [240, 0],
    ],
  ],
  [
    '12/8',
    { count: 12, unit: 8 },
    [
      [0, 4],
      [720, 2],
      [1440, 3],
    ],
  ],
])('beats are strong as they are in %s', (_, meter, expected) => {
  expect(expected.map(([tick]) => [tick, strengthAt(tick, meter)])).toEqual(expected);
});

test('what comes from outside is looked at', () => {
  const own = { layer: 'carry', ticks: 960, density: 25, octave: 1 };
  expect(readDecision('a:1:0:carry', own)).toEqual(own);
  expect(readDecision('a:1:0:carry', { ...own, density: null })).toEqual({ ...own, density: null });
  for (const wrong of [
    { density: 101 },
    { density: 'all' },
    { octave: 4 },
    { octave: 0.5 },
    { ticks: 0 },
    { loud: true },
  ])
    expect(readDecision('a:1:0:carry', { ...own, ...wrong })).toBeNull();
});
