import type { Chart, Slot } from './chart.ts';

/**
 * The words that are sung while a chord sounds, on the time through its bar that the slot is: of as many verses as the bar has
 * the one of that time, after the last of them the last. Empty where there are none.
 */
export function wordsUnder({ bars }: Pick<Chart, 'bars'>, slot: Pick<Slot, 'sourceBar' | 'pass' | 'entry'>): string {
  const bar = bars.find(({ number }) => number === slot.sourceBar);
  const words = bar?.lyrics[Math.min(slot.pass, bar.lyrics.length) - 1];
  const at = bar?.entries.findIndex(({ tick }) => tick === slot.entry.tick) ?? -1;
  return words?.[at] ?? '';
}
