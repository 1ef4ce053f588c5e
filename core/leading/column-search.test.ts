import { describe, expect, test } from '@jest/globals';
import { parseChart } from '../chart/parse.ts';
import { formatFrets, gripOf } from '../grip/grips.ts';
import { buildLibrary } from '../grip/library.ts';
import { DEFAULT_HAND } from '../neck/hand.ts';
import { readChart } from '../reading/read.ts';
import { run } from '../steps.ts';
import { columnsOf } from '../take/columns.ts';
import { slotKeys } from '../take/key.ts';
import { ColumnSearch, searchable } from './column-search.ts';
import { sessionOf, solveTake } from './solve.ts';
import { DEFAULT_WEIGHTS, pricedBy, type Pricing } from './pricing.ts';

const PRICING: Pricing = pricedBy(DEFAULT_WEIGHTS);
const library = buildLibrary({ ...DEFAULT_HAND, highestFret: 5 });

const parsed = parseChart('key: C\n| C | Am | Dm7 G7 | C | N.C. | F |');
if (!parsed.ok) throw new Error('chart');
const chart = parsed.value;

function fromOutside() {
  const search = new ColumnSearch(library, PRICING);
  const slots = readChart(chart);
  return { search, ...searchable(columnsOf(slots, slotKeys(slots, []), {}, { plain: true }), search, chart.tempo) };
}

describe('the search as a program sees it from outside', () => {
  test('finds the path that a take of the same chart has', () => {
    const { search, wanted, index } = fromOutside();
    search.setColumns(wanted);
    const take = run(solveTake(sessionOf(library, { pricing: PRICING }), { chart, plain: true }));
    expect(run(search.solve())).toEqual(take.path);
    expect(index).toEqual(take.index);
  });

  test('a pin by frets stands, at the price it was listed for', () => {
    const { search, wanted } = fromOutside();
    search.setColumns(wanted);
    run(search.solve());
    const other = search.gripAlternatives(1, wanted[1]!.chord)[5]!;
    const { frets } = gripOf(wanted[1]!.chord, library, other.shape);
    search.setColumns(wanted.map((one, i) => (i === 1 ? { ...one, pin: frets } : one)));
    const path = run(search.solve());
    expect(path.cost).toBe(other.cost);
    expect(formatFrets(gripOf(wanted[1]!.chord, library, path.shapes[1]!).frets)).toBe(formatFrets(frets));
  });
});
