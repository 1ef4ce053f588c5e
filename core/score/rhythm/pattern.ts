import type { Feel } from '../../chart/chart.ts';
import { formatMeter, ticksPerBar, type Meter, type Ticks } from '../../time/meter.ts';
import type { Hit } from './hits.ts';

/** A comping rhythm: hits over one bar or several, or over any length that runs on across the bar lines. */
export interface Pattern {
  readonly id: string;
  readonly name: string;
  /** What it is for, in a sentence. */
  readonly reason: string;
  readonly meter: Meter;
  /** The feel it is at home in; null: either. */
  readonly feel: Feel | null;
  readonly ticks: Ticks;
  /** Whether it runs on over the bar lines, in any meter of the same unit. */
  readonly across: boolean;
  readonly hits: readonly Hit[];
}

/** Whether a pattern can be played over bars of a meter: its own, or, where it runs across the bars, any of its unit. */
export const fitsMeter = ({ meter, across }: Pick<Pattern, 'meter' | 'across'>, bar: Meter): boolean =>
  across ? bar.unit === meter.unit : formatMeter(bar) === formatMeter(meter);

/** After so many bars of a meter a pattern that begins with one begins with a bar again: 3 for three beats over 4/4. */
export function barsTogether({ ticks }: Pick<Pattern, 'ticks'>, meter: Meter): number {
  const bar = ticksPerBar(meter);
  let bars = 1;
  while ((bars * bar) % ticks !== 0) bars++;
  return bars;
}
