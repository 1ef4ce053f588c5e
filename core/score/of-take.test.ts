import { describe, expect, test } from '@jest/globals';
import { parseChart } from '../chart/parse.ts';
import { buildLibrary } from '../grip/library.ts';
import { arrangedTake, sessionOf, solveTake } from '../leading/solve.ts';
import { pricingFor } from '../leading/pricing.ts';
import { DEFAULT_HAND } from '../neck/hand.ts';
import { run } from '../steps.ts';
import type { Decisions } from '../take/decision.ts';
import { rhythmName, textureName } from '../take/key.ts';
import { scoreOfTake } from './of-take.ts';

const library = buildLibrary({ ...DEFAULT_HAND, highestFret: 5 });
const session = sessionOf(library, { pricing: pricingFor({ company: 'alone', area: null, matters: {} }) });
const chart = parseChart('key: C\n[A]\n| C | Am7 | Dm7 | G7 |');
if (!chart.ok) throw new Error();
const take = run(solveTake(session, { chart: chart.value }));
const { columns } = arrangedTake(take);
const bar = 1920;
const rhythm = { layer: 'rhythm', density: 100, pushes: 0, seed: 1 } as const;
const scored = (cells: Decisions, along = {}) =>
  scoreOfTake({ chart: chart.value, open: library.neck.open, columns }, { ...take, cells }, along);
const starts = (cells: Decisions) => scored(cells).parts.guitar.map(({ start }) => start);
const at = (i: number) => columns[i]!.column.at;

describe('the score of a take', () => {
  test('without decisions has each chord once, and nobody beside the guitar', () => {
    expect(starts({})).toEqual([0, bar, 2 * bar, 3 * bar]);
    const { bass, brushes } = scored({}).parts;
    expect([bass, brushes]).toEqual([[], []]);
  });

  test('has the rhythm of a span in that of the tune, and what goes on after it', () => {
    const cells: Decisions = {
      [rhythmName(at(0))]: { ...rhythm, ticks: 4 * bar, pattern: 'four-long' },
      [rhythmName(at(1))]: { ...rhythm, ticks: bar, pattern: 'both-ands' },
      [rhythmName(at(2))]: { ...rhythm, ticks: bar, pattern: null },
    };
    // The push at the end of bar 2 has no chord in rhythm to take: its own sounds on.
    expect(starts(cells).filter((start) => start < bar)).toEqual([0, 480, 960, 1440]);
    expect(starts(cells).filter((start) => start >= bar && start < 2 * bar)).toEqual([bar + 720, bar + 1680]);
    expect(starts(cells).filter((start) => start >= 2 * bar && start < 3 * bar)).toEqual([2 * bar]);
    expect(starts(cells).filter((start) => start >= 3 * bar).length).toBeGreaterThan(2);
  });

  test('plays a pattern that is not known as what is usual, and a texture where it stands', () => {
    const usual = { [rhythmName(at(0))]: { ...rhythm, ticks: 4 * bar, pattern: 'of-tomorrow' } };
    expect(starts(usual).slice(0, 3)).toEqual([0, 240, 480]);
    const { guitar } = scored({ [textureName(at(1))]: { layer: 'texture', ticks: bar, texture: 'top-two' } }).parts;
    expect(guitar.map(({ notes }) => notes.length === 2)).toEqual([false, true, false, false]);
  });

  test('has whoever plays along', () => {
    const { parts, clock } = scored({}, { bass: 'two', brushes: true, swing: 0.6 });
    expect(parts.bass).toHaveLength(8);
    expect(parts.brushes.length).toBeGreaterThan(16);
    expect(clock.swing).toBe(0.6);
  });
});
