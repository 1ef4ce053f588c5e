import type { Chord } from '../../chord/chord.ts';
import type { Grip } from '../../grip/grips.ts';
import { neckOf, type Hand, type Neck } from '../../neck/hand.ts';
import type { Key } from '../../pitch/key.ts';
import type { Midi } from '../../pitch/pitch.ts';
import { secondsBetween } from '../../time/clock.ts';
import { isCompound, ticksPerBeat, type Meter, type Ticks } from '../../time/meter.ts';
import type { Score, Scored, Sound } from '../score.ts';

/** A chord as it is played, and the one that comes straight after: where something may be added. */
export interface DecorPlace {
  /** Which column. */
  readonly column: number;
  readonly start: Ticks;
  readonly end: Ticks;
  readonly chord: Chord;
  readonly grip: Grip;
  readonly meter: Meter;
  readonly key: Key;
  /** Null where nothing, or a rest, comes next. */
  readonly next: { readonly chord: Chord; readonly grip: Grip; readonly opensPhrase: boolean } | null;
  /** Where the next column is the same chord of the chart, in whatever colour: when that ends, and what comes then; null: it is another. */
  readonly held: Pick<DecorPlace, 'end' | 'next' | 'isPushed'> | null;
  /** Whether the next chord comes early, in this one's time. */
  readonly isPushed: boolean;
  /** Whether the guitar plays its grip where it begins. */
  readonly isStruck: boolean;
  /** How often it is struck while it lasts. */
  readonly hits: number;
  readonly hand: Hand;
  readonly neck: Neck;
  /** How long it is from one tick to another, in milliseconds. */
  readonly ms: (from: Ticks, to: Ticks) => number;
  /** What is sung from one tick to another. */
  readonly sung: (from: Ticks, to: Ticks) => readonly Sound[];
}

/** The places of a take, as it sounds in a score, where something may be added; where the tune itself is played there are none. */
export function decorPlaces(score: Score, { columns }: Scored, hand: Hand): readonly DecorPlace[] {
  const { guitar, melody } = score.parts;
  const neck = neckOf(hand);
  const carries = new Set(guitar.flatMap(({ kind, column }) => (kind === 'melody' && column !== null ? [column] : [])));
  const nextAt = (i: number, time: Ticks): DecorPlace['next'] => {
    const one = columns[i];
    if (!one?.grip || !one.column.chord || one.column.slot.start !== time || carries.has(i)) return null;
    return { chord: one.column.chord, grip: one.grip, opensPhrase: one.column.slot.opensPhrase };
  };
  return columns.flatMap(({ grip, column: { slot, chord } }, i): readonly DecorPlace[] => {
    const [start, end] = [slot.start, slot.start + slot.entry.ticks];
    if (grip === null || chord === null || carries.has(i)) return [];
    const after = columns[i + 1];
    const next = nextAt(i + 1, end);
    const isPushedInto = (column: number, at: Ticks) =>
      guitar.some((sound) => sound.column === column && sound.start < at);
    const goesOn = next !== null && !next.opensPhrase && after!.column.slot.symbol === slot.symbol;
    const until = goesOn ? end + after!.column.slot.entry.ticks : end;
    return [
      {
        column: i,
        start,
        end,
        chord,
        grip,
        meter: slot.meter,
        key: slot.key,
        next,
        held: goesOn ? { end: until, next: nextAt(i + 2, until), isPushed: isPushedInto(i + 2, until) } : null,
        isPushed: isPushedInto(i + 1, end),
        hits: guitar.filter(({ column }) => column === i).length,
        isStruck: guitar.some((sound) => sound.column === i && sound.start === start && sound.kind === 'chord'),
        hand,
        neck,
        ms: (from, to) => 1000 * secondsBetween(score.clock, from, to),
        sung: (from, to) => melody.filter((sound) => sound.start < to && from < sound.start + sound.ticks),
      },
    ];
  });
}

/** Whether something is sung at a pitch or below it while a chord lasts, or from a time of it on: it would be covered. */
export const isCovering = ({ sung, start, end }: DecorPlace, pitch: Midi, from: Ticks = start): boolean =>
  sung(from, end).some(({ notes }) => notes.some((note) => note.pitch <= pitch));

/** Half a beat, in compound meters a third of one: what goes between beats. */
export const offBeat = (meter: Meter): Ticks => ticksPerBeat(meter) / (isCompound(meter) ? 3 : 2);
