import { useMemo } from 'react';
import {
  readChart,
  scoreOfTake,
  slotKeys,
  sungNotes,
  versionsOf,
  type Chart,
  type Hand,
  type Melody,
  type Midi,
  type PlaysAlong,
  type Score,
} from '../../../core/index.ts';
import type { SideTake } from './useTwoTakes.ts';

interface Of {
  readonly chart: Chart;
  readonly barIds: readonly string[];
  readonly open: readonly Midi[];
  readonly along: PlaysAlong;
  /** What is sung to both, and whose hand plays. */
  readonly melody: Melody;
  readonly hand: Hand;
}

/** What sounds of two takes, each in its rhythm; the plain chart has none of its own, and is heard in that of the take beside it. */
export function useBothScores(
  { chart, barIds, open, along, melody, hand }: Of,
  [one, other]: readonly [SideTake | null, SideTake | null],
  isPlain: boolean,
): readonly [Score, Score] | null {
  return useMemo(() => {
    if (!one || !other) return null;
    const sung = sungNotes(chart, melody);
    const scored = ({ columns }: SideTake, { cells }: SideTake) => {
      const slots = readChart(chart, versionsOf(cells, barIds));
      return scoreOfTake({ chart, open, columns }, { slots, keys: slotKeys(slots, barIds), cells, sung, hand }, along);
    };
    return [scored(one, one), scored(other, isPlain ? one : other)];
  }, [chart, barIds, open, along, melody, hand, one, other, isPlain]);
}
