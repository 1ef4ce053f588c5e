import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { handing, type Round } from './handing.ts';

/** What is done by the time of the last question, with the times given. */
function done(ats: readonly number[], begins: number, round: Round | null, asked: readonly number[]) {
  const heard: (readonly [number, number])[] = [];
  const hand = handing(
    ats.map((at) => ({ at, act: (time) => heard.push([at, time]) })),
    begins,
    round,
  );
  for (const until of asked) hand(until);
  return heard;
}

describe('what is due is handed over', () => {
  test('in order, each once, before its time', () => {
    expect(done([1, 0, 2], 10, null, [10, 11, 11.5, 20, 30])).toEqual([
      [0, 10],
      [1, 11],
      [2, 12],
    ]);
  });

  test('again and again from where its round begins, what comes before once', () => {
    expect(done([0, 1, 2, 3], 0, { from: 2, to: 4 }, [7.5])).toEqual([
      [0, 0],
      [1, 1],
      [2, 2],
      [3, 3],
      [2, 4],
      [3, 5],
      [2, 6],
      [3, 7],
    ]);
  });

  test('and a round of nothing is nothing', () => expect(done([0], 0, { from: 1, to: 2 }, [9])).toEqual([[0, 0]]));

  test('the same however often and however late it is asked for, over thousands of rounds without a drift', () => {
    const times = fc.uniqueArray(fc.integer({ min: 0, max: 40 }), { minLength: 1, maxLength: 12 });
    const round = fc.option(
      fc.tuple(fc.integer({ min: 0, max: 20 }), fc.integer({ min: 1, max: 20 })).map(([from, long]) => ({
        from,
        to: from + long,
      })),
    );
    const asked = fc.array(fc.double({ min: 0, max: 200, noNaN: true }), { maxLength: 30 });
    fc.assert(
      fc.property(times, round, asked, (ats, over, some) => {
        const last = 200;
        // By brute force: each time at which anything may be due, tried by itself.
        const all = Array.from({ length: last }, (_, time) => time).flatMap((time) => {
          const long = over ? over.to - over.from : 1;
          const at = over && time >= over.to ? over.from + ((time - over.from) % long) : time;
          return ats.includes(at) ? [[at, time] as const] : [];
        });
        const inOrder = [...some].sort((a, b) => a - b);
        expect(done(ats, 0, over, [...inOrder, last])).toEqual(all);
      }),
    );
    const far = done([0], 0, { from: 0, to: 0.1 }, [1000]);
    expect(far).toHaveLength(10_000);
    expect(far.at(-1)![1]).toBeCloseTo(999.9, 9);
  });
});
