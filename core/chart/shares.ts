import { beatsPerBar, isCompound, type Meter } from '../time/meter.ts';

/** The finest share of a beat that is not written out: a quarter. */
const FINEST = 4;

/**
 * How `count` entries share a bar, in beats: equally where that falls on beats; else whole beats, the
 * longer first (three in 4/4 are 2+1+1); more entries than beats share equally down to quarters of a
 * beat, and in compound meters eighths written out. Null when none of these fits.
 */
export function sharesOf(count: number, meter: Meter, beats = beatsPerBar(meter)): readonly number[] | null {
  if (count < 1) return null;
  const equal = beats / count;
  const all = Array.from({ length: count }, () => equal);
  if (count === 1 || Number.isInteger(equal)) return all;
  if (count > beats || !Number.isInteger(beats)) {
    const eighths = isCompound(meter) && (equal === 1 / 3 || equal === 1 / 6);
    return Number.isInteger(equal * FINEST) || eighths ? all : null;
  }
  const whole = Math.floor(equal);
  const longer = beats % count;
  return all.map((_, i) => (i < longer ? whole + 1 : whole));
}

/** Most entries that share a bar: sixteenths in simple meters, and as many to the beat in compound ones. */
export function mostShares(meter: Meter): number {
  return beatsPerBar(meter) * (isCompound(meter) ? 6 : FINEST);
}

/** The entries with dots added so that they share the bar, for the message that asks for it; null: too many. */
export function withDots(entries: readonly string[], meter: Meter): string | null {
  const most = mostShares(meter);
  const dotted = [...entries];
  for (let at = 1; dotted.length <= most; at = at >= dotted.length ? 1 : at + 2) {
    if (sharesOf(dotted.length, meter) !== null) return dotted.join(' ');
    dotted.splice(at, 0, '.');
  }
  return null;
}
