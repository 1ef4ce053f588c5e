import type { NoteName } from '../pitch/note.ts';
import type { Midi } from '../pitch/pitch.ts';
import type { ReadSlot } from '../reading/read.ts';
import { beatsPerBar, ticksPerBeat, type Meter, type Ticks } from '../time/meter.ts';
import { chordNameAt } from './key.ts';
import type { CarryDecision } from './layers/carry.ts';
import { stretch } from './moves.ts';

/** A note of the melody that gets no grip: it is played from the one that is held, and lasts no longer. Time from the tune's start. */
export interface FreeNote {
  readonly start: Ticks;
  readonly ticks: Ticks;
  /** As it sounds on the guitar. */
  readonly pitch: Midi;
  readonly spelling: NoteName;
}

/** What a grip of a chord-melody carries, and what is played from it. */
export interface Carry {
  /** The note on top, as it sounds on the guitar; null: the melody rests where the chord comes. */
  readonly pitch: Midi | null;
  readonly spelling: NoteName | null;
  /** How long the note sounds over this grip. */
  readonly ticks: Ticks;
  /** Whether the note begins with the grip; else it sounds on from before. */
  readonly struck: boolean;
  /** Whether the chord is new with it; else it was just heard. */
  readonly opens: boolean;
  /** Nothing goes above it where nothing is carried: what is sung before and after. */
  readonly ceiling: Midi | null;
  readonly free: readonly FreeNote[];
}

/** What of a column its division changes. */
interface Divided {
  readonly at: string;
  readonly slot: ReadSlot;
  readonly part: number;
  readonly chord: unknown;
  readonly symbol: string;
  readonly carry: Carry | null;
  readonly decision: unknown;
  readonly kept: unknown;
  readonly walks: readonly unknown[];
  readonly into: unknown;
  readonly closes: boolean;
}

/** How strong a place in a bar is: 4 its beginning, 3 a strong beat within, 2 a beat, 1 half of one, 0 what is left (common practice). */
export function strengthAt(tick: Ticks, meter: Meter): number {
  const beat = ticksPerBeat(meter);
  if (tick === 0) return 4;
  const half = (beat * beatsPerBar(meter)) / 2;
  if (tick % beat === 0) return tick === half && half % beat === 0 ? 3 : 2;
  return tick % (beat / 2) === 0 ? 1 : 0;
}

/** The least strength that gets a grip; at 0 only changes of chord do. */
const leastStrength = (density: number): number => (density === 0 ? Infinity : 4 - Math.ceil(density / 25));

/**
 * The columns of a take where a chord-melody is played: each is divided at the notes that get grips of their own, and has what
 * it carries. More density divides it further, and never less.
 */
export function carrying<C extends Divided>(
  columns: readonly C[],
  decidedAt: (time: Ticks) => CarryDecision | null,
): readonly C[] {
  return columns.flatMap((column, i): readonly C[] => {
    const decision = decidedAt(column.slot.start);
    const { density = null, octave = 0 } = decision ?? {};
    return density === null ? [column] : carried(column, { density, octave }, columns[i - 1], columns[i + 1]);
  });
}

function carried<C extends Divided>(
  column: C,
  { density, octave }: { readonly density: number; readonly octave: number },
  before: C | undefined,
  next: C | undefined,
): readonly C[] {
  const { slot } = column;
  const [from, to] = [slot.start, slot.start + slot.entry.ticks];
  const sung = slot.sung.map(({ start, ticks, pitch, spelling, tick }) => ({
    start,
    ticks,
    pitch: pitch + 12 * octave,
    spelling,
    tick,
  }));
  const least = leastStrength(density);
  const within = sung.filter(({ start }) => start >= from && start < to);
  // Where no chord sounds the tune is played alone.
  const grips = column.chord
    ? within.filter(({ start, tick }) => start > from && strengthAt(tick, slot.meter) >= least)
    : [];
  const times = [from, ...grips.map(({ start }) => start)];
  const beside = [
    ...sung,
    ...(next?.slot.sung.slice(0, 1).map((note) => ({ ...note, pitch: note.pitch + 12 * octave })) ?? []),
  ];
  return times.map((time, part): C => {
    const end = times[part + 1] ?? to;
    const on = sung.find(({ start, ticks }) => start <= time && time < start + ticks) ?? null;
    const carry: Carry = {
      pitch: on?.pitch ?? null,
      spelling: on?.spelling ?? null,
      ticks: on ? Math.min(on.start + on.ticks, end) - time : 0,
      struck: on?.start === time,
      opens: part === 0 && before?.symbol !== column.symbol,
      ceiling: on ? null : (beside.find(({ start }) => start > time)?.pitch ?? null),
      free: within
        .filter(({ start }) => start >= time && start < end && start !== on?.start)
        .map(({ start, ticks, pitch, spelling }) => ({ start, ticks: Math.min(ticks, end - start), pitch, spelling })),
    };
    if (part === 0) {
      const only = times.length === 1;
      return { ...column, slot: stretch(slot, from, end), carry, ...(only ? {} : { into: null, closes: false }) };
    }
    const isLast = part === times.length - 1;
    return {
      ...column,
      at: chordNameAt(column.at, slot.entry.tick + time - from),
      slot: stretch(slot, time, end),
      part: column.part + part,
      decision: null,
      kept: null,
      carry,
      walks: [],
      into: isLast ? column.into : null,
      closes: isLast && column.closes,
    };
  });
}
