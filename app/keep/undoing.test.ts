import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { applyPatch } from '../../core/index.ts';
import { afterStep, goOne, NO_HISTORY, stepOf, undoable, type History } from './undoing.ts';

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

describe('the steps of a window', () => {
  type Cells = Readonly<Record<string, number>>;
  /** A window that makes changes, and goes back and forward. */
  function open(cells: Cells = {}) {
    let now = { cells, history: NO_HISTORY as History<number> };
    return {
      get cells() {
        return now.cells;
      },
      make(patch: Readonly<Record<string, number | null>>) {
        const history = afterStep(now.history, stepOf(now.cells, patch, 'a change'));
        now = { cells: applyPatch(now.cells, patch).cells, history };
      },
      /** What another window does. */
      others(patch: Readonly<Record<string, number | null>>) {
        now = { ...now, cells: applyPatch(now.cells, patch).cells };
      },
      go(way: 'undo' | 'redo') {
        const gone = goOne(now.history, now.cells, way);
        if (gone) now = { cells: applyPatch(now.cells, gone.patch ?? {}).cells, history: gone.history };
        return gone;
      },
    };
  }

  test('go back one by one to what was, and forward again to what is', () => {
    fc.assert(
      fc.property(
        fc.array(fc.dictionary(fc.constantFrom('a', 'b', 'c'), fc.option(fc.nat(9)), { minKeys: 1 }), { maxLength: 8 }),
        (patches) => {
          const window = open({ a: 1, b: 2 });
          const states = patches.map((patch) => {
            window.make(patch);
            return window.cells;
          });
          const all = [{ a: 1, b: 2 }, ...states];
          for (let i = all.length - 2; i >= 0; i--) {
            window.go('undo');
            expect(window.cells).toEqual(all[i]);
          }
          expect(window.go('undo')).toBeNull();
          for (const state of states) {
            window.go('redo');
            expect(window.cells).toEqual(state);
          }
          expect(window.go('redo')).toBeNull();
        },
      ),
      { seed: 8 },
    );
  });

  test('leave what another window did since, say how much, and can be made again', () => {
    const window = open({ a: 1, b: 1 });
    window.make({ a: 2, b: 2 });
    window.others({ b: 7 });
    expect(window.go('undo')).toMatchObject({ patch: { a: 1 }, kept: 1 });
    expect(window.cells).toEqual({ a: 1, b: 7 });
    expect(window.go('redo')).toMatchObject({ patch: { a: 2 }, kept: 0 });
    expect(window.cells).toEqual({ a: 2, b: 7 });
  });

  test('of which nothing stands any more are passed over', () => {
    const window = open();
    window.make({ a: 1 });
    window.others({ a: 5 });
    expect(window.go('undo')).toMatchObject({ patch: null, kept: 1 });
    expect(window.cells).toEqual({ a: 5 });
    expect(window.go('redo')).toBeNull();
  });

  test('undone are gone for good once something else is made', () => {
    const window = open();
    window.make({ a: 1 });
    window.go('undo');
    window.make({ a: 2 });
    expect(window.go('redo')).toBeNull();
  });

  test('are remembered up to two hundred', () => {
    const window = open();
    for (let i = 1; i <= 250; i++) window.make({ a: i });
    let gone = 0;
    while (window.go('undo')) gone++;
    expect([gone, window.cells]).toEqual([200, { a: 50 }]);
  });
});
