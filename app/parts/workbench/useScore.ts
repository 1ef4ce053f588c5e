import { useMemo } from 'react';
import {
  scoreOf,
  slotKeys,
  type ArrangedColumn,
  type Chart,
  type Decisions,
  type Decorated,
  type Grip,
  type Hand,
  type Neck,
  type ReadSlot,
  type Score,
  type Scored,
  type SungNote,
} from '../../../core/index.ts';
import type { Played } from '../../sound/perform.ts';
import { useScored, type ToScore } from '../../work/useScored.ts';
import type { Workings } from './useWorkings.ts';
import { useTime } from './useTime.ts';

const NO_COLUMNS: Scored['columns'] = [];
const NO_ADDED: readonly Decorated[] = [];

/** Null until the take is voiced, and can sound. */
function scoreWhole(workings: Workings | null, { of, along, ...standing }: ToScore): Score | null {
  return workings && of.columns.length > 0 ? workings.scoreOfTake(of, standing, along) : null;
}

interface Standing {
  /** Null until it is fetched: then nothing sounds. */
  readonly workings: Workings | null;
  readonly tuneId: string;
  readonly chart: Chart;
  readonly neck: Neck;
  readonly hand: Hand;
  /** Null until the take is voiced. */
  readonly arranged: readonly ArrangedColumn[] | null;
  /** Whether it is being voiced anew. */
  readonly busy: boolean;
  readonly slots: readonly ReadSlot[];
  readonly barIds: readonly string[];
  readonly cells: Decisions;
  readonly sung: readonly SungNote[];
  /** The first and last selected column. */
  readonly from: number;
  readonly to: number;
  /** Whether one asks how it sounds with nothing added. */
  readonly bareToo: boolean;
}

/** What sounds of a take: in its rhythm with whoever plays along, and (for trying things) each chord once. */
export function useScore({
  workings,
  tuneId,
  chart,
  neck,
  hand,
  arranged,
  busy,
  slots,
  barIds,
  cells,
  sung,
  from,
  to,
  bareToo,
}: Standing) {
  const { open } = neck;
  const time = useTime(tuneId, chart);
  const keys = useMemo(() => slotKeys(slots, barIds), [slots, barIds]);
  const of = useMemo((): Scored => ({ chart, open, columns: arranged ?? NO_COLUMNS }), [chart, open, arranged]);
  const { along, listening } = time;
  const newest = useMemo(
    () => ({ of, slots, keys, cells, sung, hand, along }),
    [of, slots, keys, cells, sung, hand, along],
  );
  const scored = useScored(newest, busy);
  const score = scored?.from.of.columns.length === of.columns.length ? scored.score : null;
  /** As it sounds with nothing added between its chords. */
  const bare = useMemo(() => {
    if (!workings || !arranged || !bareToo) return null;
    const undecorated = Object.fromEntries(
      Object.entries(cells).filter(([, { layer }]) => layer !== 'decor' && layer !== 'added'),
    );
    return workings.scoreOfTake(of, { slots, keys, cells: undecorated, sung, hand }, along);
  }, [workings, of, arranged, slots, keys, cells, sung, along, hand, bareToo]);
  /** How each column plays the tune, where it does. */
  const tune = useMemo(() => {
    if (!workings || !arranged) return null;
    const free = new workings.FreeHand(hand);
    return arranged.map((column) => workings.playedColumn(column, open, free));
  }, [workings, arranged, open, hand]);
  const plain = useMemo(() => arranged && scoreOf(of), [of, arranged]);
  const last = from === to ? undefined : score?.columns[to];
  const played: Played = {
    rate: listening.rate / 100,
    shift: listening.shift,
    countIn: listening.countIn ? 1 : 0,
    loop: listening.loop,
    // What is selected is gone over again and again; else it goes on to the end.
    until: listening.loop && last ? last.start + last.ticks : null,
  };
  return {
    time,
    /** What is scored, and the names of its slots. */
    of,
    keys,
    /** As it was a moment ago; null also while it is of other columns. */
    score,
    /** As it stands, for whoever plays it now. */
    scoreNow: (): Score | null => (scored?.from === newest ? scored.score : scoreWhole(workings, newest)),
    bare,
    /** What is added between its chords. */
    added: score?.decorated ?? NO_ADDED,
    plain,
    tune,
    /** What this hand has too little time for at the tempo, in sentences. */
    rushed: (): readonly string[] =>
      workings && score && arranged
        ? workings.hurriesText(
            workings.hurries(
              score,
              arranged.map(({ grip }) => grip),
              neck,
              listening.rate / 100,
            ),
          )
        : [],
    played,
    /** What sounds with other grips, each chord once. */
    scoreWith: (grips: readonly (Grip | null)[]): Score | null =>
      arranged && scoreOf({ chart, open, columns: arranged.map((one, i) => ({ ...one, grip: grips[i] ?? null })) }),
  };
}
