import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { chordNameAt, nameOf, readName, type At } from './key.ts';

const places = fc.record({
  bar: fc.stringMatching(/^[\w-]{1,64}$/),
  pass: fc.oneof(fc.integer({ min: 1, max: 999 }), fc.constant('all' as const)),
  tick: fc.integer({ min: 0, max: 999_999 }),
}) as fc.Arbitrary<At>;

test('the name of a decision says where it is, and in which layer, whatever the place', () => {
  fc.assert(
    fc.property(places, fc.constantFrom('chord', 'move', 'wish', 'rhythm'), (at, layer) => {
      const kind = layer === 'wish' ? 'top' : null;
      expect(readName(nameOf(at, layer, kind))).toEqual({ at, layer, kind });
      expect(chordNameAt(nameOf(at, 'chord'), 480)).toBe(nameOf({ ...at, tick: 480 }, 'chord'));
    }),
  );
});

test.each([
  ['b7:1:480', 'chord', null],
  ['b7:all:0:move', 'move', null],
  ['b7:2:0:wish-top', 'wish', 'top'],
  ['b7:1:changes', 'changes', null],
])('%s is of the layer %s', (name, layer, kind) => {
  expect(readName(name)).toMatchObject({ layer, kind });
});

test.each(['', 'b7', 'b7:1', 'b7:0x1:2', 'b7:1:', 'b7:1:2:', 'b7:1:2:move:3', 'b 7:1:2', 'b7:some:2', '__proto__'])(
  '%j is no name',
  (name) => {
    expect(readName(name)).toBeNull();
  },
);
