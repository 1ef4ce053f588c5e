import { changeBetween, movedOver, shareLine, swapped, undoOf, withChange, type TextChange } from '../core/index.ts';

/** An edit of a text since some version, in the order in which they were made. */
export interface TextEdit {
  readonly change: TextChange;
  /** What undoes it. */
  readonly inverse: TextChange;
  /** Whether the one who edits now already saw it. */
  readonly seen: boolean;
}

/** What comes of a change of a text that others changed meanwhile. */
export type Merged =
  /** They changed other lines: `text` has both. */
  | { readonly kind: 'merged'; readonly text: string }
  /** They changed the same line: `text` is what the losing side would have. */
  | { readonly kind: 'contested'; readonly text: string }
  | { readonly kind: 'misfit' };

/**
 * Makes a change, or puts a whole text, that was made on an earlier version of `current`. The earlier text is found by
 * taking back what others did: their changes are moved behind all that was seen, and undone from the last.
 */
export function mergeText(current: string, since: readonly TextEdit[], asked: TextChange | string): Merged {
  const theirs: { change: TextChange; inverse: TextChange }[] = [];
  for (const { change, inverse, seen } of since) {
    if (!seen) {
      theirs.push({ change, inverse });
      continue;
    }
    let moving = change;
    for (let i = theirs.length - 1; i >= 0; i--) {
      const swap = swapped(theirs[i]!.change, moving);
      if (!swap) return { kind: 'misfit' };
      moving = swap[0];
      theirs[i] = { change: swap[1], inverse: { ...theirs[i]!.inverse, at: swap[1].at } };
    }
  }
  const view = [...theirs].reverse().reduce((text, { inverse }) => withChange(text, inverse) ?? text, current);
  const mine = typeof asked === 'string' ? changeBetween(view, asked) : asked;
  const text = withChange(view, mine);
  if (text === null) return { kind: 'misfit' };
  let [now, moved] = [view, mine];
  for (const { change } of theirs) {
    if (shareLine(now, moved, change)) return { kind: 'contested', text };
    moved = movedOver(moved, change);
    now = withChange(now, change)!;
  }
  return { kind: 'merged', text: withChange(current, moved)! };
}

/** A change made to a text, with what undoes it, as the record of edits keeps them. */
export function recorded(before: string, after: string): { change: TextChange; inverse: TextChange } {
  const change = changeBetween(before, after);
  return { change, inverse: undoOf(before, change) };
}
