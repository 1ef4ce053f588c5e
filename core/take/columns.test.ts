import { describe, expect, test } from '@jest/globals';
import { parseChart } from '../chart/parse.ts';
import { symbolOf } from '../chord/chord.ts';
import { applyPatch } from '../patch.ts';
import { readChart } from '../reading/read.ts';
import { columnsOf, divide, shiftPart } from './columns.ts';
import type { Decisions } from './decision.ts';
import { slotKeys } from './key.ts';
import { decisionFor, versionsOf } from './standing.ts';

describe('a long chord takes two colours', () => {
  const at = (text: string) => {
    const chart = parseChart(text);
    if (!chart.ok) throw new Error(text);
    const slots = readChart(chart.value);
    const keys = slotKeys(slots, ['a', 'b', 'c']);
    return { slots, keys, columns: (cells: Decisions) => columnsOf(slots, keys, cells) };
  };
  const shown = (columns: ReturnType<typeof columnsOf>) =>
    columns.map(
      ({ symbol, slot: { start, entry } }) => `${symbol} ${start}+${entry.ticks} beat ${entry.beat} (${entry.beats})`,
    );

  test('on its middle beat, the second the next steadiest', () => {
    const { columns } = at('key: C\n| Dm7 | G7 C |');
    const cut = divide(columns({})[0]!)!;
    expect(shown(columns({ [cut.at]: cut.cell }))).toEqual([
      'Dm9 0+960 beat 1 (2)',
      'Dm11 960+960 beat 3 (2)',
      'G9 1920+960 beat 1 (2)',
      'C6 2880+960 beat 3 (2)',
    ]);
  });
  test('and three, and lets go of each by its own cell', () => {
    const { columns } = at('key: C\n| Dm7 | G7 C |');
    const first = divide(columns({})[0]!)!;
    const cells = { [first.at]: first.cell };
    const second = divide(columns(cells)[1]!)!;
    expect(shown(columns({ ...cells, [second.at]: second.cell })).slice(0, 3)).toEqual([
      'Dm9 0+960 beat 1 (2)',
      'Dm11 960+480 beat 3 (1)',
      'Dm(add9) 1440+480 beat 4 (1)',
    ]);
    expect(shown(columns({ [second.at]: second.cell })).slice(0, 2)).toEqual([
      'Dm9 0+1440 beat 1 (3)',
      'Dm(add9) 1440+480 beat 4 (1)',
    ]);
  });
  test('three beats as two and one; a beat not at all', () => {
    const waltz = at('meter: 3/4\nkey: C\n| C | F . G |');
    expect(divide(waltz.columns({})[0]!)!.at).toBe('a:1:960');
    expect(divide(waltz.columns({})[2]!)).toBeNull();
  });
  test('from any beat on: the second begins earlier or later, and each keeps a beat', () => {
    const { columns } = at('key: C\n| Dm7 | G7 C |');
    const cut = divide(columns({})[0]!)!;
    const two = columns({ [cut.at]: cut.cell });
    const later = shiftPart(two[1]!, two[0], 1)!;
    const cells = applyPatch({ [cut.at]: cut.cell }, later).cells;
    expect(shown(columns(cells)).slice(0, 2)).toEqual(['Dm9 0+1440 beat 1 (3)', 'Dm11 1440+480 beat 4 (1)']);
    expect(shiftPart(columns(cells)[1]!, columns(cells)[0], 1)).toBeNull();
    expect(shiftPart(columns(cells)[0]!, undefined, -1)).toBeNull();
    expect(
      shown(columns(applyPatch(cells, shiftPart(columns(cells)[1]!, columns(cells)[0], -2)!).cells)).slice(0, 2),
    ).toEqual(['Dm9 0+480 beat 1 (1)', 'Dm11 480+1440 beat 2 (3)']);
  });
  test('waits where the chart says another chord there', () => {
    const { columns } = at('key: C\n| Em7 | G7 C |');
    expect(columns({ 'a:1:960': { layer: 'chord', on: 'Dm7', colour: null } })).toHaveLength(3);
  });
});

test('a decision stands until it is let go, and waits where the chart has changed', () => {
  const chart = parseChart('key: C\n|: Dm7 | G7 :|');
  if (!chart.ok) throw new Error();
  const slots = readChart(chart.value);
  const keys = slotKeys(slots, ['bar1', 'bar2']);
  const cells = {
    'bar2:1:0': { layer: 'chord', on: 'G7', colour: '13b9', voicing: { grip: '3-x-3-4-5-4' } },
    'bar1:2:0': { layer: 'chord', on: 'Dm7', colour: null },
    // Decided while the chart still said G.
    'bar2:2:0': { layer: 'chord', on: 'G', colour: null },
  } as const;
  expect(columnsOf(slots, keys, cells).map(({ symbol, decision }) => [symbol, decision])).toEqual([
    ['Dm9', null],
    ['G13b9', cells['bar2:1:0']],
    ['Dm7', cells['bar1:2:0']],
    ['G9', null],
  ]);
  expect(columnsOf(slots, keys, {}, { plain: true }).map(({ chord }) => chord && symbolOf(chord))).toEqual([
    'Dm7',
    'G7',
    'Dm7',
    'G7',
  ]);
});

describe('a decision is found again', () => {
  const taken = (text: string, cells: Decisions, ids = ['a', 'b', 'c', 'd'], lastFret?: number) => {
    const chart = parseChart(text);
    if (!chart.ok) throw new Error(text);
    const slots = readChart(chart.value, versionsOf(cells, ids));
    return columnsOf(slots, slotKeys(slots, ids), cells, { lastFret }).map(({ symbol, decision }) =>
      `${symbol} ${decision?.voicing?.grip ?? ''}`.trim(),
    );
  };
  const slotOf = (text: string, at: number) => {
    const chart = parseChart(text);
    if (!chart.ok) throw new Error(text);
    return readChart(chart.value)[at]!;
  };
  const before = 'key: C\n| Dm7 | G7 | C |';
  const cells: Decisions = {
    'a:1:0': { ...decisionFor(slotOf(before, 0)), colour: null, voicing: { grip: 'x-5-7-5-6-5' } },
    'b:1:0': { ...decisionFor(slotOf(before, 1)), colour: '13b9', voicing: { grip: '3-x-3-4-5-4' } },
    'c:1:0': { ...decisionFor(slotOf(before, 2)), colour: 'maj9', voicing: { grip: 'x-3-2-0-0-0' } },
  };
  test.each([
    ['C', 'Dm7 x-5-7-5-6-5, G13b9 3-x-3-4-5-4, Cmaj9 x-3-2-0-0-0', before],
    ['E♭, up by the shortest way', 'Fm7 x-8-10-8-9-8, Bb13b9 6-x-6-7-8-7, Ebmaj9', 'key: Eb\n| Fm7 | Bb7 | Eb |'],
    ['B, down; an open grip is let go', 'C#m7 x-4-6-4-5-4, F#13b9 2-x-2-3-4-3, Bmaj9', 'key: B\n| C#m7 | F#7 | B |'],
    ['F♯, where there is room', 'G#m7 x-11-13-11-12-11, C#13b9 9-x-9-10-11-10, F#maj9', 'key: F#\n| G#m7 | C#7 | F# |'],
    ['another chord: it waits', 'Em11, G13b9 3-x-3-4-5-4, Cmaj9 x-3-2-0-0-0', 'key: C\n| Em7 | G7 | C |'],
  ])('in %s', (_, expected, text) => {
    expect(taken(text, cells).join(', ')).toBe(expected);
  });

  test('and chooses other changes for a bar, each time through by itself', () => {
    const text = 'key: C\n|: G7 {or Ab7 G7} | C :|';
    const other: Decisions = { 'a:2:changes': { layer: 'changes', number: 1 } };
    expect(taken(text, other)).toEqual(['G9', 'C6', 'Ab9', 'G9', 'C6']);
    expect(taken('key: C\n|: G7 | C :|', other)).toEqual(['G9', 'C6', 'G9', 'C6']);
  });

  test('its grip is moved as far as the neck goes, and no farther', () => {
    const text = 'key: F#\n| G#m7 | C#7 | F# |';
    const high: Decisions = {
      'a:1:0': { ...decisionFor(slotOf(before, 0)), colour: null, voicing: { grip: 'x-12-14-12-13-12' } },
    };
    const grips = (lastFret?: number) => taken(text, high, undefined, lastFret)[0];
    expect(grips(22)).toBe('G#m7 x-18-20-18-19-18');
    expect(grips(15)).toBe('G#m7 x-6-8-6-7-6');
    expect(grips(7)).toBe('G#m7');
  });

  test('in every pass, where it was made for all; one made for a single pass comes first', () => {
    const text = 'key: C\n|: Dm7 | G7 :|';
    const all: Decisions = {
      'a:all:0': { layer: 'chord', on: 'Dm7', colour: 'm11' },
      'a:2:0': { layer: 'chord', on: 'Dm7', colour: null },
      'b:all:960': { layer: 'chord', on: 'G7', colour: '13' },
    };
    expect(taken(text, all)).toEqual(['Dm11', 'G9', 'G13', 'Dm7', 'G9', 'G13']);
  });
});
