import { useMemo, useState } from 'react';
import {
  keyWords,
  areasOf,
  handOf,
  keepable,
  keptTune,
  keysInOrder,
  keysOfMode,
  lastFretOf,
  formatKey,
  neckOf,
  pitchClass,
  problemText,
  tuningKey,
  wishName,
  type Area,
  type Key,
  type KeyOrder,
  type KeptMove,
  type PlaysAlong,
  t,
} from '../../../core/index.ts';
import type { Job } from '../../work/questions.ts';
import { useVoiced } from '../practice/useVoiced.ts';
import type { StandPiece } from './useStandPiece.ts';

const NO_MELODY: Job['melody'] = [];
const ALONE: PlaysAlong = {};

/** A passage as a move by degree, so that it is played in any key; in words why it cannot be. */
function asMove(piece: StandPiece, job: Job, title: string): KeptMove | string | null {
  const { arrangement, read, span } = piece;
  if (!arrangement || !read || !span) return null;
  const take = {
    title,
    slots: read.slots,
    keys: read.keys,
    cells: job.cells,
    columns: arrangement.columns,
    tuning: tuningKey(job.player.tuning),
  };
  const found = keepable(take, span.from, span.to, ['grips', 'rhythm', 'added', 'wishes']);
  return found.ok ? { ...found.value.move, name: title } : found.problems.map(problemText).join(' ');
}

/** A passage as a move; in words why it cannot be one, null: it is not voiced yet. */
export const usePassageMove = (piece: StandPiece, job: Job, title: string): KeptMove | string | null =>
  useMemo(() => asMove(piece, job, title), [piece, job, title]);

/** Twelve keys in an order, from one on. */
export function useTwelveKeys(mode: Key['mode'], home: string, order: KeyOrder): readonly Key[] {
  const [drawn] = useState(() => Array.from({ length: 12 }, () => Math.random()));
  return useMemo(() => {
    const all = keysOfMode({ mode });
    const from = pitchClass(home);
    const twelve = Array.from({ length: 12 }, (_, i) => {
      const own = i === 0 ? all.find(({ tonic }) => tonic === home) : undefined;
      return own ?? all.find(({ tonic }) => pitchClass(tonic) === (from + i) % 12)!;
    });
    let turn = 0;
    return keysInOrder(twelve, order, () => drawn[turn++ % drawn.length]!);
  }, [mode, order, drawn, home]);
}

/** Who voices something, and how. */
export type Voicing = Pick<Job, 'player' | 'manner' | 'banished'>;

/** The move in a key, voiced. */
export function useInKey(move: KeptMove | string | null, key: Key | null, of: Voicing, tempo: number): StandPiece {
  const job = useMemo((): Job | null => {
    if (move === null || typeof move === 'string' || key === null) return null;
    const hand = handOf(of.player);
    const neck = { lastFret: lastFretOf(hand), tuning: tuningKey(hand.tuning) };
    const tune = keptTune({ id: 'turn', move }, [key], { tempo, neck });
    return { ...tune, melody: NO_MELODY, player: of.player, manner: of.manner, banished: of.banished };
  }, [move, key, of, tempo]);
  return whole(useVoiced('stand/key', job, ALONE), typeof move === 'string' ? move : null, tempo);
}

/** The areas of the neck of whoever plays. */
export const useAreas = (job: Job): readonly Area[] => useMemo(() => areasOf(neckOf(handOf(job.player))), [job.player]);

/** A passage in one area of the neck, voiced there; the grips it has otherwise give way. */
export function useInArea(piece: StandPiece, job: Job, along: PlaysAlong, area: Area | null): StandPiece {
  const { arrangement, read, span } = piece;
  const wished = useMemo((): Job | null => {
    if (!arrangement || !read || !span || area === null) return null;
    const [first, last] = [arrangement.columns[span.from]!.column, arrangement.columns[span.to]!.column];
    const ticks = last.slot.start + last.slot.entry.ticks - first.slot.start;
    const wish = { kind: 'area', from: area[0], to: area[1] } as const;
    const free = Object.fromEntries(Object.entries(job.cells).filter(([, { layer }]) => layer !== 'kept'));
    return { ...job, cells: { ...free, [wishName(first.at, 'area')]: { layer: 'wish', wish, hard: true, ticks } } };
  }, [arrangement, read, span, job, area]);
  const voiced = useVoiced('stand/area', wished, along);
  return { ...voiced, span, gone: null, goal: piece.goal };
}

function whole(voiced: ReturnType<typeof useVoiced>, gone: string | null, goal: number): StandPiece {
  const last = (voiced.arrangement?.columns.length ?? 0) - 1;
  return { ...voiced, span: last < 0 ? null : { from: 0, to: last }, gone, goal };
}

export const keyText = (key: Key): string => keyWords(formatKey(key));
export const areaText = ([from, to]: Area): string => t('frets {from} to {to}', { from, to });
