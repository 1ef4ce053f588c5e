import { bad, good, problem, type Outcome } from '../problem.ts';

/** Ticks, the exact unit of time: 480 to a quarter note. */
export type Ticks = number & { readonly __unit?: 'ticks' };
/** Fine enough for triplets and sixteenths. */
export const TICKS_PER_QUARTER: Ticks = 480;

/** A meter as written. A *beat* is its unit, but a dotted quarter in 6/8, 9/8 and 12/8. */
export interface Meter {
  readonly count: number;
  readonly unit: 2 | 4 | 8 | 16;
}

const METER = /^(\d{1,2})\/(2|4|8|16)$/;

/** Reads `4/4`, `12/8`: 1 to 16 units of a half, quarter, eighth or sixteenth. */
export function parseMeter(text: string): Outcome<Meter> {
  const match = METER.exec(text.trim());
  const count = Number(match?.[1]);
  if (!match || count < 1 || count > 16) return bad(problem('meter-unknown', { text: text.trim() }));
  return good({ count, unit: Number(match[2]) as Meter['unit'] });
}

/** `6/8`. */
export const formatMeter = (meter: Meter): string => `${meter.count}/${meter.unit}`;

/** Compound meters group three eighths (or sixteenths) to a beat: 6/8, 9/8, 12/8. */
export function isCompound(meter: Meter): boolean {
  return meter.unit >= 8 && meter.count > 3 && meter.count % 3 === 0;
}

/** Beats in a bar: 4 in 4/4, 2 in 6/8. */
export function beatsPerBar(meter: Meter): number {
  return isCompound(meter) ? meter.count / 3 : meter.count;
}

/** Ticks of one beat: 480 in 4/4, 720 in 6/8. */
export function ticksPerBeat(meter: Meter): Ticks {
  const unit = (TICKS_PER_QUARTER * 4) / meter.unit;
  return isCompound(meter) ? unit * 3 : unit;
}

/** The length of a bar. */
export function ticksPerBar(meter: Meter): Ticks {
  return ticksPerBeat(meter) * beatsPerBar(meter);
}
