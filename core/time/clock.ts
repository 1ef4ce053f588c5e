import { ticksPerBeat, TICKS_PER_QUARTER, type Meter, type Ticks } from './meter.ts';

/** How long the first of two eighths lasts, of both: even. */
export const STRAIGHT = 0.5;
/** From here on a pair of eighths is a dotted figure, and no swing. */
export const MOST_SWING = 0.75;

/** When ticks are heard, for a whole tune: plain data, for the functions below. */
export interface Clock {
  /** Beats a minute, and the meter whose beats these are; a written note keeps its length when the meter changes. */
  readonly tempo: number;
  readonly meter: Meter;
  /** What the first of two eighths takes of both, 0.5 to 0.75, in simple meters; compound ones are never swung. */
  readonly swing: number;
  /** The bars as they are played, one after another from tick 0. */
  readonly bars: readonly TimedBar[];
}

/** A bar in time. */
export interface TimedBar {
  readonly start: Ticks;
  readonly ticks: Ticks;
  readonly meter: Meter;
}

/** The clock of some bars; throws a RangeError for a swing that is none. */
export function clockOf(bars: readonly TimedBar[], tempo: number, meter: Meter, swing: number = STRAIGHT): Clock {
  if (!(swing >= STRAIGHT && swing <= MOST_SWING))
    throw new RangeError(`swing is ${STRAIGHT} to ${MOST_SWING}, not ${swing}`);
  return { tempo, meter, swing, bars };
}

/** Seconds from the tune's start to a tick. */
export const secondsAt = (clock: Clock, tick: Ticks): number => even(clock, tick + pushed(clock, tick));

/** Seconds from one tick to a later one. */
export const secondsBetween = (clock: Clock, from: Ticks, to: Ticks): number =>
  clock.swing === STRAIGHT ? even(clock, to - from) : secondsAt(clock, to) - secondsAt(clock, from);

/** The tick that sounds at so many seconds from the tune's start. */
export function tickAt(clock: Clock, seconds: number): Ticks {
  const tick = (seconds * clock.tempo * ticksPerBeat(clock.meter)) / 60;
  const pair = pairAt(clock, tick);
  if (pair === null) return tick;
  const { start, into } = pair;
  const first = TICKS_PER_QUARTER * clock.swing;
  const share = into < first ? into / first / 2 : 1 / 2 + (into - first) / (TICKS_PER_QUARTER - first) / 2;
  return start + share * TICKS_PER_QUARTER;
}

/** How long a written quarter note is, in seconds. */
export const quarterSeconds = (clock: Clock): number => even(clock, TICKS_PER_QUARTER);

const even = ({ tempo, meter }: Clock, ticks: Ticks): number => ((ticks / ticksPerBeat(meter)) * 60) / tempo;

/** By how many ticks swing makes a tick late. */
function pushed(clock: Clock, tick: Ticks): Ticks {
  const pair = pairAt(clock, tick);
  if (pair === null) return 0;
  const eighth = TICKS_PER_QUARTER / 2;
  const late = TICKS_PER_QUARTER * clock.swing - eighth;
  return pair.into < eighth ? (pair.into / eighth) * late : ((TICKS_PER_QUARTER - pair.into) / eighth) * late;
}

/** The quarter whose two eighths are swung at a tick, and how far into it that is; null: nothing is swung there. */
function pairAt({ swing, bars }: Clock, tick: Ticks): { readonly start: Ticks; readonly into: Ticks } | null {
  if (swing === STRAIGHT) return null;
  const bar = bars.filter(({ start }) => start <= tick).at(-1);
  // Only where a quarter is a beat, or half of one: in 3/8 or 5/8 the eighth itself is.
  if (!bar || bar.meter.unit > 4 || tick >= bar.start + bar.ticks) return null;
  // A pickup ends with the bar line: its quarters are counted from there.
  const first = bar.start + (bar.ticks % TICKS_PER_QUARTER);
  const into = (tick - first) % TICKS_PER_QUARTER;
  return into < 0 ? null : { start: tick - into, into };
}
