import {
  notesFor,
  withAdded,
  type Column,
  type Grip,
  type HitVoices,
  type Midi,
  type Offered,
  type Score,
} from '../../../core/index.ts';
import type { OtherWay, PricedMove, SteeredOutcome } from '../../work/questions.ts';
import type { Played } from '../../sound/perform.ts';
import type { usePlayback } from './usePlayback.ts';

interface Heard {
  readonly columns: readonly Column[];
  /** In rhythm, and each chord once. Null until they are voiced: then nothing is heard. */
  readonly scoreNow: () => Score | null;
  readonly plain: Score | null;
  /** What sounds with other grips, column by column. */
  readonly scoreWith: (grips: readonly (Grip | null)[]) => Score | null;
  readonly selected: number;
  readonly from: number;
  readonly to: number;
  readonly played: Played;
}

/** What can be listened to: the tune, and whatever is tried, between the chords around it. */
export function hearings(
  { hear, hearInPlace, play, playBoth, hearSide, stop, active }: ReturnType<typeof usePlayback>,
  { columns, scoreNow, plain, scoreWith, selected, from, to, played }: Heard,
) {
  /** Chords of equal length in the time of some columns. */
  const inPlaceOf = (first: number, last: number, chords: readonly (readonly number[])[]) => {
    const whole = columns.slice(first, last + 1).reduce((sum, { slot }) => sum + slot.entry.ticks, 0);
    const tried = chords.map((pitches) => ({ pitches, ticks: whole / chords.length }));
    if (plain && tried.length > 0) hearInPlace(plain, first, last, tried);
  };
  return {
    grip: (grip: Grip | null) => grip && inPlaceOf(selected, selected, [grip.pitches]),
    alone: (grip: Grip | null) => grip && hear(grip.pitches),
    move: ({ grips }: PricedMove) =>
      inPlaceOf(
        from,
        to,
        grips.map(({ pitches }) => pitches),
      ),
    /** Voices led from the selected column to another. */
    led: ({ row }: SteeredOutcome, last: number) => {
      const whole = columns[selected]!.slot.entry.ticks + columns[last]!.slot.entry.ticks;
      if (plain)
        hearInPlace(
          plain,
          selected,
          last,
          row.map((pitches) => ({ pitches, ticks: whole / row.length })),
        );
    },
    /** Some columns as they would be. */
    span: (first: number, last: number, chords: readonly { pitches: readonly number[]; ticks: number }[]) =>
      plain && hearInPlace(plain, first, last, chords),
    /** What is selected, or the tune, again and again, with what is added between its chords and, at any time, without. */
    bothWays(bare: Score): void {
      const score = scoreNow();
      if (!score) return;
      const [first, last] = from === to ? [0, columns.length - 1] : [from, to];
      const starts = score.columns.map(({ start }) => start);
      const end = score.columns[last]!;
      hearSide(0);
      playBoth([score, bare], starts, starts[first]!, { ...played, loop: true, until: end.start + end.ticks });
    },
    /** Chords with what is added to them, to the end of the chord it leads to; `bare` is how they sound without. */
    decorated(bare: Score, offers: readonly Offered[], open: readonly Midi[]): void {
      const [first, last] = [offers[0], offers.at(-1)];
      if (!first || !last) return;
      const made = offers.reduce((so, { column, added }) => withAdded(so, column, added, open), bare);
      const own = made.columns[last.column]!;
      const over = last.added.until ?? own.start + own.ticks;
      const to = made.columns.find(({ start }) => start >= over);
      const until = to ? to.start + to.ticks : over;
      play(made, first.column, { ...played, loop: false, countIn: 0, until });
    },
    /** Another way through the tune, from the selected chord. */
    way({ grips }: OtherWay): void {
      const other = scoreWith(grips);
      if (other) play(other, selected);
    },
    /** Plays what is selected, or the tune, again and again. */
    round(): void {
      const score = scoreNow();
      const last = from === to ? undefined : score?.columns[to];
      if (score)
        play(score, from === to ? 0 : from, { ...played, loop: true, until: last ? last.start + last.ticks : null });
    },
    /** What a hit of some voices sounds of the selected chord. */
    hit(voices: HitVoices): void {
      const chord = plain?.parts.guitar.find(({ column }) => column === selected);
      if (chord && !active) hear(notesFor(voices, chord.notes).map(({ pitch }) => pitch));
    },
    /** Plays from the selected chord, or stops. */
    play(): void {
      if (active) return stop();
      const score = scoreNow();
      if (score) play(score, selected, played);
    },
  };
}
