import { describe, expect, test } from '@jest/globals';
import { applyPatch } from '../../core/index.ts';
import { stepOf, undoable } from './undoing.ts';

describe('an undo', () => {
  const before = { a: { on: 'C' }, b: { on: 'F' } };
  const step = stepOf(before, { a: { on: 'C7' }, c: { on: 'G' }, b: null }, 'three chords');
  const after = applyPatch(before, step.made).cells;

  test('takes back all that the step made', () => {
    const { patch, kept } = undoable(after, step);
    expect(applyPatch(after, patch).cells).toEqual(before);
    expect(kept).toBe(0);
  });

  test('leaves what another window did since, and counts it', () => {
    const others = applyPatch(after, { a: { on: 'Em' }, d: { on: 'Am' } }).cells;
    const { patch, kept } = undoable(others, step);
    expect(applyPatch(others, patch).cells).toEqual({ a: { on: 'Em' }, b: { on: 'F' }, d: { on: 'Am' } });
    expect(kept).toBe(1);
  });

  test('has nothing to do where everything was changed since', () => {
    const others = { a: { on: 'Em' }, b: { on: 'Bb' } };
    expect(undoable(others, step)).toEqual({ patch: {}, kept: 3 });
  });
});
