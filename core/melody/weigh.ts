import type { PlayedBar } from '../chart/played.ts';
import { beatsPerBar, ticksPerBeat, type Meter, type Ticks } from '../time/meter.ts';
import type { SungNote } from './melody.ts';

/** A note with what it means for the chords under it. */
export interface WeighedNote extends SungNote {
  /** How much it matters whether a chord agrees with it, 0 to 3. */
  readonly weight: number;
  /** Whether it goes by so quickly that rubbing is forgiven. */
  readonly passes: boolean;
}

/** No note weighs more for being longer than so many beats; on a strong beat it weighs half as much again, left by step half. */
const MOST_BEATS = 2;
const ON_STRONG = 3 / 2;
const BY_STEP = 1 / 2;
/** A step, in semitones. */
const STEP = 2;

/**
 * Weighs the notes of a melody by length, beat and leaving by step. A short note off the strong beats that goes on by a step
 * passes: half a beat, or a beat where it comes by a step too (common practice: passing notes, neighbours).
 */
export function weighNotes(bars: readonly PlayedBar[], notes: readonly SungNote[]): readonly WeighedNote[] {
  const byNumber = new Map(bars.map((bar) => [bar.number, bar]));
  return notes.flatMap((note, i): WeighedNote[] => {
    const bar = byNumber.get(note.bar);
    if (!bar) return [];
    const beat = ticksPerBeat(bar.meter);
    const strong = isStrong(note, bar);
    const [comes, goes] = [joinsByStep(notes[i - 1], note), joinsByStep(note, notes[i + 1])];
    const short = note.ticks <= beat / 2 || (note.ticks <= beat && comes);
    const weight = Math.min(MOST_BEATS, note.ticks / beat) * (strong ? ON_STRONG : 1) * (goes ? BY_STEP : 1);
    return [{ ...note, weight: Math.round(weight * 100) / 100, passes: short && !strong && goes }];
  });
}

/** The first beat of a bar, and the middle one of a bar of an even number. */
function isStrong({ tick }: SungNote, { meter, ticks }: PlayedBar): boolean {
  const beats = beatsPerBar(meter);
  const whole = ticksPerBeat(meter) * beats;
  const at = tick + whole - ticks;
  return at % whole === 0 || (beats % 2 === 0 && at === whole / 2);
}

const joinsByStep = (one: SungNote | undefined, next: SungNote | undefined): boolean =>
  one !== undefined &&
  next !== undefined &&
  one.start + one.ticks === next.start &&
  one.pitch !== next.pitch &&
  Math.abs(one.pitch - next.pitch) <= STEP;

/** A note that begins at most so much of a beat before a chord, and goes on under it, is that chord's: it is pushed. */
const PUSHED = 1 / 2;

/** A stretch of a tune, in its meter. */
interface Stretch {
  readonly start: Ticks;
  readonly ticks: Ticks;
  readonly meter: Meter;
}

/** Whether a note is held against what stands in a stretch: it sounds there, and is not pushed into what follows. */
export function soundsIn({ start: from, ticks: long }: SungNote, { start, ticks, meter }: Stretch): boolean {
  const end = start + ticks;
  const shared = Math.min(from + long, end) - Math.max(from, start);
  const after = from + long - end;
  const isPushed = from >= start && after >= shared && shared <= PUSHED * ticksPerBeat(meter);
  return shared > 0 && !isPushed;
}
