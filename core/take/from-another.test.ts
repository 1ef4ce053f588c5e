import { describe, expect, test } from '@jest/globals';
import { parseChart } from '../chart/parse.ts';
import { buildLibrary } from '../grip/library.ts';
import { plainTake } from '../leading/plain-take.ts';
import { pricingFor } from '../leading/pricing.ts';
import { arrangedTake, sessionOf, solveTake } from '../leading/solve.ts';
import { DEFAULT_HAND, lastFretOf } from '../neck/hand.ts';
import { applyPatch } from '../patch.ts';
import { proposalsFor } from '../reharm/moves/propose.ts';
import { spanAt } from '../reharm/moves/span.ts';
import { run } from '../steps.ts';
import type { Decisions } from './decision.ts';
import { barsFromAnother } from './from-another.ts';
import { movePatch } from './moves.ts';

const library = buildLibrary({ ...DEFAULT_HAND, highestFret: 7 });
const session = sessionOf(library, { pricing: pricingFor({ company: 'alone', area: null, matters: {} }) });
const BARS = Array.from({ length: 8 }, (_, i) => `b${i + 1}`);
const read = parseChart('key: C\n| C | Am7 | Dm7 | G7 |: C | C7 | F | Fm :|');
if (!read.ok) throw new Error('a chart');
const tune = { chart: read.value, barIds: BARS };
const how = { ...tune, lastFret: lastFretOf(library.hand), manner: session.pricing.manner };
const solved = (cells: Decisions) => run(solveTake(session, { ...tune, cells }));
const arranged = (cells: Decisions) => arrangedTake(solved(cells)).columns;
type Columns = ReturnType<typeof arranged>;
const told = (columns: Columns, from: number, to: number) =>
  columns
    .filter(({ column: { slot } }) => from <= slot.bar && slot.bar <= to)
    .map(({ column, grip }) => [column.at, column.symbol, grip?.grip]);
const symbols = (columns: Columns, from: number, to: number) =>
  told(columns, from, to).map(([at, symbol]) => [at, symbol]);
const taken = (cells: Decisions, other: { cells: Decisions; columns: Columns }, from: number, to: number) => {
  const found = barsFromAnother(how, cells, other, { from, to });
  return { ...found, columns: arranged(applyPatch(cells, found.patch).cells) };
};
const colour = (on: string, colour: string): Decisions[string] => ({ layer: 'chord', on, colour });
/** A move over two bars: Dm7 G7 by way of something else. */
const withMove = (cells: Decisions, move?: string): Decisions => {
  const { slots, keys } = solved(cells);
  const span = spanAt(slots, slots[2]!.start, slots[2]!.entry.ticks + slots[3]!.entry.ticks)!;
  const proposal = proposalsFor(span).find(({ move: { id } }) => move === undefined || id === move)!;
  return applyPatch(cells, movePatch(slots, keys, cells, span, proposal)).cells;
};

describe('bars of another take', () => {
  test('come with chords and grips as they stood there, and leave the rest', () => {
    const one = { 'b2:1:0': colour('Am7', 'm9'), 'b6:all:0': colour('C7', '9') };
    const other = { 'b2:1:0': colour('Am7', 'm11'), 'b3:1:0': colour('Dm7', 'm9') };
    const [mine, theirs] = [arranged(one), arranged(other)];
    const { columns, from, to } = taken(one, { cells: other, columns: theirs }, 2, 3);
    expect([from, to]).toEqual([2, 3]);
    expect(told(columns, 2, 3)).toEqual(told(theirs, 2, 3));
    expect(symbols(columns, 1, 1)).toEqual(symbols(mine, 1, 1));
    expect(symbols(columns, 4, 12)).toEqual(symbols(mine, 4, 12));
  });

  test('of one pass leave the other pass as it was decided for both', () => {
    const one = { 'b6:all:0': colour('C7', '9') };
    const other = { 'b6:all:0': colour('C7', '13') };
    const { columns } = taken(one, { cells: other, columns: arranged(other) }, 6, 6);
    const bar = (n: number) => symbols(columns, n, n)[0]![1];
    expect([bar(6), bar(10)]).toEqual(['C13', 'C9']);
  });

  test('are more where a move goes on over their edge: all of it comes, or goes', () => {
    const plain: Decisions = {};
    const moved = withMove(plain);
    const theirs = arranged(moved);
    expect(theirs.some(({ column }) => column.move !== null)).toBe(true);
    const got = taken(plain, { cells: moved, columns: theirs }, 4, 4);
    expect([got.from, got.to]).toEqual([3, 4]);
    expect(told(got.columns, 3, 4)).toEqual(told(theirs, 3, 4));
    const back = taken(moved, { cells: plain, columns: arranged(plain) }, 3, 3);
    expect([back.from, back.to]).toEqual([3, 4]);
    expect(back.columns.every(({ column }) => column.move === null)).toBe(true);
  });

  test('of the plain chart in root position are its own chords, in those grips', () => {
    const { columns: plain } = plainTake(session, tune);
    const one = withMove({ 'b2:1:0': colour('Am7', 'm9') });
    const { columns } = taken(one, { cells: {}, columns: plain }, 1, 4);
    expect(told(columns, 1, 4)).toEqual(told(plain, 1, 4));
    expect(symbols(columns, 1, 4).map(([, symbol]) => symbol)).toEqual(['C', 'Am7', 'Dm7', 'G7']);
  });

  test('bring wishes that lie within them, and let go those of the take that do; one that reaches beyond stays', () => {
    const { slots } = solved({});
    const ticks = slots[0]!.entry.ticks;
    const wish = (bars: number) =>
      ({ layer: 'wish', wish: { kind: 'top', way: 'falling' }, hard: false, ticks: bars * ticks }) as const;
    const one: Decisions = { 'b2:1:0:wish-top': wish(1), 'b3:1:0:wish-top': wish(3) };
    const other: Decisions = {
      'b1:1:0:wish-top': wish(2),
      'b2:1:0:wish-contrary': { ...wish(1), wish: { kind: 'contrary' } },
    };
    const { patch } = barsFromAnother(how, one, { cells: other, columns: arranged(other) }, { from: 2, to: 3 });
    const after = Object.keys(applyPatch(one, patch).cells).filter((name) => name.includes('wish'));
    expect(after.sort()).toEqual(['b2:1:0:wish-contrary', 'b3:1:0:wish-top']);
  });
});
