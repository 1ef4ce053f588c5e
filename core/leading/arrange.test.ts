import { ENGLISH, speakFrom } from '../words/words.ts';
import { describe, expect, test } from '@jest/globals';
import { parseChart } from '../chart/parse.ts';
import { buildLibrary } from '../grip/library.ts';
import { DEFAULT_HAND } from '../neck/hand.ts';
import { run } from '../steps.ts';
import { problemText } from '../wording/problems.ts';
import { costText, whyText } from '../wording/why.ts';
import { Search } from './search.ts';
import { arrangedTake, sessionOf, solveTake } from './solve.ts';
import { sumTerms } from './terms.ts';
import { DEFAULT_WEIGHTS, pricedBy, pricingFor, weightsOf, type Pricing } from './pricing.ts';

const PRICING: Pricing = pricedBy(DEFAULT_WEIGHTS);

describe('an arrangement', () => {
  const library = buildLibrary({ ...DEFAULT_HAND, highestFret: 5 });
  function arranged(text: string, cells = {}) {
    const chart = parseChart(text);
    if (!chart.ok) throw new Error(JSON.stringify(chart.problems));
    const asked = { chart: chart.value, barIds: ['b0', 'b1', 'b2', 'b3'], cells };
    const take = run(solveTake(sessionOf(library, { pricing: PRICING }), asked));
    return { path: take.path, result: arrangedTake(take) };
  }

  test('its terms add up to the cost the search minimised, its figures to its columns', () => {
    const { path, result } = arranged('key: C\n| C | Am7 | Dm7 G7 | C |');
    expect(result.cost).toBe(path.cost);
    expect(Object.values(result.terms).reduce((a, b) => a + b, 0)).toBe(result.cost);
    expect(result.figures.movement).toBe(result.columns.reduce((sum, column) => sum + column.movement, 0));
    const byColumn = result.columns.map(({ terms }) => Object.values(terms).reduce((a, b) => a + b, 0));
    expect(byColumn.reduce((a, b) => a + b, 0)).toBe(result.cost);
    const byHand = result.columns
      .slice(1)
      .map((column, i) => leastByTrying(uniq(result.columns[i]!.grip!.pitches), uniq(column.grip!.pitches)));
    expect(result.columns.slice(1).map((column) => column.movement)).toEqual(byHand);
    expect(result.columns[0]!.movement).toBe(0);
  });

  test('what happens between two columns is told voice by voice, and what it costs term by term', () => {
    const pinned = (on: string, pin: string) => ({ layer: 'chord', on, colour: null, voicing: { grip: pin } }) as const;
    const { result } = arranged('key: C\n| Dm7 | G7 | C |', {
      'b0:1:0': pinned('Dm7', 'x-5-3-5-x-x'),
      'b1:1:0': pinned('G7', '3-x-3-4-x-x'),
      'b2:1:0': pinned('C', 'x-3-2-0-1-0'),
    });
    const [first, second, third] = result.columns;
    expect(whyText(null, first!)).toBe('');
    expect(whyText(first!, second!)).toBe('holds F, D falls to G, C falls to B, hand stays, 8 semitones in all');
    speakFrom(() => ({ ...ENGLISH, notes: 'german' }));
    expect(whyText(second!, third!)).toMatch(/^G .*F .*H .* in all$/);
    speakFrom(() => ENGLISH);
    expect(costText(third!.terms)).toMatch(/^[\d.]+: .*voices that move [\d.]+/);
    expect(costText(sumTerms([]))).toBe('nothing');
  });

  test('N.C. has no grip and is bridged', () => {
    const { result } = arranged('key: C\n| C | N.C. | C |');
    expect(result.columns.map(({ grip }) => grip?.grip ?? null)).toEqual([
      expect.any(String),
      null,
      result.columns[0]!.grip!.grip,
    ]);
    expect(result.figures.movement).toBe(0);
  });

  test('a pin that no longer plays the chord is told, not obeyed', () => {
    const { result } = arranged('key: C\n| C |', {
      'b0:1:0': { layer: 'chord', on: 'C', colour: null, voicing: { grip: '1-1-1-1-1-1' } },
    });
    expect(result.problems).toMatchObject([{ code: 'pin-unplayable', bar: 1 }]);
    expect(result.columns[0]!.grip).not.toBeNull();
  });

  test.each([
    ['8-10-10-9-8-8', 'beyond'],
    ['x-1-x-x-5-3', 'reach'],
    ['1-1-1-1-1-1', null],
  ])('a pin %s that does not stand says why: %s', (pin, reason) => {
    const { result } = arranged('key: C\n| C |', {
      'b0:1:0': { layer: 'chord', on: 'C', colour: null, voicing: { grip: pin } },
    });
    expect(result.problems).toMatchObject([
      reason === null ? { code: 'pin-unplayable' } : { code: 'pin-unheld', args: { text: pin, reason } },
    ]);
    expect(problemText(result.problems[0]!)).toMatch(/stands in\.$/);
  });

  test('an empty search has an empty path', () => {
    expect(run(new Search(library).solve())).toEqual({ nodes: [], shapes: [], cost: 0 });
  });
});

/** Every way to match the smaller set into the larger in order, tried out. */
function leastByTrying(a: number[], b: number[]): number {
  if (a.length > b.length) return leastByTrying(b, a);
  if (a.length === 0) return 0;
  let least = Infinity;
  for (let first = 0; first <= b.length - a.length; first++)
    least = Math.min(least, Math.abs(a[0]! - b[first]!) + leastByTrying(a.slice(1), b.slice(first + 1)));
  return least;
}

const uniq = (pitches: readonly number[]) => [...new Set(pitches)].sort((x, y) => x - y);

test('what matters more weighs more, what does not weighs nothing, and a bass player changes what company changes', () => {
  const pricing = pricingFor({
    company: 'alone',
    area: null,
    matters: { topLeap: 4, shift: 0, parallel: 1, bass: 0.5 },
  });
  expect(pricing.manner).toBe('rooted');
  const { rooted, small } = pricing.weights;
  const usual = weightsOf('rooted', {});
  // What goes with a term is weighed with it.
  expect(rooted).toEqual({
    ...usual,
    topLeap: 4 * usual.topLeap,
    shift: 0,
    parallel: 15,
    bass: usual.bass / 2,
    bassString: usual.bassString / 2,
    bassHigh: Math.round(usual.bassHigh / 2),
    rest: usual.rest / 2,
  });
  expect(small.bass).toBe(0);
  expect(pricingFor({ company: 'bass', area: null, matters: {} }).manner).toBe('small');
  expect(pricingFor({ company: 'bass', manner: 'funk', area: null, matters: {} }).manner).toBe('funk');
});
