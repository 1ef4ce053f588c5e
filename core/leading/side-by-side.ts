import type { Ticks } from '../time/meter.ts';
import type { ArrangedColumn } from './arrange.ts';

/** A stretch of time in which each of two takes stays on one chord. */
export interface Stretch {
  readonly start: Ticks;
  readonly end: Ticks;
  readonly bar: number;
  /** Which column of each sounds there. */
  readonly of: readonly [number, number];
  /** What is another there: the chord, or only how it is held; null: nothing. */
  readonly differs: 'chord' | 'grip' | null;
}

type Laid = Pick<ArrangedColumn, 'column' | 'grip'>;
const startOf = ({ column }: Laid): Ticks => column.slot.start;
const endOf = ({ column: { slot } }: Laid): Ticks => slot.start + slot.entry.ticks;

/** Two takes of one tune on one line of time: a new stretch wherever either has a new column. */
export function sideBySide(one: readonly Laid[], other: readonly Laid[]): readonly Stretch[] {
  const starts = [...new Set([...one, ...other].map(startOf))].sort((a, b) => a - b);
  const last = Math.max(0, ...[...one, ...other].map(endOf));
  const at = (columns: readonly Laid[]) => {
    let i = 0;
    return (time: Ticks) => {
      while (i + 1 < columns.length && startOf(columns[i + 1]!) <= time) i++;
      return i;
    };
  };
  const [inOne, inOther] = [at(one), at(other)];
  return starts.map((start, k): Stretch => {
    const of = [inOne(start), inOther(start)] as const;
    const [a, b] = [one[of[0]]!, other[of[1]]!];
    const differs = a.column.symbol !== b.column.symbol ? 'chord' : a.grip?.grip !== b.grip?.grip ? 'grip' : null;
    return { start, end: starts[k + 1] ?? last, bar: a.column.slot.bar, of, differs };
  });
}

/** How two takes compare, in time: parts of the whole, 0 to 1. */
export interface Likeness {
  /** With the same chord; and with the same grip too. */
  readonly chords: number;
  readonly grips: number;
}

export function likeness(stretches: readonly Stretch[]): Likeness {
  const lasting = (some: readonly Stretch[]) => some.reduce((sum, { start, end }) => sum + end - start, 0);
  const all = Math.max(1, lasting(stretches));
  return {
    chords: lasting(stretches.filter(({ differs }) => differs !== 'chord')) / all,
    grips: lasting(stretches.filter(({ differs }) => differs === null)) / all,
  };
}

/** What one hears of a way through a tune as a whole. */
export interface Character {
  /** The part of the changes at which the bass goes by a step, 0 to 1: from half on it walks. */
  readonly bassSteps: number;
  /** Semitones from the lowest to the highest top note. */
  readonly topRange: number;
  /** The mean of the lowest fretted frets, and of the notes in a grip. */
  readonly position: number;
  readonly notes: number;
}

const STEP = 2;

export function characterOf(columns: readonly Pick<ArrangedColumn, 'grip'>[]): Character {
  const grips = columns.flatMap(({ grip }) => grip ?? []);
  const outer = grips.map(({ pitches }) => ({ low: Math.min(...pitches), top: Math.max(...pitches) }));
  const moves = outer.slice(1).map(({ low }, i) => Math.abs(low - outer[i]!.low));
  const changes = moves.filter((moved) => moved > 0);
  const mean = (values: readonly number[]) => values.reduce((a, b) => a + b, 0) / Math.max(1, values.length);
  const tops = outer.map(({ top }) => top);
  return {
    bassSteps: changes.filter((moved) => moved <= STEP).length / Math.max(1, changes.length),
    topRange: tops.length === 0 ? 0 : Math.max(...tops) - Math.min(...tops),
    position: mean(
      grips
        .map(({ frets }) => Math.min(...frets.filter((fret) => fret > 0), Infinity))
        .map((fret) => (fret === Infinity ? 0 : fret)),
    ),
    notes: mean(grips.map(({ pitches }) => pitches.length)),
  };
}
