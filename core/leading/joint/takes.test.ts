import { beforeAll, describe, expect, test } from '@jest/globals';
import type { Chart } from '../../chart/chart.ts';
import { parseChart } from '../../chart/parse.ts';
import { transpose } from '../../chart/transpose.ts';
import { buildLibrary, type ShapeLibrary } from '../../grip/library.ts';
import { DEFAULT_HAND } from '../../neck/hand.ts';
import { STYLES, type StyleId } from '../../reharm/moves/styles.ts';
import { numeralOf } from '../../reading/numeral.ts';
import { run } from '../../steps.ts';
import type { Decisions } from '../../take/decision.ts';
import { arrangedTake, prepareTake, sessionOf, solveTake, type Session } from '../solve.ts';
import { pricingFor } from '../pricing.ts';
import { connectionCost, NothingToTake, wholeTakes, type TakesAsked } from './takes.ts';
import { takeLattice } from './take-lattice.ts';
import { waysOf, type Way } from './ways.ts';
import { some } from '../../../scripts/thorough.oracle.ts';

let library: ShapeLibrary;
let session: Session;
beforeAll(() => {
  // A hand that stays in one area: few grips, all rules.
  library = buildLibrary({ ...DEFAULT_HAND, highestFret: 7 });
  session = sessionOf(library, { pricing: pricingFor({ company: 'alone', area: null, matters: {} }) });
});

const chartOf = (text: string): Chart => {
  const chart = parseChart(text);
  if (!chart.ok) throw new Error(text);
  return chart.value;
};
const TURN = 'key: C\n[A]\n| C | Am7 | Dm7 | G7 | C | C7 | F | Fm | C | G7 | C | % |';
const tasteOf = (style: StyleId | null, stray: number) => ({
  style: STYLES.find(({ id }) => id === style) ?? null,
  off: [],
  stray,
});
const takesOf = (asked: Partial<TakesAsked> & { readonly text?: string }, count = 1) =>
  run(wholeTakes(session, { chart: chartOf(asked.text ?? TURN), taste: tasteOf('dancehall', 3), ...asked }, count));
const symbolsOf = (cells: Decisions, text = TURN) =>
  prepareTake(session, { chart: chartOf(text), cells }).columns.map(({ symbol }) => symbol);

describe('whole takes', () => {
  test.each(some(STYLES, 4).map(({ id }) => [id]))(
    'in %s cost what their decisions cost when they are solved again, chords and all',
    (id) => {
      for (const stray of some([3, 1, 5], 3)) {
        const [take] = takesOf({ taste: tasteOf(id as StyleId, stray) });
        const solved = run(solveTake(session, { chart: chartOf(TURN), cells: take!.cells }));
        expect(solved.best).toBe(connectionCost(take!));
        expect(arrangedTake(solved).columns.every(({ grip }) => grip !== null)).toBe(true);
      }
    },
  );

  test.each(some(['tenths', 'low-moves'] as const, 2))(
    'in %s cost what they cost when they are solved again, and change chords, too',
    (texture) => {
      const cells = { 'bar-1:all:0:texture': { layer: 'texture', ticks: 100_000, texture, pace: 'beat' } } as const;
      const [take] = takesOf({ cells });
      const solved = run(solveTake(session, { chart: chartOf(TURN), cells: take!.cells }));
      expect(solved.best).toBe(connectionCost(take!));
      expect(arrangedTake(solved).columns.every(({ grip }) => grip?.pitches.length === 2)).toBe(true);
      expect(solved.columns.some(({ move }) => move !== null)).toBe(true);
    },
  );

  test('without appetite are the chart’s own chords in a colour', () => {
    const [take] = takesOf({ taste: tasteOf('afterglow', 0) });
    const plain = symbolsOf({});
    const roots = (symbols: readonly string[]) => symbols.map((symbol) => /^[A-G][b#]?/.exec(symbol)![0]);
    expect(roots(symbolsOf(take!.cells))).toEqual(roots(plain));
    expect(take!.stray).toBe(0);
  });

  test('at the far end of the dial stray four and more', () => {
    const [take] = takesOf({ taste: tasteOf(null, 5) });
    expect(Math.max(...take!.ways.map(({ proposal }) => proposal?.move.stray ?? 0))).toBeGreaterThanOrEqual(4);
    expect(take!.stray).toBeGreaterThan(2);
  });

  test.each(some<[string | null]>([['dancehall'], ['afterglow'], [null]], 2))(
    'in %s cost at each step of the dial no more than what the step before found would cost there',
    (id) => {
      const laidAt = (stray: number, only?: ReadonlySet<string>) => {
        const prepared = prepareTake(session, { chart: chartOf(TURN) });
        const taste = tasteOf(id as StyleId | null, stray);
        const ways = waysOf(prepared, taste).filter((way) => !only || only.has(nameOf(way)));
        return takeLattice(prepared, ways, taste);
      };
      const nameOf = ({ start, end, patch }: Way) => JSON.stringify([start, end, patch]);
      let before: readonly Way[] | null = null;
      for (const stray of some([0, 1, 2, 3, 4, 5], 2)) {
        const laid = laidAt(stray);
        const path = run(session.wide.solve(laid.lattice));
        const taken = [...new Set(path.nodes.map((n) => laid.versions[laid.places[n]!.version]!.way))];
        if (before) {
          // All that it made is still there to be made.
          const kept = laidAt(stray, new Set(before.map(nameOf)));
          expect(kept.versions.map(({ way }) => nameOf(way))).toEqual(expect.arrayContaining(before.map(nameOf)));
          expect(path.cost).toBeLessThanOrEqual(run(session.wide.solve(kept.lattice)).cost);
        }
        before = taken;
      }
    },
  );

  test('of a part, chosen anew, leave what is decided elsewhere, kept grips too', () => {
    const { slots, columns } = prepareTake(session, { chart: chartOf(TURN) });
    const at = (bar: number) => columns.find(({ slot }) => slot.bar === bar)!.at;
    const decided = (bar: number, on: string, colour: string): Decisions => ({
      [at(bar)]: { layer: 'chord', on, colour },
      [`${at(bar)}:kept`]: { layer: 'kept', on, colour, grip: '5-x-5-5-5-x' },
    });
    const outside = { ...decided(2, 'Am7', 'm11'), ...decided(9, 'C', '6/9') };
    const inside = { ...decided(6, 'C7', '7sus'), ...decided(8, 'Fm', 'm6') };
    const within = { start: slots[4]!.start, end: slots[7]!.start + slots[7]!.entry.ticks };
    const [take] = takesOf({ cells: { ...outside, ...inside }, within, anew: true, taste: tasteOf('dancehall', 0) });
    expect(take!.cells).toEqual(expect.objectContaining(outside));
    expect(take!.cells[at(6)]).not.toEqual(inside[at(6)]);
    expect(Object.keys(take!.cells).filter((name) => name.endsWith('kept'))).toEqual(
      Object.keys(outside).filter((name) => name.endsWith('kept')),
    );
    const [kept] = takesOf({ cells: { ...outside, ...inside }, within, taste: tasteOf('dancehall', 0) });
    expect(kept!.cells[at(6)]).toEqual(inside[at(6)]);
  });

  test('with fewer moves to choose from are never cheaper', () => {
    const all = takesOf({ taste: tasteOf('dancehall', 3) })[0]!;
    const used = [...new Set(all.ways.flatMap(({ proposal }) => (proposal ? [proposal.move.id] : [])))];
    expect(used.length).toBeGreaterThan(0);
    const fewer = takesOf({ taste: { ...tasteOf('dancehall', 3), off: used } })[0]!;
    expect(fewer.cost).toBeGreaterThanOrEqual(all.cost);
    expect(fewer.ways.some(({ proposal }) => proposal && used.includes(proposal.move.id))).toBe(false);
  });

  test('keep what was decided: a pinned grip, a colour and a move stay, and are never cheaper than what is free', () => {
    const costOf = (cells: Decisions) => {
      const prepared = prepareTake(session, { chart: chartOf(TURN), cells });
      const taste = tasteOf('dancehall', 3);
      return run(session.wide.solve(takeLattice(prepared, waysOf(prepared, taste), taste).lattice)).cost;
    };
    const free = costOf({});
    const { columns } = prepareTake(session, { chart: chartOf(TURN) });
    const grips = [
      [1, 'Am7', 'm7', '5-x-5-5-5-x'],
      [2, 'Dm7', 'm9', 'x-5-3-5-5-x'],
      [3, 'G7', '13', '3-x-3-4-5-x'],
    ] as const;
    for (const [i, on, colour, grip] of grips) {
      const cells: Decisions = { [columns[i]!.at]: { layer: 'chord', on, colour, voicing: { grip } } };
      expect(costOf(cells)).toBeGreaterThanOrEqual(free);
      const [kept] = takesOf({ cells });
      expect(kept!.cells[columns[i]!.at]).toEqual(cells[columns[i]!.at]);
      const solved = run(solveTake(session, { chart: chartOf(TURN), cells: kept!.cells }));
      expect(arrangedTake(solved).columns.find(({ column }) => column.at === columns[i]!.at)!.grip!.grip).toBe(grip);
      expect(solved.best).toBe(connectionCost(kept!));
    }
    const [first] = takesOf({});
    const again = takesOf({ cells: first!.cells })[0]!;
    expect(again.cells).toEqual(first!.cells);
    expect(connectionCost(again)).toBe(connectionCost(first!));
    expect(again.ways.map(({ proposal }) => proposal?.move.id)).toEqual(
      first!.ways.map(({ proposal }) => proposal?.move.id),
    );
  });

  test('change nothing outside the part that is asked for', () => {
    const { slots, columns } = prepareTake(session, { chart: chartOf(TURN) });
    const [start, end] = [slots[4]!.start, slots[8]!.start];
    const [take] = takesOf({ within: { start, end } });
    const after = prepareTake(session, { chart: chartOf(TURN), cells: take!.cells }).columns;
    const outside = (all: typeof columns) =>
      all.filter(({ slot }) => slot.start < start || slot.start >= end).map(({ symbol }) => symbol);
    expect(outside(after)).toEqual(outside(columns));
    expect(Object.keys(take!.cells).length).toBeGreaterThan(0);
  });

  test('three of them differ in a quarter of the beats, each from each, the first is the best', () => {
    const takes = takesOf({ taste: tasteOf('dancehall', 3) }, 3);
    expect(takes).toHaveLength(3);
    takes.forEach(({ agreesWith }, i) => {
      expect(agreesWith).toHaveLength(i);
      for (const share of agreesWith) expect(share).toBeLessThanOrEqual(3 / 4);
    });
    const costs = takes.map(({ cost }) => cost);
    expect(costs).toEqual([...costs].sort((a, b) => a - b));
  });

  test('are fewer where there are no more', () => {
    expect(takesOf({ text: 'key: C\n| Cmaj7#11 |', taste: tasteOf(null, 0) }, 3)).toHaveLength(1);
  });

  test('make no mannerism: no move is made three times within eight bars', () => {
    const [take] = takesOf({ taste: tasteOf('grit', 3) });
    const made = take!.ways.flatMap(({ proposal, columns }) =>
      proposal ? [{ name: proposal.move.name, bar: columns[0]!.slot.bar }] : [],
    );
    for (const { name } of made) {
      const bars = made.filter((one) => one.name === name).map(({ bar }) => bar);
      bars.forEach((bar, k) => k >= 2 && expect(bar - bars[k - 2]!).toBeGreaterThanOrEqual(8));
    }
  });

  test('fill no more than four of sixteen bars with one move', () => {
    // One cycle of ii–V's could fill half of it.
    const text = 'key: Am\n[A]\n| Am | Dm | G | C | F | Dm | E7 | Am | Am | Dm | G | C | F | Dm | E7 | Am |';
    const [take] = takesOf({ text, taste: tasteOf('afterglow', 4) });
    const bars = new Map<string, number>();
    for (const { proposal, columns } of take!.ways)
      for (const { slot, plain } of proposal ? columns : [])
        if (slot.symbol !== plain)
          bars.set(proposal!.move.name, (bars.get(proposal!.move.name) ?? 0) + slot.entry.ticks / (4 * 480));
    expect(bars.size).toBeGreaterThan(1);
    expect(Math.max(...bars.values())).toBeLessThanOrEqual(4);
  });

  test('of a chart without chords there are none: it says so', () => {
    expect(() => takesOf({ text: 'key: C\n| N.C. |' })).toThrow(NothingToTake);
  });

  test('have the same to choose from in every key', () => {
    const waysIn = (tonic: string) => {
      const text = transpose(TURN, tonic);
      if (!text.ok) throw new Error(tonic);
      const prepared = prepareTake(session, { chart: chartOf(text.value) });
      return waysOf(prepared, tasteOf('afterglow', 4)).map(({ start, end, colour, proposal, columns }) =>
        [
          start,
          end,
          colour?.suffix ?? proposal?.move.id,
          ...columns.map(({ chord, slot }) => numeralOf(chord!, slot.key)),
        ].join(' '),
      );
    };
    const home = waysIn('C');
    expect(home.length).toBeGreaterThan(12 * 8);
    expect(waysIn('Eb')).toEqual(home);
    expect(waysIn('A')).toEqual(home);
  });
});
