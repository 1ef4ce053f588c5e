import { useMemo } from 'react';
import {
  changePiece,
  columnsOfPassage,
  gripPiece,
  handOf,
  keptTune,
  keysInOrder,
  keysOfMode,
  lastFretOf,
  pitchClass,
  tuningKey,
  type PlaysAlong,
  type Practised,
} from '../../../core/index.ts';
import { useKeptMoves, type KeptMovesLoaded } from '../../keep/kept-moves.ts';
import { playerOf, usePlayer, type KeptPlayer } from '../../keep/player.ts';
import type { Job } from '../../work/questions.ts';
import { useVoiced } from '../practice/useVoiced.ts';

/** What is voiced for the stand, and which of its columns are played. */
export interface StandPiece extends ReturnType<typeof useVoiced> {
  readonly span: { readonly from: number; readonly to: number } | null;
  /** In words: why it cannot be played; null: it can. */
  readonly gone: string | null;
  readonly goal: number | null;
}

const NO_MELODY: Job['melody'] = [];
const ALONE: PlaysAlong = {};
const MOVE_TEMPO = 100;

/** The player whose guitar is tuned as something was practised on; else the first. */
export const playerTuned = (players: readonly KeptPlayer[], tuning: string | null): KeptPlayer =>
  players.find(({ settings }) => tuningKey(playerOf(settings.cells).tuning) === tuning) ?? players[0]!;

/** A grip or a change as a piece of its own, voiced. */
export function useGripsPiece(what: Practised & { kind: 'grip' | 'change' }, kept: KeptPlayer): StandPiece {
  const player = usePlayer(kept.settings.cells);
  const job = useMemo((): Job => {
    const piece = what.kind === 'grip' ? gripPiece(what) : changePiece(what);
    return { ...piece, melody: NO_MELODY, player, manner: null, banished: [] };
  }, [what, player]);
  const voiced = useVoiced('stand', job, ALONE);
  const isTuned = tuningKey(player.tuning) === what.tuning;
  const last = (voiced.arrangement?.columns.length ?? 0) - 1;
  return {
    ...voiced,
    span: last < 0 ? null : { from: 0, to: last },
    gone: isTuned ? null : `This is for another tuning (${what.tuning}), and no player of yours has it.`,
    goal: what.kind === 'change' ? what.tempo : null,
  };
}

/** Bars of a take, voiced as the take is. */
export function usePassagePiece(
  what: Practised & { kind: 'passage' },
  job: Job,
  along: PlaysAlong,
  tempo: number,
): StandPiece {
  const voiced = useVoiced(`stand/${what.takeId}`, job, along);
  const { score } = voiced;
  const span = useMemo(() => score && columnsOfPassage(what, job.barIds, score), [score, what, job.barIds]);
  return {
    ...voiced,
    span,
    gone: score && span === null ? `The chart of ${what.title} has these bars no more (${what.bars}).` : null,
    goal: tempo,
  };
}

/** A kept move through twelve keys by fourths, voiced. */
export function useMovePiece(what: Practised & { kind: 'move' }, moves: KeptMovesLoaded, kept: KeptPlayer): StandPiece {
  const player = usePlayer(kept.settings.cells);
  const library = useKeptMoves(moves);
  const named = library.all.find(({ id }) => id === what.id) ?? null;
  const job = useMemo((): Job | null => {
    if (!named) return null;
    const hand = handOf(player);
    const keys = keysOfMode({ mode: named.move.mode });
    const twelve = Array.from({ length: 12 }, (_, pc) => keys.find(({ tonic }) => pitchClass(tonic) === pc)!);
    const neck = { lastFret: lastFretOf(hand), tuning: tuningKey(hand.tuning) };
    const tune = keptTune(
      named,
      keysInOrder(twelve, 'fourths', () => 0),
      { tempo: MOVE_TEMPO, neck },
    );
    return { ...tune, melody: NO_MELODY, player, manner: null, banished: [] };
  }, [named, player]);
  const voiced = useVoiced('stand', job, ALONE);
  const last = (voiced.arrangement?.columns.length ?? 0) - 1;
  return {
    ...voiced,
    span: last < 0 ? null : { from: 0, to: last },
    gone: named ? null : `The move “${what.name}” is not kept any more.`,
    goal: MOVE_TEMPO,
  };
}
