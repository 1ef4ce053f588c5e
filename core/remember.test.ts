import { expect, test } from '@jest/globals';
import { remembered } from './remember.ts';

test('is worked out once for each value, also where nothing comes of it', () => {
  const asked: object[] = [];
  const sizeOf = remembered((of: { readonly size?: number }) => {
    asked.push(of);
    return of.size;
  });
  const [a, b, none] = [{ size: 3 }, { size: 3 }, {}];
  expect([a, b, none, a, b, none].map(sizeOf)).toEqual([3, 3, undefined, 3, 3, undefined]);
  expect(asked).toEqual([a, b, none]);
});
