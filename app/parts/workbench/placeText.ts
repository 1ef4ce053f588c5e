import type { Column } from '../../../core/index.ts';

/** Where a span is, in words: `bar 3`, `bar 3, beat 2`, `bars 3 to 4`. */
export function placeText(first: Column, last: Column): string {
  const [a, b] = [first.slot, last.slot];
  const beat = a.entry.beat > 1 && first === last ? `, beat ${Math.round(a.entry.beat * 100) / 100}` : '';
  return a.bar === b.bar ? `bar ${a.bar}${beat}` : `bars ${a.bar} to ${b.bar}`;
}
