import type { ArrangedColumn, Chart, Column, Grip } from '../../../core/index.ts';
import type { OtherWay, PricedMove, SteeredOutcome } from '../../work/questions.ts';
import type { usePlayback } from './usePlayback.ts';

interface Heard {
  readonly chart: Chart;
  readonly columns: readonly Column[];
  /** Null until they are voiced: then nothing is heard. */
  readonly arranged: readonly ArrangedColumn[] | null;
  readonly selected: number;
  readonly from: number;
  readonly to: number;
}

/** What can be listened to: the tune, and whatever is tried, between the chords around it. */
export function hearings(
  { hear, hearInPlace, play, stop, active }: ReturnType<typeof usePlayback>,
  { chart, columns, arranged, selected, from, to }: Heard,
) {
  /** Chords of equal length in the time of some columns. */
  const inPlaceOf = (first: number, last: number, chords: readonly (readonly number[])[]) => {
    const whole = columns.slice(first, last + 1).reduce((sum, { slot }) => sum + slot.entry.ticks, 0);
    const tried = chords.map((pitches) => ({ pitches, ticks: whole / chords.length }));
    if (arranged && tried.length > 0) hearInPlace(chart, arranged, first, last, tried);
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
      if (arranged)
        hearInPlace(
          chart,
          arranged,
          selected,
          last,
          row.map((pitches) => ({ pitches, ticks: whole / row.length })),
        );
    },
    /** Another way through the tune, from the selected chord. */
    way: ({ grips }: OtherWay) =>
      arranged &&
      play(
        chart,
        arranged.map((one, i) => ({ ...one, grip: grips[i] ?? null })),
        selected,
      ),
    /** Plays from the selected chord, or stops. */
    play(): void {
      if (active) stop();
      else if (arranged) play(chart, arranged, selected);
    },
  };
}
