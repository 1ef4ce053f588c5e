import { useMemo } from 'react';
import {
  readChart,
  scoreOfTake,
  slotKeys,
  versionsOf,
  type Chart,
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
}

/** What sounds of two takes, each in its rhythm; the plain chart has none of its own, and is heard in that of the take beside it. */
export function useBothScores(
  { chart, barIds, open, along }: Of,
  [one, other]: readonly [SideTake | null, SideTake | null],
  isPlain: boolean,
): readonly [Score, Score] | null {
  return useMemo(() => {
    if (!one || !other) return null;
    const scored = ({ columns }: SideTake, { cells }: SideTake) => {
      const slots = readChart(chart, versionsOf(cells, barIds));
      return scoreOfTake({ chart, open, columns }, { slots, keys: slotKeys(slots, barIds), cells }, along);
    };
    return [scored(one, one), scored(other, isPlain ? one : other)];
  }, [chart, barIds, open, along, one, other, isPlain]);
}
