import { describe, expect, test } from '@jest/globals';
import { parseChart } from '../chart/parse.ts';
import { transpose } from '../chart/transpose.ts';
import { readChart } from '../reading/read.ts';
import { moveCell } from './applied.ts';
import { columnsOf } from './columns.ts';
import { decisionFor, moveKey, slotKeys, type Cells } from './decisions.ts';
import { spanAt } from './moves/span.ts';
import { moveOf } from './moves/table.ts';

const IDS = ['a', 'b', 'c', 'd', 'e', 'f'];
function take(text: string) {
  const chart = parseChart(text);
  if (!chart.ok) throw new Error(JSON.stringify(chart.problems));
  const slots = readChart(chart.value);
  const keys = slotKeys(slots, IDS);
  return {
    slots,
    columns: (cells: Cells) => columnsOf(slots, keys, cells),
    /** The cell that makes a move from slot `from` over `count` slots. */
    made(id: string, from: number, count = 1, variant?: string): Cells {
      const last = slots[from + count - 1]!;
      const span = spanAt(slots, slots[from]!.start, last.start + last.entry.ticks - slots[from]!.start)!;
      const move = moveOf(id)!;
      const found = move.find(span).find((one) => variant === undefined || one.variant === variant)!;
      return { [moveKey(keys[from]!)]: moveCell({ move, found }, span) };
    },
  };
}
const shown = (columns: ReturnType<typeof columnsOf>) =>
  columns.map(
    ({ symbol, slot, move, leans }) =>
      `${slot.bar}.${slot.entry.beat} ${symbol} ${slot.entry.beats}${move ? '*' : ''}${leans ? ` leans ${leans}` : ''}`,
  );

const TUNE = 'key: C\n| Dm7 | G7 | C | % |';

describe('a move that is made', () => {
  const { columns, made, slots } = take(TUNE);
  test('stands in its span as it is, and what it leaves there takes its colour; the rest is as it was', () => {
    expect(shown(columns(made('tritone-substitute', 1)))).toEqual(['1.1 Dm9 4', '2.1 Db7 4*', '3.1 C6 4', '4.1 C6 4']);
    expect(shown(columns(made('tritone-ii-v', 1)))).toEqual([
      '1.1 Dm9 4',
      '2.1 Abm7 2*',
      '2.3 Db7 2*',
      '3.1 C6 4',
      '4.1 C6 4',
    ]);
  });

  test('stands in every bar that it lasts over', () => {
    expect(shown(columns(made('drop-ii', 0, 2)))).toEqual(['1.1 G9 4*', '2.1 G9 4*', '3.1 C6 4', '4.1 C6 4']);
    expect(shown(columns(made('turnaround-1625', 2, 2)))).toEqual([
      '1.1 Dm9 4',
      '2.1 G9 4',
      '3.1 C6 2*',
      '3.3 Am7 2*',
      '4.1 Dm7 2*',
      '4.3 G7 2*',
    ]);
  });

  test('over chords that share a bar is one column there', () => {
    const tune = take('key: C\n| Dm7 G7 | C |');
    expect(shown(tune.columns(tune.made('drop-ii', 0, 2)))).toEqual(['1.1 G9 4*', '2.1 C6 4']);
  });

  test('may begin within a bar', () => {
    const tune = take('key: C\n| C | Dm7 | G7 |');
    const span = spanAt(tune.slots, 960, 960)!;
    const move = moveOf('secondary-dominant')!;
    const cells = { 'a:1:960:move': moveCell({ move, found: move.find(span)[0]! }, span) };
    expect(shown(tune.columns(cells)).slice(0, 3)).toEqual(['1.1 C6 2', '1.3 C6 1*', '1.4 A7 1*']);
  });

  test('takes decisions of its own, colour and grip', () => {
    const cells = made('tritone-ii-v', 1);
    const substitute = columns(cells)[2]!;
    const decided = {
      ...cells,
      [substitute.at]: {
        ...decisionFor(substitute.slot),
        source: { kind: 'colour', suffix: '13#11' },
        pin: 'x-4-3-4-6-6',
      },
    } as const;
    expect(columns(decided)[2]).toMatchObject({ symbol: 'Db13#11', decision: { pin: 'x-4-3-4-6-6' } });
    // Lifted, the chart is back, and what was decided for the move waits.
    expect(shown(columns({ [substitute.at]: decided[substitute.at]! }))).toEqual(shown(columns({})));
  });

  test('keeps its place by what it was made for: it waits while the chart says something else', () => {
    const cells = made('tritone-substitute', 1);
    expect(shown(take('key: C\n| Dm7 | G13 | C | % |').columns(cells))[1]).toBe('2.1 G13 4');
    expect(shown(take('key: C\n| Fm | G7 | C | % |').columns(cells))[1]).toBe('2.1 Db7 4*');
  });

  test('goes along into another key', () => {
    const moved = transpose(TUNE, 'Eb');
    if (!moved.ok) throw new Error();
    expect(shown(take(moved.value).columns(made('tritone-ii-v', 1)))).toEqual([
      '1.1 Fm9 4',
      '2.1 Cbm7 2*',
      '2.3 Fb7 2*',
      '3.1 Eb6 4',
      '4.1 Eb6 4',
    ]);
  });

  test('says when what it leads to is not there any more', () => {
    const both = { ...made('tritone-substitute', 1), ...made('delay-bVI', 2) };
    expect(shown(columns(both)).slice(1, 4)).toEqual(['2.1 Db7 4* leans next', '3.1 Abmaj7 2*', '3.3 C6 2*']);
  });

  test('of two that overlap the earlier stands; the other is there again when it is lifted', () => {
    const both = { ...made('drop-ii', 0, 2), ...made('tritone-substitute', 1) };
    expect(shown(columns(both)).slice(0, 2)).toEqual(['1.1 G9 4*', '2.1 G9 4*']);
    expect(shown(columns(made('tritone-substitute', 1)))[1]).toBe('2.1 Db7 4*');
  });

  test('in the plain chart there is none', () => {
    expect(
      columnsOf(slots, slotKeys(slots, IDS), made('drop-ii', 0, 2), { plain: true }).map(({ symbol }) => symbol),
    ).toEqual(['Dm7', 'G7', 'C', 'C']);
  });

  test('that is not known, or found no more, changes nothing', () => {
    const [at, cell] = Object.entries(made('tritone-substitute', 1))[0]!;
    const unknown: Cells = { [at]: { ...cell, source: { kind: 'move', id: 'from-the-future' } } };
    expect(shown(columns(unknown))).toEqual(shown(columns({})));
  });
});
