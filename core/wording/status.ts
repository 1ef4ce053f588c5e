import { plural, t } from '../words/words.ts';
import type { Column } from '../take/columns.ts';
import { listed } from './hand.ts';
import { symbolText } from './music.ts';
import { wishText } from './wishes.ts';
import type { TakenWish } from '../leading/status.ts';

/** Bars by number, those in a row told as one: `bar 3`, `bars 3 and 5`, `bars 2 to 5 and 9`. */
export function barsText(bars: readonly number[]): string {
  const all = [...new Set(bars)].sort((a, b) => a - b);
  const rows: [number, number][] = [];
  for (const bar of all) {
    const last = rows.at(-1);
    if (last && bar === last[1] + 1) last[1] = bar;
    else rows.push([bar, bar]);
  }
  const told = rows.flatMap(([a, b]) =>
    b === a + 1 ? [`${a}`, `${b}`] : [a === b ? `${a}` : t('{a} to {b}', { a, b })],
  );
  const text = listed(told);
  return plural(all.length, 'bar {text}', 'bars {text}', { text });
}

/** `1 other grip changes`, `9 other grips change`. */
export const otherGripsText = (count: number): string =>
  count === 0 ? t('no other grip changes') : plural(count, '{n} other grip changes', '{n} other grips change');

/** Why a chord stands though another would cost less: `F9 stands because you chose it.` */
export function standsText({
  decision,
  kept,
  move,
  symbol,
}: Pick<Column, 'decision' | 'kept' | 'move' | 'symbol'>): string {
  const name = symbolText(symbol);
  if (decision?.voicing) return t('{name} stands because you pinned its grip.', { name });
  if (kept !== null) return t('{name} stands in the grip that the take was kept with.', { name });
  if (decision) return t('{name} stands because you chose it.', { name });
  return move
    ? t('{name} stands by the move you made.', { name })
    : t('{name} was chosen before the connection.', { name });
}

/** Where a wish stands, and whether it is met, for a list: `the top line falls, bars 3 to 6: not met in bar 5`. */
export function wishPlaceText({ wish, hard, from, to, stoppedBy }: TakenWish, columns: readonly Column[]): string {
  const bar = (i: number) => columns[i]!.slot.bar;
  const bars = Array.from({ length: to - from + 1 }, (_, k) => bar(from + k));
  const stopped = barsText(stoppedBy.map(bar));
  const how =
    stoppedBy.length === 0
      ? t('met')
      : hard
        ? t('cannot be met in {stopped}', { stopped })
        : t('not met in {stopped}: it would cost more', { stopped });
  return `${wishText(wish)}, ${barsText(bars)}: ${how}`;
}
