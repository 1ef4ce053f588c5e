import { describe, expect, test } from '@jest/globals';
import { parseChart } from '../chart/parse.ts';
import { formatFrets, fretsAt, pitchesOf, shapesOf } from '../grip/grips.ts';
import { buildLibrary } from '../grip/library.ts';
import { DEFAULT_HAND } from '../neck/hand.ts';
import { applyPatch } from '../patch.ts';
import { spanOfColumns } from '../take/columns.ts';
import { coloursOf } from '../reharm/colours.ts';
import type { Decisions } from '../take/decision.ts';
import { wishName } from '../take/key.ts';
import { decisionFor } from '../take/standing.ts';
import { ANY_TASTE, proposalsFor } from '../reharm/moves/propose.ts';
import { run } from '../steps.ts';
import { arrangedTake, sessionOf, solveTake, type SolvedTake } from './solve.ts';
import { priceMove } from './take.ts';
import { DEFAULT_WEIGHTS, pricedBy, type Pricing } from './pricing.ts';

const PRICING: Pricing = pricedBy(DEFAULT_WEIGHTS);

// A small hand: few grips, the same rules.
const library = buildLibrary({ ...DEFAULT_HAND, highestFret: 5 });

const BARS = ['a', 'b', 'c', 'd', 'e', 'f'];
const session = () => sessionOf(library, { pricing: PRICING });
const chartOf = (text: string) => {
  const chart = parseChart(text);
  if (!chart.ok) throw new Error(text);
  return chart.value;
};
const solvedTake = (text: string, cells: Decisions = {}): SolvedTake =>
  run(solveTake(session(), { chart: chartOf(text), barIds: BARS, cells }));

const TUNE = 'key: C\n| C | Am | Dm7 G7 | C | N.C. | F |';

describe('the price of a move', () => {
  test('over some of the bars of a chord tells that what is left of it begins anew', () => {
    const text = 'key: C\n| C | C | C | C | C | F |';
    const take = solvedTake(text);
    for (const [from, to] of [
      [0, 1],
      [1, 1],
      [1, 2],
    ] as const) {
      const span = spanOfColumns(take.slots, take.columns.slice(from, to + 1))!;
      const proposals = proposalsFor(span).filter(({ move: { group } }) => group === 'line' || group === 'planing');
      expect(proposals.length).toBeGreaterThan(1);
      for (const proposal of proposals) {
        const { extra, patch } = priceMove(take, span, proposal);
        if (extra === null) continue;
        const after = solvedTake(text, applyPatch(take.cells, patch).cells);
        expect([from, proposal.move.id, extra]).toEqual([from, proposal.move.id, after.best - take.best]);
      }
    }
  });

  test.each([
    [0, 0],
    [1, 1],
    [2, 3],
    [3, 3],
    [4, 4],
  ])('over columns %i to %i is what the whole path is longer once it is made, grip for grip', (from, to) => {
    const take = solvedTake(TUNE);
    const span = spanOfColumns(take.slots, take.columns.slice(from, to + 1))!;
    const proposals = proposalsFor(span);
    expect(proposals.length).toBeGreaterThan(3);
    for (const proposal of proposals.filter((_, i) => i % 4 === 0)) {
      const { extra, grips, patch } = priceMove(take, span, proposal);
      const after = solvedTake(TUNE, applyPatch(take.cells, patch).cells);
      if (extra === null) {
        // The hand has no grip for a chord of it, or cannot go on as the move says.
        const silent = after.index.some((at, i) => at < 0 && after.columns[i]!.chord !== null);
        const loose = arrangedTake(after).problems.some(({ code }) => code === 'move-loose');
        expect([proposal.move.id, silent || loose]).toEqual([proposal.move.id, true]);
      } else {
        expect([proposal.move.id, extra]).toEqual([proposal.move.id, after.best - take.best]);
        expect(grips).toHaveLength(after.columns.filter(({ move }) => move !== null).length);
      }
    }
  });

  test('what misses a wish that cannot be met has its price all the same', () => {
    const first = solvedTake(TUNE).columns[0]!;
    // No chord of the tune is two notes an octave apart: one chord more misses the wish once more.
    const wish = { layer: 'wish', wish: { kind: 'family', family: 'octaves' }, hard: true, ticks: 16 * 960 } as const;
    const take = solvedTake(TUNE, { [wishName(first.at, 'family')]: wish });
    const span = spanOfColumns(take.slots, take.columns.slice(0, 1))!;
    const more = proposalsFor(span).find(
      ({ found }) => found.parts.length === 2 && !found.parts.some(({ into }) => into),
    )!;
    const { extra, patch } = priceMove(take, span, more);
    expect(extra).toBeGreaterThan(4000);
    expect(extra).toBe(solvedTake(TUNE, applyPatch(take.cells, patch).cells).best - take.best);
  });

  test('a thread sounds on its open string in every grip it spans, at the price it was offered for', () => {
    const take = solvedTake(TUNE);
    const span = spanOfColumns(take.slots, take.columns.slice(0, 4))!;
    const threads = proposalsFor(span, { ...ANY_TASTE, rings: DEFAULT_HAND.tuning }).filter(({ found }) => found.ring);
    expect(threads.length).toBeGreaterThan(2);
    for (const proposal of threads) {
      const { extra, grips, patch } = priceMove(take, span, proposal);
      const after = solvedTake(TUNE, applyPatch({}, patch).cells);
      expect(extra).toBe(after.best - take.best);
      const string = DEFAULT_HAND.tuning.indexOf(proposal.found.ring!);
      for (const { frets } of grips)
        expect([proposal.found.variant, frets[string]]).toEqual([proposal.found.variant, 0]);
      // A colour tried within it is priced with what sounds on there.
      const own = after.columns[1]!;
      const [other] = coloursOf(own.chord!, own.context);
      const cells = { ...after.cells, [own.at]: { ...decisionFor(own.slot), colour: null } };
      expect(after.session.search.alternative(1, other!.chord)!.cost).toBe(solvedTake(TUNE, cells).best);
    }
  });

  test('a pitch no grip of the chord has is missed, and said so; a pinned grip goes before it', () => {
    const take = solvedTake(TUNE);
    const span = spanOfColumns(take.slots, take.columns.slice(0, 2))!;
    const thread = proposalsFor(span, { ...ANY_TASTE, rings: [64] }).find(({ found }) => found.ring)!;
    const { patch } = priceMove(take, span, thread);
    const cells = applyPatch({}, patch).cells;
    const { at, slot, chord } = solvedTake(TUNE, cells).columns[0]!;
    const without = [...shapesOf(chord!, library)].find((shape) => !pitchesOf(library, shape).includes(64))!;
    const pinned = {
      layer: 'chord',
      on: slot.symbol,
      colour: null,
      voicing: { grip: formatFrets(fretsAt(library, without)) },
    } as const;
    const made = solvedTake(TUNE, { ...cells, [at]: pinned });
    const { columns, problems } = arrangedTake(made);
    expect(columns[0]!.grip!.grip).toBe(pinned.voicing.grip);
    expect(columns[1]!.grip!.frets.at(-1)).toBe(0);
    expect(problems.map(({ code }) => code)).toEqual(['ring-lost']);
  });

  test('in the place of a move is that of the take without it', () => {
    const plain = solvedTake(TUNE);
    const span = spanOfColumns(plain.slots, plain.columns.slice(3, 4))!;
    const [first, second] = proposalsFor(span);
    const made = solvedTake(TUNE, applyPatch({}, priceMove(plain, span, first!).patch).cells);
    const { extra, patch } = priceMove(made, span, second!);
    const replaced = applyPatch(made.cells, patch).cells;
    expect(Object.keys(replaced)).toHaveLength(1);
    expect(extra).toBe(solvedTake(TUNE, replaced).best - made.best);
  });

  test('a rest has no moves', () => {
    const take = solvedTake(TUNE);
    expect(spanOfColumns(take.slots, take.columns.slice(5, 6))).toBeNull();
  });
});
