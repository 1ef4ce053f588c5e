import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { climbed, FALLS_AFTER, ladderFrom, movedTo, SLOWEST_RATE, USUAL_LADDER, type RoundMark } from './ladder.ts';

const marks = fc.array(fc.constantFrom<RoundMark>('clean', 'unclean'), { maxLength: 200 });
const hows = fc.record({
  start: fc.constantFrom(0.4, 0.5, 0.6, 0.8, 1),
  step: fc.constantFrom(0.02, 0.05, 0.1),
  rounds: fc.integer({ min: 1, max: 5 }),
  top: fc.constantFrom(1, 1.05),
});

test('the usual ladder goes from 60 % to the goal in steps of five, after three clean rounds each', () => {
  let ladder = ladderFrom(USUAL_LADDER);
  const rates: number[] = [];
  for (let round = 0; !ladder.done; round++) {
    if (round % 3 === 0) rates.push(ladder.rate);
    ladder = climbed(ladder, USUAL_LADDER, 'clean');
  }
  expect(rates).toEqual([0.6, 0.65, 0.7, 0.75, 0.8, 0.85, 0.9, 0.95, 1]);
  expect(ladder).toMatchObject({ done: true, best: 1, rounds: { clean: 27, unclean: 0 } });
});

test('two rounds one after another that were not clean let it fall, two apart do not', () => {
  const after = (...of: RoundMark[]) =>
    of.reduce((at, mark) => climbed(at, USUAL_LADDER, mark), movedTo(ladderFrom(USUAL_LADDER), 0.8)).rate;
  expect(after('unclean', 'unclean')).toBe(0.75);
  expect(after('unclean', 'clean', 'unclean')).toBe(0.8);
  expect(after('unclean', 'unclean', 'unclean', 'unclean')).toBe(0.7);
  expect(after('clean', 'clean', 'unclean')).toBe(0.8);
});

test('whatever is marked, it stays in its range, counts every round, and tells the fastest clean one', () => {
  fc.assert(
    fc.property(hows, marks, (how, all) => {
      let ladder = ladderFrom(how);
      let best: number | null = null;
      for (const mark of all) {
        const before = ladder;
        ladder = climbed(ladder, how, mark);
        if (mark === 'clean') best = Math.max(best ?? 0, before.rate);
        expect(ladder.rate).toBeGreaterThanOrEqual(SLOWEST_RATE);
        expect(ladder.rate).toBeLessThanOrEqual(Math.max(how.top, how.start));
        // One step at a time, up only after a clean round, down only after one that was not.
        expect(Math.abs(ladder.rate - before.rate)).toBeLessThanOrEqual(how.step + 1e-9);
        if (ladder.rate > before.rate) expect(mark).toBe('clean');
        if (ladder.rate < before.rate) expect(mark).toBe('unclean');
        expect(ladder.unclean).toBeLessThan(FALLS_AFTER);
      }
      expect(ladder.rounds.clean + ladder.rounds.unclean).toBe(all.length);
      expect(ladder.best).toBe(best);
    }),
  );
});
