import type { PlayedBar } from '../chart/played.ts';
import { ticksPerBeat, type Ticks } from '../time/meter.ts';
import type { SungNote } from './melody.ts';

/** A phrase of a melody: its first and last note, by index. */
export interface MelodyPhrase {
  readonly from: number;
  readonly to: number;
}

/** A note as long as this share of its bar, and so many times the usual length, is where one breathes (common practice). */
const LONG_SHARE = 3 / 4;
const LONG_TIMES = 2;

/**
 * Where a melody breathes: at a rest of a beat or more, after a long note, and where the form begins anew; there the breath
 * comes before the pickup, where the longest wait is nearest to the bar line.
 */
export function phrasesOf(bars: readonly PlayedBar[], notes: readonly SungNote[]): readonly MelodyPhrase[] {
  const usual = median(notes.map(({ ticks }) => ticks));
  const breaths = new Set<number>();
  notes.slice(0, -1).forEach((note, i) => {
    const { meter, ticks: long } = barOf(bars, note);
    const rest = notes[i + 1]!.start - (note.start + note.ticks);
    if (rest >= ticksPerBeat(meter) || (note.ticks >= long * LONG_SHARE && note.ticks >= usual * LONG_TIMES))
      breaths.add(i);
  });
  for (const [k, bar] of bars.entries()) {
    const before = bars[k - 1];
    // A pickup is of the first phrase.
    if (!before || before.number === 0 || !bar.opensPhrase) continue;
    const last = lastBreath(notes, bar.start, before.start);
    if (last !== null && ![...breaths].some((i) => i !== last && isWithin(notes[i + 1]!, before.start, bar.start)))
      breaths.add(last);
  }
  const ends = [...breaths].sort((a, b) => a - b);
  return notes.length === 0
    ? []
    : [...ends, notes.length - 1].map((to, i) => ({ from: i === 0 ? 0 : ends[i - 1]! + 1, to }));
}

const isWithin = ({ start }: SungNote, from: Ticks, to: Ticks) => start > from && start <= to;
const barOf = (bars: readonly PlayedBar[], { bar }: SungNote) => bars.find(({ number }) => number === bar)!;

/** The note after which one breathes before a bar line: of those whose next begins in the bar before it, or on it. */
function lastBreath(notes: readonly SungNote[], line: Ticks, from: Ticks): number | null {
  let best: number | null = null;
  let most = -Infinity;
  notes.slice(0, -1).forEach(({ start }, i) => {
    const next = notes[i + 1]!;
    if (!isWithin(next, from, line)) return;
    // A longer wait is a better breath, and so is one nearer to the line.
    const worth = next.start - start - (line - next.start) + (next.start - start) / 1e6;
    if (worth > most) [best, most] = [i, worth];
  });
  return best;
}

function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[sorted.length >> 1] ?? 0;
}
