import { symbolOf, type Chord } from '../chord/chord.ts';
import { pitchClass, type NoteName } from '../pitch/note.ts';
import type { Midi, PitchClass } from '../pitch/pitch.ts';
import type { ReadSlot } from '../reading/read.ts';
import type { Bond } from '../reharm/moves/bond.ts';
import { UNDER_A_STEP, type Passing } from '../reharm/under-a-step.ts';
import { beatsPerBar, isCompound, ticksPerBeat, type Meter, type Ticks } from '../time/meter.ts';
import { decidedAt, atOf, chordNameAt } from './key.ts';
import type { Decisions } from './decision.ts';
import type { CarryDecision } from './layers/carry.ts';
import type { NoteWay } from './layers/note.ts';
import { stretch } from './moves.ts';

/** A note of the melody that gets no grip: it is played from the one that is held, and lasts no longer. Time from the tune's start. */
export interface FreeNote {
  readonly start: Ticks;
  readonly ticks: Ticks;
  /** As it sounds on the guitar. */
  readonly pitch: Midi;
  readonly spelling: NoteName;
}

/** A bass that is struck off the beat, and rings. Time from the tune's start. */
export interface OffBeatBass {
  readonly start: Ticks;
  readonly ticks: Ticks;
  readonly bass: PitchClass;
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
  /** How its note is played, where the player says so; null: as the search finds best. */
  readonly way: NoteWay | null;
  /** Whether its chord passes under a step of the tune. */
  readonly passes: boolean;
  /** Whether it is a line of the player's own, beside what is sung. */
  readonly isLine: boolean;
  readonly free: readonly FreeNote[];
  /** Its own bass after the beat, and that of the chord to come before it. */
  readonly basses: readonly OffBeatBass[];
}

/** What is played while a grip is held, in order of time; of two at once the tune's note first. */
export const playedFrom = ({ free, basses }: Pick<Carry, 'free' | 'basses'>): readonly (FreeNote | OffBeatBass)[] =>
  [...free, ...basses].sort((a, b) => a.start - b.start);

/** What of a column its division changes. */
interface Divided {
  readonly at: string;
  readonly slot: ReadSlot;
  readonly part: number;
  readonly chord: Chord | null;
  readonly symbol: string;
  readonly carry: Carry | null;
  readonly decision: unknown;
  readonly kept: unknown;
  readonly walks: readonly unknown[];
  readonly into: Bond | null;
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
 * it carries. More density divides it further, and never less; what is said of single notes (`cells`) stands.
 */
export function carrying<C extends Divided>(
  columns: readonly C[],
  carriedAt: (time: Ticks) => (Pick<CarryDecision, 'density' | 'octave'> & { readonly isLine: boolean }) | null,
  cells: Decisions,
): readonly C[] {
  const carried = columns.flatMap((column, i): readonly C[] => {
    const { density = null, octave = 0, isLine = false } = carriedAt(column.slot.start) ?? {};
    if (density === null) return [column];
    const tune = tuneOver(column, { before: columns[i - 1], next: columns[i + 1], octave, isLine, cells });
    return piecesOf(tune, gripsAt(tune, density));
  });
  return joined(carried);
}

/** Pieces one after another, each with what it has of its neighbours: a chord that passes on to the next, a bass before it. */
export const joined = <C extends Divided>(pieces: readonly C[]): readonly C[] =>
  withPassing(pieces).map((column, i, all) => withBasses(column, all[i + 1]));

/** A note of the tune as the guitar has it. */
export interface TuneNote extends FreeNote {
  /** From its bar's start. */
  readonly tick: Ticks;
  readonly way: NoteWay | null;
}

/** A column and the tune over it. */
export interface TuneOver<C> {
  readonly column: C;
  /** All that sounds while it lasts, and of that what begins in it. */
  readonly sung: readonly TuneNote[];
  readonly within: readonly TuneNote[];
  /** The first note after it, or null. */
  readonly after: Midi | null;
  /** When its chord comes that is new with it, most often at once; null: it was just heard. */
  readonly opensAt: Ticks | null;
  readonly isLine: boolean;
}

export function tuneOver<C extends Divided>(
  column: C,
  around: {
    readonly before: C | undefined;
    readonly next: C | undefined;
    readonly octave: number;
    readonly isLine: boolean;
    readonly cells: Decisions;
  },
): TuneOver<C> {
  const { before, next, octave, isLine, cells } = around;
  const { slot, at } = column;
  const [from, to] = [slot.start, slot.start + slot.entry.ticks];
  const wayOf = (start: Ticks): NoteWay | null => {
    // It is said of the tune's notes.
    if (isLine) return null;
    const decided = decidedAt(cells, { ...atOf(at), tick: slot.entry.tick + start - from }, 'note');
    return decided?.layer === 'note' ? decided.way : null;
  };
  const sung = slot.sung.map(({ start, ticks, pitch, spelling, tick }): TuneNote => {
    return { start, ticks, pitch: pitch + 12 * octave, spelling, tick, way: wayOf(start) };
  });
  const first = next?.slot.sung[0];
  const within = sung.filter(({ start }) => start >= from && start < to);
  const isLate = within[0]?.start === from && within[0].way === 'free';
  const opensAt = isLate ? (within.find(({ way }) => way !== 'free')?.start ?? null) : from;
  const after = first ? first.pitch + 12 * octave : null;
  return { column, sung, within, after, opensAt: before?.symbol === column.symbol ? null : opensAt, isLine };
}

/** Whether a column has no grip: its note is played alone, and its chord comes with the next. */
export const isBare = ({ way, struck }: Pick<Carry, 'way' | 'struck'>): boolean => way === 'free' && struck;

/** Whether its bass is struck off the beat: no grip needs to have it. */
export const isBassApart = ({ way }: Pick<Carry, 'way'>): boolean => way === 'bass-before' || way === 'bass-after';

/** The notes that the search may carry or leave free after the first of a column: all of which nothing is said. */
export function openNotes<C extends Divided>({ column, within }: TuneOver<C>): readonly TuneNote[] {
  return column.chord === null ? [] : within.filter(({ start, way }) => start > column.slot.start && way === null);
}

/** When the tune's notes get grips of their own after the first of a column: those on strong beats, and as the player says. */
export function gripsAt<C extends Divided>({ column, within }: TuneOver<C>, density: number): readonly Ticks[] {
  const { slot, chord } = column;
  // Where no chord sounds the tune is played alone.
  if (chord === null) return [];
  const least = leastStrength(density);
  const isStrong = ({ tick }: TuneNote) => strengthAt(tick, slot.meter) >= least;
  const opening = within.find(({ way }) => way !== 'free');
  return within
    .filter((note) => note.start > slot.start && note.way !== 'free')
    .filter((note) => note.way !== null || isStrong(note) || (note === opening && within[0]!.start === slot.start))
    .map(({ start }) => start);
}

/** A column divided at some times: each piece with what it carries. */
export function piecesOf<C extends Divided>(tune: TuneOver<C>, grips: readonly Ticks[]): readonly C[] {
  const { column } = tune;
  const { slot } = column;
  const times = [slot.start, ...grips];
  const to = slot.start + slot.entry.ticks;
  return times.map((time, part): C => {
    const end = times[part + 1] ?? to;
    const carry = carryOver(tune, time, end);
    if (part === 0)
      return {
        ...column,
        slot: stretch(slot, time, end),
        carry,
        ...(times.length > 1 && { into: null, closes: false }),
      };
    const isLast = part === times.length - 1;
    return {
      ...column,
      at: chordNameAt(column.at, slot.entry.tick + time - slot.start),
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

/** What a grip carries that is held from some time to another. */
function carryOver<C>({ sung, within, after, opensAt, isLine }: TuneOver<C>, time: Ticks, end: Ticks): Carry {
  const on = sung.find(({ start, ticks }) => start <= time && time < start + ticks) ?? null;
  const ceiling = sung.find(({ start }) => start > time)?.pitch ?? after;
  return {
    pitch: on?.pitch ?? null,
    spelling: on?.spelling ?? null,
    ticks: on ? Math.min(on.start + on.ticks, end) - time : 0,
    struck: on?.start === time,
    opens: time === opensAt,
    ceiling: on ? null : ceiling,
    way: on?.start === time ? on.way : null,
    passes: false,
    isLine,
    free: within
      .filter(({ start }) => start >= time && start < end && start !== on?.start)
      .map(({ start, ticks, pitch, spelling }) => ({ start, ticks: Math.min(ticks, end - start), pitch, spelling })),
    basses: [],
  };
}

/** The passing chord of a column that is to have one; null: it is not under a step, or has no such chord. */
export function passingIn(column: Divided, next: Divided | undefined): Passing | null {
  const { pitch, way } = column.carry ?? { pitch: null, way: null };
  if ((way !== 'moved' && way !== 'diminished') || pitch === null) return null;
  const to = next?.carry?.pitch ?? null;
  if (to === null || !next?.chord) return null;
  return UNDER_A_STEP[way]({ pitch, next: { pitch: to, chord: next.chord } });
}

/** Columns with passing chords under the notes that are to have them; the chord they were a part of is then new after them. */
function withPassing<C extends Divided>(columns: readonly C[]): readonly C[] {
  const passings = columns.map((column, i) => passingIn(column, columns[i + 1]));
  return columns.map((column, i): C => {
    const passing = passings[i];
    const { slot, carry } = column;
    if (!passing) {
      const isNew = passings[i - 1] && columns[i - 1]!.carry!.opens && column.part > 0;
      return isNew ? { ...column, carry: { ...carry!, opens: true } } : column;
    }
    const { chord, into } = passing;
    const symbol = symbolOf(chord);
    const entry = { ...slot.entry, chord };
    return {
      ...column,
      chord,
      symbol,
      into,
      decision: null,
      kept: null,
      walks: [],
      slot: { ...slot, entry, symbol, place: null, reading: null, also: [] },
      carry: { ...carry!, opens: false, passes: true },
    };
  });
}

/** A column with the basses that are struck off the beat while it lasts: its own after it, that of the next before the next. */
function withBasses<C extends Divided>(column: C, next: C | undefined): C {
  const { carry, slot, chord } = column;
  if (carry === null) return column;
  const end = slot.start + slot.entry.ticks;
  /** Half a beat, in compound meters a third, where there is so much time. */
  const off = Math.min(ticksPerBeat(slot.meter) / (isCompound(slot.meter) ? 3 : 2), Math.floor(slot.entry.ticks / 2));
  const bassAt = (start: Ticks, of: Chord): OffBeatBass => {
    return { start, ticks: end - start, bass: pitchClass(of.bass ?? of.root) };
  };
  const own = carry.way === 'bass-after' && chord ? [bassAt(slot.start + off, chord)] : [];
  const to = next?.carry?.way === 'bass-before' && next.chord ? [bassAt(end - off, next.chord)] : [];
  return own.length + to.length === 0 ? column : { ...column, carry: { ...carry, basses: [...own, ...to] } };
}
