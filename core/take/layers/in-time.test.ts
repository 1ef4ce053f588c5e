import { describe, expect, test } from '@jest/globals';
import { readDecision, type Decision } from '../decision.ts';

/* What a take is played in, as it comes from outside: from a database, a window, a backup. */

const RHYTHM: Decision = { layer: 'rhythm', ticks: 1920, pattern: 'four-leaning', density: 80, pushes: 20, seed: 7 };
const TEXTURE: Decision = { layer: 'texture', ticks: 960, texture: 'three' };
const DECOR: Decision = { layer: 'decor', ticks: 1920, amount: 40, seed: 3 };
const back = (value: unknown): unknown => JSON.parse(JSON.stringify(value));

describe('a rhythm and a texture', () => {
  test('are read as they were written; held chords, and a pattern that is not known, stand too', () => {
    expect(readDecision('b1:1:0:rhythm', back(RHYTHM))).toEqual(RHYTHM);
    expect(readDecision('b1:all:0:rhythm', back({ ...RHYTHM, pattern: null }))).toEqual({ ...RHYTHM, pattern: null });
    expect(readDecision('b1:1:0:rhythm', back({ ...RHYTHM, pattern: 'of-tomorrow' }))).not.toBeNull();
    expect(readDecision('b1:1:480:texture', back(TEXTURE))).toEqual(TEXTURE);
    expect(readDecision('b1:1:0:decor', back(DECOR))).toEqual(DECOR);
  });

  test.each([
    ['b1:1:0:rhythm', { ...RHYTHM, ticks: 0 }],
    ['b1:1:0:rhythm', { ...RHYTHM, density: 101 }],
    ['b1:1:0:rhythm', { ...RHYTHM, pushes: -1 }],
    ['b1:1:0:rhythm', { ...RHYTHM, seed: 0.5 }],
    ['b1:1:0:rhythm', { ...RHYTHM, pattern: 7 }],
    ['b1:1:0:rhythm', { ...RHYTHM, loud: true }],
    ['b1:1:0:rhythm', TEXTURE],
    ['b1:1:0:texture', { ...TEXTURE, texture: 'thick' }],
    ['b1:1:0:texture', { ...TEXTURE, ticks: '960' }],
    ['b1:1:0:decor', { ...DECOR, amount: 101 }],
    ['b1:1:0:decor', { ...DECOR, seed: -1 }],
    ['b1:1:0:decor', { ...DECOR, kind: 'run' }],
  ])('are nothing where they are none: %s %j', (name, value) => {
    expect(readDecision(name, back(value))).toBeNull();
  });
});
