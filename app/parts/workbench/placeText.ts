import { t, type Column } from '../../../core/index.ts';

/** Where a span is, in words: `bar 3`, `bar 3, beat 2`, `bars 3 to 4`. */
export function placeText(first: Column, last: Column): string {
  const [a, b] = [first.slot, last.slot];
  const beat =
    a.entry.beat > 1 && first === last ? t(', beat {beat}', { beat: Math.round(a.entry.beat * 100) / 100 }) : '';
  return a.bar === b.bar
    ? t('bar {bar}{beat}', { bar: a.bar, beat })
    : t('bars {bar} to {last}', { bar: a.bar, last: b.bar });
}
