/* Without time: a phrase of the melody, then an answer on the chord of its last note, as slowly as it takes. */
import type { SungNote } from '../melody/melody.ts';
import { phrasesOf } from '../melody/phrases.ts';
import type { Score } from '../score/score.ts';
import { secondsBetween } from '../time/clock.ts';
import type { Ticks } from '../time/meter.ts';

/** A phrase, and the column it ends over. */
export interface Call {
  readonly from: Ticks;
  readonly until: Ticks;
  readonly column: number;
  /** Its notes, in seconds from its first; without a melody none. */
  readonly notes: readonly { readonly pitch: number; readonly at: number; readonly seconds: number }[];
}

/** The phrases of a tune between two columns; without a melody they are those of the form. */
export function callsFor(
  score: Score,
  sung: readonly SungNote[],
  { from, to }: { from: number; to: number },
): readonly Call[] {
  const { columns, bars, clock } = score;
  const [begins, ends] = [columns[from]!.start, columns[to]!.start + columns[to]!.ticks];
  const columnAt = (tick: Ticks) =>
    Math.max(
      0,
      columns.findLastIndex(({ start }) => start <= tick),
    );
  if (sung.length === 0) {
    const opens = bars.filter(({ opensPhrase, start }) => opensPhrase && start >= begins && start < ends);
    return opens.map(({ start }, i) => {
      const until = opens[i + 1]?.start ?? ends;
      return { from: start, until, column: columnAt(until - 1), notes: [] };
    });
  }
  return phrasesOf(bars, sung)
    .map(({ from: first, to: last }) => sung.slice(first, last + 1))
    .filter((notes) => notes[0]!.start >= begins && notes[0]!.start < ends)
    .map((notes) => {
      const [start, end] = [notes[0]!.start, notes.at(-1)!];
      return {
        from: start,
        until: end.start + end.ticks,
        column: columnAt(end.start),
        notes: notes.map(({ pitch, start: at, ticks }) => ({
          pitch,
          at: secondsBetween(clock, start, at),
          seconds: secondsBetween(clock, at, at + ticks),
        })),
      };
    });
}
