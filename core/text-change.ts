/**
 * A change to a text: from the character `at` on, `drop` characters go and `put` comes. What a pause in typing leaves
 * behind is one of these, however long the text.
 */
export interface TextChange {
  readonly at: number;
  readonly drop: number;
  readonly put: string;
}

/** The smallest single change that makes one text of another: `changeBetween('| C |', '| C F |')` puts `F ` at 4. */
export function changeBetween(before: string, after: string): TextChange {
  const most = Math.min(before.length, after.length);
  let head = 0;
  while (head < most && before[head] === after[head]) head++;
  let tail = 0;
  while (tail < most - head && before[before.length - 1 - tail] === after[after.length - 1 - tail]) tail++;
  return { at: head, drop: before.length - head - tail, put: after.slice(head, after.length - tail) };
}

/** The text with a change made; null when the change goes beyond it, and so was made for another text. */
export function withChange(text: string, { at, drop, put }: TextChange): string | null {
  return at + drop > text.length ? null : text.slice(0, at) + put + text.slice(at + drop);
}

/** What undoes a change that was made to this text. */
export function undoOf(text: string, { at, drop, put }: TextChange): TextChange {
  return { at, drop: put.length, put: text.slice(at, at + drop) };
}

const growth = ({ drop, put }: TextChange) => put.length - drop;

/** A change as it is once another has been made to the same text, in other lines of it. */
export function movedOver(change: TextChange, other: TextChange): TextChange {
  return other.at < change.at ? { ...change, at: change.at + growth(other) } : change;
}

/** Two changes made one after the other, in the other order: the same text comes of it. Null when they touch. */
export function swapped(first: TextChange, second: TextChange): readonly [TextChange, TextChange] | null {
  if (second.at + second.drop < first.at) return [second, { ...first, at: first.at + growth(second) }];
  if (second.at > first.at + first.put.length) return [{ ...second, at: second.at - growth(first) }, first];
  return null;
}

/** Whether two changes to one text touch a line in common: a line of a chart is what two windows can disagree about. */
export function shareLine(text: string, a: TextChange, b: TextChange): boolean {
  const [before, after] = a.at <= b.at ? [a, b] : [b, a];
  const end = before.at + before.drop;
  return end >= after.at || !text.slice(end, after.at).includes('\n');
}
