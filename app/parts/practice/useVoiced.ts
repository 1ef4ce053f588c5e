import { useMemo } from 'react';
import {
  handOf,
  neckOf,
  parseChart,
  readChart,
  scoreOfTake,
  slotKeys,
  sungNotes,
  tuningKey,
  versionsOf,
  type Chart,
  type Decisions,
  type PlaysAlong,
} from '../../../core/index.ts';
import type { KeptCells } from '../../keep/cells.ts';
import type { KeptPlayer } from '../../keep/player.ts';
import { useArrangement } from '../../work/solver.ts';
import type { Job } from '../../work/questions.ts';
import { mannerStanding } from '../workbench/tuneManner.ts';
import { useSung } from '../workbench/useMelody.ts';
import { useTaste } from '../workbench/useTaste.ts';
import { useTime } from '../workbench/useTime.ts';
import { useWhoPlays } from '../workbench/useWhoPlays.ts';

/** A tune as its places are loaded with it, and the take of it that is practised. */
export interface WorkLoaded {
  readonly tune: {
    readonly tuneId: string;
    readonly title: string;
    readonly chartText: string;
    readonly chart: Chart;
    readonly barIds: readonly string[];
    readonly melody: KeptCells;
    readonly styles: KeptCells;
    readonly taste: KeptCells;
    readonly tuneVersion: number;
    readonly playerId: string;
    readonly players: readonly KeptPlayer[];
  };
  readonly take: { readonly id: string; readonly name: string; readonly cells: Decisions };
}

/** What is to be voiced of a take for practice, and who plays along with it. */
export function useTakeJob({ tune, take }: WorkLoaded) {
  const { tuneId, chart, chartText, barIds } = tune;
  const who = useWhoPlays(tuneId, tune.tuneVersion, tune.playerId, tune.players);
  const { player, book } = who;
  const { banished } = book;
  const manner = mannerStanding(useTaste(tuneId, tune.styles, tune.taste), player);
  const { melody } = useSung(tuneId, chart, barIds, tune.melody);
  const { along, swing } = useTime(tuneId, chart);
  const { cells } = take;
  const job = useMemo(
    (): Job => ({ chartText, barIds, melody, cells, player, manner, banished }),
    [chartText, barIds, melody, cells, player, manner, banished],
  );
  return { job, who, along, swing };
}

/** Something voiced for a player, with the score of it; null job: nothing is asked for. */
export function useVoiced(name: string, job: Job | null, along: PlaysAlong) {
  const { arrangement, busy, failed, phase, solved } = useArrangement(name, job);
  const read = useMemo(() => {
    if (!job) return null;
    const chart = parseChart(job.chartText);
    if (!chart.ok) throw new Error(`no chart: ${job.chartText}`);
    const slots = readChart(chart.value, versionsOf(job.cells, job.barIds));
    return { chart: chart.value, slots, keys: slotKeys(slots, job.barIds), sung: sungNotes(chart.value, job.melody) };
  }, [job]);
  const hand = useMemo(() => job && handOf(job.player), [job]);
  const score = useMemo(() => {
    if (!arrangement || busy || !read || !hand || !job) return null;
    const of = { chart: read.chart, open: neckOf(hand).open, columns: arrangement.columns };
    return scoreOfTake(of, { ...read, cells: job.cells, hand }, along);
  }, [arrangement, busy, read, hand, job, along]);
  return {
    arrangement: busy ? null : arrangement,
    read,
    score,
    failed,
    phase,
    solved,
    /** Of whoever plays it. */
    tuning: job && tuningKey(job.player.tuning),
    neck: useMemo(() => hand && neckOf(hand), [hand]),
  };
}
