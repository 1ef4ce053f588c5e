import type { Chord } from '../../chord/chord.ts';
import { symbolOf } from '../../chord/chord.ts';
import { familyOf, type Family } from '../../chord/kind.ts';
import type { Key } from '../../pitch/key.ts';
import { pitchClass } from '../../pitch/note.ts';
import { isMinor, type KeyPlace } from '../../reading/place.ts';
import type { ReadSlot } from '../../reading/read.ts';
import { ticksPerBeat, type Ticks } from '../../time/meter.ts';
import { roleOf, type Role } from '../role.ts';

/** A plain chord in or beside a span, held or said again as one. */
export interface SpanChord {
  readonly chord: Chord;
  readonly family: Family;
  /** Semitones of the root above the tonic, 0–11, and of the lowest note. */
  readonly degree: number;
  readonly low: number;
  readonly place: KeyPlace | null;
  readonly role: Role | null;
  /** Within the span, in beats; 0 beside it. */
  readonly beats: number;
}

/** A stretch of the plain chart that a move may put something else in, with what stands around it. */
export interface Span {
  readonly key: Key;
  readonly minor: boolean;
  /** From the tune's start, and long, in ticks. */
  readonly start: Ticks;
  readonly ticks: Ticks;
  readonly beats: number;
  readonly chords: readonly SpanChord[];
  /** The first of them, and whether it is the only one. */
  readonly here: SpanChord;
  readonly single: boolean;
  /** The plain chords around the span; null at the ends, and beside a rest. */
  readonly prev: SpanChord | null;
  readonly next: SpanChord | null;
}

function chordAt(slot: ReadSlot | undefined, beats: number): SpanChord | null {
  const chord = slot?.entry.chord;
  if (!slot || !chord) return null;
  const above = (note: string) => (pitchClass(note) - pitchClass(slot.key.tonic) + 12) % 12;
  return {
    chord,
    family: familyOf(chord.kind),
    degree: above(chord.root),
    low: above(chord.bass ?? chord.root),
    place: slot.place,
    role: roleOf(slot),
    beats,
  };
}

const endOf = ({ start, entry }: ReadSlot): Ticks => start + entry.ticks;

/**
 * The span of the written-out chart from `start`, `ticks` long, in the key of its first chord. Null where there is nothing
 * to move: past the end, or with a rest in it.
 */
export function spanAt(slots: readonly ReadSlot[], start: Ticks, ticks: Ticks): Span | null {
  const within = slots.filter((slot) => endOf(slot) > start && slot.start < start + ticks);
  const [first, last] = [within[0], within.at(-1)];
  if (!first || !last || first.start > start || endOf(last) < start + ticks) return null;
  const perBeat = ticksPerBeat(first.meter);
  const chords: SpanChord[] = [];
  for (const slot of within) {
    const held = Math.min(endOf(slot), start + ticks) - Math.max(slot.start, start);
    const chord = chordAt(slot, held / perBeat);
    if (chord === null) return null;
    const before = chords.at(-1);
    if (before && symbolOf(before.chord) === symbolOf(chord.chord))
      chords[chords.length - 1] = { ...before, beats: before.beats + chord.beats };
    else chords.push(chord);
  }
  const at = (index: number) => chordAt(slots[index], 0);
  const index = slots.indexOf(first);
  return {
    key: first.key,
    minor: isMinor(first.key),
    start,
    ticks,
    beats: ticks / perBeat,
    chords,
    here: chords[0]!,
    single: chords.length === 1,
    prev: first.start < start ? chordAt(first, 0) : at(index - 1),
    next: endOf(last) > start + ticks ? chordAt(last, 0) : at(slots.indexOf(last) + 1),
  };
}

/** Beats shared as equally as whole beats allow, the longer first; null when there are fewer beats than shares. */
export function evenly(beats: number, count: number): readonly number[] | null {
  if (!Number.isInteger(beats) || beats < count) return null;
  return Array.from({ length: count }, (_, i) => Math.floor(beats / count) + (i < beats % count ? 1 : 0));
}
