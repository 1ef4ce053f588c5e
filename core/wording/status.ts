import type { Column } from '../take/columns.ts';
import { musical } from './music.ts';
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
  const told = rows.flatMap(([a, b]) => (b === a + 1 ? [`${a}`, `${b}`] : [a === b ? `${a}` : `${a} to ${b}`]));
  const text = told.length < 2 ? told.join('') : `${told.slice(0, -1).join(', ')} and ${told.at(-1)!}`;
  return `bar${all.length === 1 ? '' : 's'} ${text}`;
}

/** `1 other grip changes`, `9 other grips change`. */
export const otherGripsText = (count: number): string =>
  count === 0 ? 'no other grip changes' : `${count} other grip${count === 1 ? ' changes' : 's change'}`;

/** Why a chord stands though another would cost less: `F9 stands because you chose it.` */
export function standsText({
  decision,
  kept,
  move,
  symbol,
}: Pick<Column, 'decision' | 'kept' | 'move' | 'symbol'>): string {
  const name = musical(symbol);
  if (decision?.voicing) return `${name} stands because you pinned its grip.`;
  if (kept !== null) return `${name} stands in the grip that the take was kept with.`;
  if (decision) return `${name} stands because you chose it.`;
  return move ? `${name} stands by the move you made.` : `${name} was chosen before the connection.`;
}

/** Where a wish stands, and whether it is met, for a list: `the top line falls, bars 3 to 6: not met in bar 5`. */
export function wishPlaceText({ wish, hard, from, to, stoppedBy }: TakenWish, columns: readonly Column[]): string {
  const bar = (i: number) => columns[i]!.slot.bar;
  const bars = Array.from({ length: to - from + 1 }, (_, k) => bar(from + k));
  const stopped = barsText(stoppedBy.map(bar));
  const how =
    stoppedBy.length === 0 ? 'met' : hard ? `cannot be met in ${stopped}` : `not met in ${stopped}: it would cost more`;
  return `${wishText(wish)}, ${barsText(bars)}: ${how}`;
}
