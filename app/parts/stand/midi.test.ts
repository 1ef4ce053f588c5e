import { expect, test } from '@jest/globals';
import { pressedBy } from './midi.ts';

test.each([
  ['a sustain pedal pressed, on any channel', [0xb3, 64, 127], '176.64'],
  ['the same let go', [0xb0, 64, 0], null],
  ['half pressed', [0xb0, 64, 63], null],
  ['a note', [0x91, 36, 100], '144.36'],
  ['a note that ends', [0x90, 36, 0], null],
  ['a program', [0xc0, 5], '192.5'],
  ['a clock', [0xf8], null],
])('%s', (_, message, pressed) => {
  expect(pressedBy(message)).toBe(pressed);
});
