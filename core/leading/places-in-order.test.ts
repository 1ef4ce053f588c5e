import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { placesInOrder } from './places-in-order.ts';

test('places stand in the order of their numbers, equal ones as they stood, and each number begins where it does', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: -3, max: 3 }).map((n) => n / 4)), (numbers) => {
      const { order, starts } = placesInOrder(Float64Array.from(numbers));
      expect([...order]).toEqual(numbers.map((_, i) => i).sort((a, b) => numbers[a]! - numbers[b]! || a - b));
      const sorted = [...order].map((i) => numbers[i]!);
      expect([...starts]).toEqual([...sorted.flatMap((n, k) => (n === sorted[k - 1] ? [] : [k])), numbers.length]);
    }),
    { seed: 191 },
  );
});
