import { expect, test } from '@jest/globals';
import { parseChart } from '../chart/parse.ts';
import { buildLibrary } from '../grip/library.ts';
import { pricingFor } from '../leading/pricing.ts';
import { arrangedTake, sessionOf, solveTake } from '../leading/solve.ts';
import { DEFAULT_HAND } from '../neck/hand.ts';
import { applyPatch } from '../patch.ts';
import { run } from '../steps.ts';
import { readDecision, type Decisions } from './decision.ts';
import { keptGrips, solvedAnew } from './kept-grips.ts';

const library = buildLibrary({ ...DEFAULT_HAND, highestFret: 7 });
const read = parseChart('key: C\n| C | Am7 | Dm7 | G7 | C |');
if (!read.ok) throw new Error('a chart');
const BARS = ['a', 'b', 'c', 'd', 'e'];
const arranged = (cells: Decisions, manner: 'rooted' | 'shells', banished: readonly string[] = []) => {
  const pricing = pricingFor({ company: 'alone', area: null, matters: {}, manner });
  const session = sessionOf(library, { pricing, banished: new Set(banished) });
  const { columns } = arrangedTake(run(solveTake(session, { chart: read.value, barIds: BARS, cells })));
  return columns;
};
const gripsOf = (columns: ReturnType<typeof arranged>) => columns.map(({ grip }) => grip!.grip);
/** Colours that both manners take alike. */
const CHOSEN: Decisions = Object.fromEntries(
  [
    ['C', '6'],
    ['Am7', 'm7'],
    ['Dm7', 'm7'],
    ['G7', '7'],
    ['C', '6'],
  ].map(([on, colour], i) => [`${BARS[i]}:1:0`, { layer: 'chord', on: on!, colour: colour! }] as const),
);

test('a take keeps the grips it was kept with, whatever would be found today, until it is solved anew', () => {
  const then = arranged(CHOSEN, 'rooted');
  const today = arranged(CHOSEN, 'shells');
  expect(gripsOf(today)).not.toEqual(gripsOf(then));
  const kept = { ...CHOSEN, ...keptGrips(then) };
  for (const [name, cell] of Object.entries(kept)) expect(readDecision(name, { ...cell })).toEqual(cell);
  expect(gripsOf(arranged(kept, 'shells'))).toEqual(gripsOf(then));
  const anew = applyPatch(kept, solvedAnew(kept)).cells;
  expect(anew).toEqual(CHOSEN);
  expect(gripsOf(arranged(anew, 'shells'))).toEqual(gripsOf(today));
});

test('a take keeps its colours too, where nobody chose one', () => {
  const then = arranged({}, 'rooted');
  const symbols = (columns: ReturnType<typeof arranged>) => columns.map(({ column }) => column.symbol);
  expect(symbols(arranged({}, 'shells'))).not.toEqual(symbols(then));
  const kept = arranged(keptGrips(then), 'shells');
  expect(symbols(kept)).toEqual(symbols(then));
  expect(gripsOf(kept)).toEqual(gripsOf(then));
});

test('a chord with another colour, or a grip of its own, is no longer held; the others are', () => {
  const then = arranged(CHOSEN, 'rooted');
  const kept = { ...CHOSEN, ...keptGrips(then) };
  const recoloured = arranged({ ...kept, 'b:1:0': { layer: 'chord', on: 'Am7', colour: 'm9' } }, 'shells');
  expect(recoloured.map(({ column }) => column.kept !== null)).toEqual([true, false, true, true, true]);
  expect(recoloured[1]!.grip!.grip).not.toBe(then[1]!.grip!.grip);
  const grip = 'x-5-7-5-6-x';
  const pinned = arranged(
    { ...kept, 'c:1:0': { layer: 'chord', on: 'Dm7', colour: 'm7', voicing: { grip } } },
    'shells',
  );
  expect(pinned[2]!.column.kept).toBeNull();
  expect(gripsOf(pinned)).toEqual(gripsOf(then).map((one, i) => (i === 2 ? grip : one)));
  // What stands pinned is not kept a second time.
  expect(Object.keys(keptGrips(pinned))).not.toContain('c:1:0:kept');
});

test('a grip that was banished since, or that this neck has not, is found anew', () => {
  const then = arranged(CHOSEN, 'rooted');
  const kept = { ...CHOSEN, ...keptGrips(then) };
  const banished = then[2]!.grip!.grip;
  expect(gripsOf(arranged(kept, 'rooted', [banished]))[2]).not.toBe(banished);
  const [first] = then;
  const high = keptGrips([{ column: first!.column, grip: { grip: 'x-15-14-14-13-x' } }]);
  expect(gripsOf(arranged({ ...CHOSEN, ...high }, 'rooted'))[0]).not.toBe('x-15-14-14-13-x');
});

test.each([
  ['not a grip', { layer: 'kept', on: 'Dm7', colour: null, grip: 'x-5' }],
  ['no chord', { layer: 'kept', colour: null, grip: 'x-5-7-5-6-x' }],
  ['no colour', { layer: 'kept', on: 'Dm7', grip: 'x-5-7-5-6-x' }],
  ['something more', { layer: 'kept', on: 'Dm7', colour: null, grip: 'x-5-7-5-6-x', more: 1 }],
])('what is %s is no kept grip', (_, value) => {
  expect(readDecision('a:1:0:kept', value)).toBeNull();
});
