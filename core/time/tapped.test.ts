import { expect, test } from '@jest/globals';
import { tappedTempo } from './tapped.ts';

test.each([
  ['even taps', [0, 0.5, 1, 1.5], 120],
  ['a hand that is not quite even', [0, 0.52, 0.98, 1.5], 120],
  ['two taps', [3, 4], 60],
  ['another tempo after a silence', [0, 0.5, 1, 9, 9.75, 10.5], 80],
  ['of many the last', [0, 1, 2, 3, 3.5, 4, 4.5, 5, 5.5, 6], 120],
])('%s are told', (_, taps, tempo) => expect(tappedTempo(taps)).toBeCloseTo(tempo, 6));

test.each([[[]], [[1]], [[0, 5]], [[2, 2]]])('of %j nothing is told', (taps) => expect(tappedTempo(taps)).toBeNull());
