import { useMemo } from 'react';
import {
  handOf,
  keptTune,
  keysInOrder,
  lastFretOf,
  neckOf,
  parseChart,
  pitchClass,
  readChart,
  scoreOfTake,
  slotKeys,
  tuningKey,
  type Key,
  type KeyOrder,
  type NamedMove,
  type Player,
} from '../../../core/index.ts';
import { useArrangement } from '../../work/solver.ts';
import { usePlayback } from '../workbench/usePlayback.ts';

interface Heard {
  readonly named: NamedMove;
  readonly keyOn: Key;
  /** All keys of its mode. */
  readonly keys: readonly Key[];
  readonly round: KeyOrder;
  readonly tempo: number;
  readonly player: Player;
  readonly banished: readonly string[];
}

/** Twelve keys from one on, half step by half step, each by one of its names. */
function twelveFrom(keys: readonly Key[], from: Key): readonly Key[] {
  return Array.from({ length: 12 }, (_, i) => {
    const there = (pitchClass(from.tonic) + i) % 12;
    return i === 0 ? from : keys.find(({ tonic }) => pitchClass(tonic) === there)!;
  });
}

/** A kept move voiced for a player, in a key or carried through all of them, to be seen and heard. */
export function useMoveHeard({ named, keyOn, keys, round, tempo, player, banished }: Heard) {
  const playback = usePlayback();
  const order = useMemo(() => keysInOrder(twelveFrom(keys, keyOn), round, Math.random), [keys, keyOn, round]);
  const hand = useMemo(() => handOf(player), [player]);
  const tune = useMemo(() => {
    const neck = { lastFret: lastFretOf(hand), tuning: tuningKey(hand.tuning) };
    return keptTune(named, order, { tempo, neck });
  }, [named, order, tempo, hand]);
  const { chartText, barIds, cells } = tune;
  const job = useMemo(
    () => ({ chartText, barIds, melody: NO_MELODY, cells, player, manner: null, banished }),
    [chartText, barIds, cells, player, banished],
  );
  const { arrangement, busy, failed } = useArrangement('moves', job);
  const chart = useMemo(() => {
    const read = parseChart(chartText);
    if (!read.ok) throw new Error('a kept move that is no chart');
    return read.value;
  }, [chartText]);
  const score = useMemo(() => {
    if (!arrangement || busy) return null;
    const slots = readChart(chart);
    const scored = { chart, open: neckOf(hand).open, columns: arrangement.columns };
    return scoreOfTake(scored, { slots, keys: slotKeys(slots, barIds), cells, hand });
  }, [arrangement, busy, chart, hand, barIds, cells]);
  /** Each key with the bar it begins with. */
  const sections = useMemo(() => order.map((key, i) => ({ key, bar: i * tune.bars + 1 })), [order, tune.bars]);
  return {
    playback,
    arrangement: busy && arrangement === null ? null : arrangement,
    busy,
    failed,
    sections,
    play(): void {
      if (playback.active) playback.stop();
      else if (score) playback.play(score, 0, { countIn: 0 });
    },
    hearColumn(column: number): void {
      const grip = arrangement?.columns[column]?.grip;
      if (grip) playback.hear(grip.pitches);
    },
  };
}
const NO_MELODY: readonly never[] = [];
