/* A score beat by beat: what a light, or a count, follows. */
import type { NamedSpan, Score, Sound } from '../score/score.ts';
import { beatsPerBar, ticksPerBeat, type Ticks } from '../time/meter.ts';

/** A beat of a score: in which column and bar, and the how-manieth of it, from 1. */
export interface Beat {
  readonly start: Ticks;
  readonly ticks: Ticks;
  readonly column: number;
  readonly bar: number;
  readonly beat: number;
}

/** The beats of a score; those of a pickup end with the bar line. */
export function beatsOf({ bars, columns }: Pick<Score, 'bars' | 'columns'>): readonly Beat[] {
  return bars.flatMap((bar) => {
    const ticks = ticksPerBeat(bar.meter);
    const count = beatsPerBar(bar.meter);
    // What is missing of a pickup is before it.
    const missing = Math.max(0, ticks * count - bar.ticks);
    return Array.from({ length: count }, (_, i): Beat => {
      const start = bar.start + i * ticks - missing;
      const column = columns.findLastIndex((one) => one.start <= start);
      return { start, ticks, column: Math.max(0, column), bar: bar.number, beat: i + 1 };
    }).filter(({ start }) => start >= bar.start);
  });
}

/** Where one is in a score: the column, the bar and the beat of it that have begun last. */
export type Moment = Beat;

/** The same score with its moments for columns: whoever follows it is told of each beat, and of each chord between beats. */
export function inBeats(score: Score): { readonly score: Score; readonly moments: readonly Moment[] } {
  const beats = beatsOf(score);
  const starts = [...new Set([...beats, ...score.columns].map(({ start }) => start))].sort((a, b) => a - b);
  const moments = starts.map((start, i): Moment => {
    const beat = beats.findLast((one) => one.start <= start) ?? beats[0]!;
    const column = Math.max(
      0,
      score.columns.findLastIndex((one) => one.start <= start),
    );
    return { ...beat, start, ticks: (starts[i + 1] ?? score.end) - start, column };
  });
  const columns = moments.map(({ start, ticks, column, bar }): NamedSpan => {
    return { start, ticks, bar, symbol: score.columns[column]!.symbol };
  });
  return { score: { ...score, columns }, moments };
}

/** Phrases of as many beats as one counts over the bars, in their numbers (field guide: three or five). */
export const CROSS_COUNTS = [3, 5, 7] as const;
export type CrossCount = (typeof CROSS_COUNTS)[number];

/** A beat as it is counted across the bars, from 1; `meets`: the phrase begins with the bar. */
export interface Counted extends Beat {
  readonly count: number;
  readonly meets: boolean;
}

/** The beats from one to another, counted in phrases of `many` from the first on. */
export const countedBeats = (beats: readonly Beat[], many: CrossCount): readonly Counted[] =>
  beats.map((one, i) => {
    const count = (i % many) + 1;
    return { ...one, count, meets: count === 1 && one.beat === 1 };
  });

const ACCENT = 110;
/**
 * The chart goes on as it is written, and the phrase runs over it: the chord at hand is struck with each of its ones, the
 * click has the beats.
 */
export function crossing(score: Score, counted: readonly Counted[], many: CrossCount): Score {
  const chords = score.parts.guitar.filter(({ kind }) => kind === 'chord');
  const struck = counted.flatMap(({ count, start, ticks, column }): Sound[] => {
    const held = chords.findLast((one) => one.column !== null && one.column <= column);
    if (count !== 1 || !held) return [];
    return [{ ...held, start, ticks: ticks * many, velocity: ACCENT, column }];
  });
  return { ...score, parts: { ...score.parts, guitar: struck } };
}
