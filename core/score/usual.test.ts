import { expect, test } from '@jest/globals';
import { usualBass, usualSwing } from './usual.ts';

test('swing is triplets at a walking tempo, straighter the faster, and none in a straight tune', () => {
  expect(usualSwing('straight', 120)).toBe(0.5);
  expect(usualSwing('swing', 80)).toBeCloseTo(2 / 3, 9);
  const faster = [120, 160, 200, 240, 300, 400].map((tempo) => usualSwing('swing', tempo));
  expect(faster).toEqual([...faster].sort((a, b) => b - a));
  expect(faster[0]).toBeCloseTo(2 / 3, 9);
  for (const swing of faster) expect(swing).toBeGreaterThan(0.5);
});

test('a bass walks where a tune swings in four', () => {
  expect(usualBass({ count: 4, unit: 4 }, 'swing')).toBe('four');
  expect(usualBass({ count: 4, unit: 4 }, 'straight')).toBe('two');
  expect(usualBass({ count: 12, unit: 8 }, 'swing')).toBe('two');
  expect(usualBass({ count: 3, unit: 4 }, 'swing')).toBe('two');
});
