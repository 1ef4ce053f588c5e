import { describe, expect, test } from '@jest/globals';
import { parseChart } from '../chart/parse.ts';
import { formatFrets, fretsAt } from '../grip/grips.ts';
import { buildLibrary } from '../grip/library.ts';
import { DEFAULT_HAND } from '../neck/hand.ts';
import { applyPatch, type Patch } from '../patch.ts';
import { spanOfColumns } from '../take/columns.ts';
import type { Decision, Decisions } from '../take/decision.ts';
import { decisionFor } from '../take/standing.ts';
import { proposalsFor } from '../reharm/moves/propose.ts';
import { run } from '../steps.ts';
import { consequenceOf, holdingOthers } from './consequence.ts';
import { DEFAULT_WEIGHTS, pricedBy } from './pricing.ts';
import { sessionOf, solveTake, type SolvedTake } from './solve.ts';
import { priceMove } from './take.ts';

const library = buildLibrary({ ...DEFAULT_HAND, highestFret: 5 });
const chart = parseChart('key: C\n| C | Am | Dm7 G7 | Em | F | G7 | C |');
if (!chart.ok) throw new Error();
const asked = { chart: chart.value, barIds: ['a', 'b', 'c', 'd', 'e', 'f', 'g'] };
const solved = (cells: Decisions = {}): SolvedTake =>
  run(solveTake(sessionOf(library, { pricing: pricedBy(DEFAULT_WEIGHTS) }), { ...asked, cells }));
/** The grips of a take, by the names of their columns. */
const grips = (take: SolvedTake) =>
  new Map(
    take.columns.map(({ at }, i) => [at, formatFrets(fretsAt(library, take.path.shapes[take.index[i]!]!))] as const),
  );

const take = solved();
const standing = grips(take);

/** Changes of many kinds: colours, grips far off, moves. */
const CHANGES: readonly (readonly [string, Patch<Decision>])[] = [
  ...['m11', 'm7'].map((colour) => {
    const { at, slot } = take.columns[1]!;
    return [`${colour} on the second`, { [at]: { ...decisionFor(slot), colour } }] as const;
  }),
  ...[2, 4].flatMap((i) => {
    const { at, slot, chord } = take.columns[i]!;
    const far = take.session.search.gripAlternatives(take.index[i]!, chord!).slice(-40);
    return [0, 39].map((n) => {
      const grip = formatFrets(fretsAt(library, far[n]!.shape));
      return [`${grip} in column ${i}`, { [at]: { ...decisionFor(slot), colour: null, voicing: { grip } } }] as const;
    });
  }),
];

describe('what a change comes to', () => {
  test.each(CHANGES)('%s: its price, and the other grips it moves, as solving anew finds them', (_, patch) => {
    const after = solved(applyPatch(take.cells, patch).cells);
    const { extra, others } = run(consequenceOf(take, patch));
    expect(extra).toBe(after.best - take.best);
    const moved = [...grips(after)].filter(([at, grip]) => !(at in patch) && standing.get(at) !== grip);
    expect(others.map(({ at, grip }) => [at, grip])).toEqual(moved);
  });

  test('of a move it has the price its list shows, and what the move puts there is no other grip', () => {
    const span = spanOfColumns(take.slots, take.columns.slice(2, 4))!;
    const priced = proposalsFor(span).map((proposal) => priceMove(take, span, proposal));
    for (const { extra, patch } of priced.filter((one) => one.extra !== null).slice(0, 6)) {
      const found = run(consequenceOf(take, patch));
      expect(found.extra).toBe(extra);
      expect(found.others.every(({ at }) => standing.has(at))).toBe(true);
    }
  });

  test.each(CHANGES)('%s, with the rest kept, leaves every other grip where it was, at its own price', (_, patch) => {
    const held = run(holdingOthers(take, patch))!;
    const after = solved(applyPatch(take.cells, held.patch).cells);
    expect(held.extra).toBe(after.best - take.best);
    expect([...grips(after)].filter(([at, grip]) => !(at in patch) && standing.get(at) !== grip)).toEqual([]);
    expect(held.extra).toBeGreaterThanOrEqual(run(consequenceOf(take, patch)).extra);
  });

  test('something moves, or nothing was tested', () => {
    expect(CHANGES.filter(([, patch]) => run(consequenceOf(take, patch)).others.length > 0).length).toBeGreaterThan(2);
  });

  test('leaves the search it was asked of as it was', () => {
    const before = take.session.search.gripAlternatives(3, take.columns[3]!.chord!).slice(0, 5);
    for (const [, patch] of CHANGES) run(consequenceOf(take, patch));
    expect(take.session.search.gripAlternatives(3, take.columns[3]!.chord!).slice(0, 5)).toEqual(before);
    expect(run(take.session.search.solve())).toEqual(take.path);
  });
});
