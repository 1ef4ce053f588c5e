import PlayArrow from '@mui/icons-material/PlayArrow';
import Stop from '@mui/icons-material/Stop';
import Button from '@mui/material/Button';
import { useState, type ReactNode } from 'react';
import { afterTurn, practisedScore, type RoundMark, type Score, type Turns, t } from '../../../core/index.ts';
import type { Guitar } from '../neck/layout.ts';
import { Glyphs } from '../symbol/glyphs.tsx';
import type { AtStand } from './at-stand.ts';
import { BeatLight } from './BeatLight.tsx';
import { Gone } from './Gone.tsx';
import { useStandHow } from './how.ts';
import { NowNext } from './NowNext.tsx';
import { Rest } from './Rest.tsx';
import { StandFrame } from './StandFrame.tsx';
import { useRounds } from './useRounds.ts';
import type { StandPiece } from './useStandPiece.ts';

interface TurnsStandProps<T> extends AtStand {
  readonly piece: StandPiece;
  readonly guitar: Guitar;
  readonly turns: Turns<T>;
  readonly onTurns: (turns: Turns<T>) => void;
  /** A turn in words: `in A♭ major`. */
  readonly named: (turn: T) => string;
  /** What can be chosen of the turns. */
  readonly tools?: ReactNode;
}

/** One key, or one area, after another: each is played, then marked; what was not clean comes back. */
export function TurnsStand<T>({ piece, guitar, turns, onTurns, named, tools, ...stand }: TurnsStandProps<T>) {
  const [how] = useStandHow();
  const heard = (score: Score) => practisedScore(score, how);
  const rounds = useRounds({ what: stand.step.what, piece, how, log: stand.log, heard, goesOn: false });
  const { ladder, running, sounding, playback, resting } = rounds;
  const [played, setPlayed] = useState(false);
  if (piece.gone !== null) return <Gone {...stand} words={piece.gone} />;
  const { span, arrangement, goal } = piece;
  const columns = arrangement?.columns ?? [];
  const at = sounding?.column ?? span?.from ?? 0;
  const now = columns[at];
  const next = span && at < span.to ? columns[at + 1]! : null;
  const [turn] = turns.queue;
  const leave = (to: () => void) => () => {
    rounds.stop();
    rounds.end();
    to();
  };
  const play = () => {
    setPlayed(true);
    if (running) rounds.stop();
    else rounds.start();
  };
  const mark = (as: RoundMark) => () => {
    if (!rounds.mark(as)) return;
    rounds.stop();
    setPlayed(false);
    onTurns(afterTurn(turns, as));
  };
  return (
    <StandFrame
      {...stand}
      played={{ rounds, piece, guitar }}
      onNext={leave(stand.onNext)}
      onClose={leave(stand.onClose)}
      left={t('Not clean')}
      right={t('Clean; the next')}
      onLeft={played && turn !== undefined ? mark('unclean') : undefined}
      onRight={turn === undefined ? undefined : played ? mark('clean') : play}
      deeds={{ play, faster: (by) => rounds.moveTo(ladder.rate + by * how.ladder.step) }}
      middle={
        turn !== undefined && (
          <Button
            variant="contained"
            color="secondary"
            size="large"
            startIcon={running ? <Stop /> : <PlayArrow />}
            disabled={resting !== null}
            onClick={play}
          >
            {running ? t('Stop') : t('Play')}
          </Button>
        )
      }
    >
      {resting !== null ? (
        <Rest reason={resting} stretched={rounds.stretched} onRested={rounds.rested} />
      ) : turn === undefined ? (
        <p className="stand-lost" role="status">
          {t('All of it is clean, {clean} of {all}.', { clean: turns.clean.length, all: turns.clean.length })}
        </p>
      ) : now ? (
        <NowNext now={now} next={next} guitar={guitar} shown />
      ) : (
        <p className="stand-lost" role={piece.failed === null ? 'status' : 'alert'}>
          {piece.failed ?? t('The grips are found for this hand …')}
        </p>
      )}
      <div className="stand-tempo">
        <BeatLight moment={sounding} />
        {turn !== undefined && (
          <p>
            <b>
              <Glyphs text={named(turn)} />
            </b>{' '}
            {goal !== null && <small>{t('{goal} beats a minute', { goal: Math.round(goal * ladder.rate) })}</small>}
          </p>
        )}
        <p className="stand-marks" role="status">
          {t('{clean} clean, {queue} to come', { clean: turns.clean.length, queue: turns.queue.length })}
        </p>
        {tools}
      </div>
      {playback.failed && <p role="alert">{playback.failed}</p>}
    </StandFrame>
  );
}
