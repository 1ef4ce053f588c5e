import { useMemo } from 'react';
import {
  passageBars,
  changePiece,
  columnsOfPassage,
  gripPiece,
  tuningKey,
  type PlaysAlong,
  type Practised,
  t,
} from '../../../core/index.ts';
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
    gone: isTuned
      ? null
      : t('This is for another tuning ({tuning}), and no player of yours has it.', { tuning: what.tuning }),
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
    gone:
      score && span === null
        ? t('The chart of {title} has these bars no more ({bars}).', {
            title: what.title,
            bars: passageBars(what.bars),
          })
        : null,
    goal: tempo,
  };
}
