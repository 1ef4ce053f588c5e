import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { changeBetween, movedOver, shareLine, swapped, undoOf, withChange, type TextChange } from './text-change.ts';

const text = fc.string({ unit: fc.constantFrom('a', 'b', '\n', '|', '\u{1D106}'), maxLength: 30 });
const changeOf = (of: string) =>
  fc
    .tuple(fc.nat(of.length), fc.nat(of.length), text)
    .map(([from, to, put]): TextChange => ({ at: Math.min(from, to), drop: Math.abs(to - from), put }));
const textWithTwo = text.chain((of) => fc.tuple(fc.constant(of), changeOf(of), changeOf(of)));

describe('a change of a text', () => {
  test('is what is different, and no more', () => {
    expect(changeBetween('| C |\n', '| C | F |\n')).toEqual({ at: 5, drop: 0, put: ' F |' });
    expect(changeBetween('| C |', '| C |')).toEqual({ at: 5, drop: 0, put: '' });
    expect(changeBetween('aaa', 'aa')).toEqual({ at: 2, drop: 1, put: '' });
  });

  test('makes the one text of the other, and is undone exactly', () => {
    fc.assert(
      fc.property(text, text, (before, after) => {
        const change = changeBetween(before, after);
        expect(withChange(before, change)).toBe(after);
        expect(withChange(after, undoOf(before, change))).toBe(before);
      }),
    );
  });

  test('made for another text is refused', () => expect(withChange('ab', { at: 1, drop: 2, put: '' })).toBeNull());
});

describe('two changes', () => {
  test('in lines of their own can be made in either order', () => {
    fc.assert(
      fc.property(textWithTwo, ([of, a, b]) => {
        fc.pre(!shareLine(of, a, b));
        const one = withChange(withChange(of, a)!, movedOver(b, a));
        const other = withChange(withChange(of, b)!, movedOver(a, b));
        expect(one).toBe(other);
      }),
    );
  });

  test('made one after the other, apart, can be swapped', () => {
    const inTurn = text.chain((of) =>
      changeOf(of).chain((first) => fc.tuple(fc.constant(of), fc.constant(first), changeOf(withChange(of, first)!))),
    );
    fc.assert(
      fc.property(inTurn, ([of, first, second]) => {
        const swap = swapped(first, second);
        fc.pre(swap !== null);
        const straight = withChange(withChange(of, first)!, second);
        expect(withChange(withChange(of, swap[0])!, swap[1])).toBe(straight);
      }),
    );
  });

  test('share a line when one ends where the other begins, or no line ends between them', () => {
    const at = (from: number, drop = 0) => ({ at: from, drop, put: 'x' });
    expect(shareLine('ab\ncd', at(1), at(4))).toBe(false);
    expect(shareLine('ab\ncd', at(0), at(2))).toBe(true);
    expect(shareLine('ab\ncd', at(1, 2), at(3))).toBe(true);
    expect(shareLine('ab\ncd', at(4), at(1))).toBe(false);
  });
});
