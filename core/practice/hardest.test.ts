import { describe, expect, test } from '@jest/globals';
import { parseFrets, type Grip } from '../grip/grips.ts';
import { fingered } from '../leading/fingered.ts';
import { DEFAULT_HAND, neckOf } from '../neck/hand.ts';
import { reachOf } from '../neck/hold.ts';
import { hardnessOf, type ChangePart } from './hardest.ts';

/*
 * How hard guitar teachers hold these changes to be (common practice, from memory; written down before there was a model):
 * 1 in the first weeks, 2 after some months, 3 after a year, 4 hard for good players too.
 */
const TWENTY: readonly (readonly [string, string, 1 | 2 | 3 | 4, string])[] = [
  ['0-2-2-0-0-0', '0-2-2-1-0-0', 1, 'Em to E: one finger comes down'],
  ['x-0-2-2-1-0', 'x-3-2-0-1-0', 1, 'Am to C: one finger goes elsewhere'],
  ['x-3-2-0-1-0', 'x-3-2-0-0-0', 1, 'C to Cmaj7: a finger is lifted'],
  ['x-0-2-2-1-0', '0-2-2-1-0-0', 1, 'Am to E: one form, a string over'],
  ['x-5-3-5-x-x', 'x-5-3-4-x-x', 1, 'Dm7 to Dm6 in three notes: one finger a fret down'],
  ['x-x-0-2-1-1', 'x-x-0-2-1-2', 1, 'Dm7 to D7: the fingers stand where they stood'],
  ['x-3-2-0-1-0', '3-2-0-0-0-3', 2, 'C to G: every finger elsewhere'],
  ['x-x-0-2-3-2', 'x-0-2-2-2-0', 2, 'D to A'],
  ['3-2-0-0-0-3', 'x-x-0-2-3-2', 2, 'G to D'],
  ['0-2-2-1-0-0', 'x-2-1-2-0-2', 2, 'E to B7: four fingers'],
  ['x-5-3-5-x-x', '3-x-3-4-x-x', 2, 'Dm7 to G7, three notes each, over the strings'],
  ['1-3-3-2-1-1', '3-5-5-4-3-3', 2, 'F to G: the barre goes up, as it is'],
  ['x-3-2-0-1-0', '1-3-3-2-1-1', 3, 'C to F: the first barre'],
  ['x-0-2-2-1-0', 'x-2-4-4-3-2', 3, 'Am to Bm: another barre'],
  ['x-x-0-2-3-2', '2-4-4-2-2-2', 3, 'D to F♯m'],
  ['3-2-0-0-0-3', '3-5-5-3-3-3', 3, 'G to Gm'],
  ['0-2-2-1-0-0', 'x-6-8-8-8-6', 4, 'E to E♭, a barre up the neck'],
  ['5-7-5-5-5-5', 'x-4-6-8-5-x', 4, 'Am7 to C♯m(add9), stretched wide'],
  ['3-2-0-0-0-3', '8-10-10-8-8-8', 4, 'G to Cm, half the neck away'],
  ['x-x-0-2-3-2', 'x-8-10-10-10-8', 4, 'D to F, a barre up the neck'],
];

const neck = neckOf(DEFAULT_HAND);
const grip = (text: string): Grip => {
  const frets = parseFrets(text)!;
  return { grip: text, frets, pitches: [], degrees: [], fingers: [], reachMm: reachOf(frets, neck), difficulty: 0 };
};
/** Fingered as a player does who knows what comes. */
const hard = (from: string, to: string, allowedMs = 250) => {
  const [before, after] = fingered([{ grip: grip(from) }, { grip: grip(to) }], DEFAULT_HAND);
  return hardnessOf(before!, after!, allowedMs, neck);
};

describe('what teachers hold to be harder', () => {
  const figures = TWENTY.map(([from, to, tier]) => ({ tier, difficulty: hard(from, to).difficulty }));

  test('no change of the first weeks is as hard as one of the first year, none of the first months as those that stay hard', () => {
    const least = (tier: number) =>
      Math.min(...figures.filter((one) => one.tier === tier).map((one) => one.difficulty));
    const most = (tier: number) => Math.max(...figures.filter((one) => one.tier === tier).map((one) => one.difficulty));
    expect(most(1)).toBeLessThan(least(3));
    expect(most(2)).toBeLessThan(least(4));
  });

  test('nine in ten pairs of changes stand in the order of practice', () => {
    const pairs = figures.flatMap((a) => figures.filter(({ tier }) => tier > a.tier).map((b) => [a, b] as const));
    const right = pairs.filter(([easier, harder]) => easier.difficulty < harder.difficulty);
    expect(right.length / pairs.length).toBeGreaterThanOrEqual(0.9);
  });
});

test('the same change is harder in less time, and its parts add up to it', () => {
  const [slow, fast] = [hard('x-3-2-0-1-0', '1-3-3-2-1-1', 600), hard('x-3-2-0-1-0', '1-3-3-2-1-1', 150)];
  expect(fast.difficulty).toBeGreaterThan(slow.difficulty);
  for (const { difficulty, parts } of [slow, fast])
    expect(Object.values(parts).reduce((sum, part) => sum + part, 0)).toBeCloseTo(difficulty, 1);
});

test('each part says what it is of', () => {
  const most = (from: string, to: string): ChangePart =>
    (Object.entries(hard(from, to, 1000).parts) as [ChangePart, number][]).reduce((a, b) => (b[1] > a[1] ? b : a))[0];
  expect(most('x-3-2-0-1-0', 'x-10-10-9-8-x')).toBe('shift');
  expect(most('x-5-7-5-6-5', 'x-4-6-8-5-x')).toBe('grip');
  expect(hard('x-3-2-0-1-0', 'x-3-2-0-1-0').difficulty).toBe(0);
});
