import PanTool from '@mui/icons-material/PanToolOutlined';
import PlayArrow from '@mui/icons-material/PlayArrow';
import Stop from '@mui/icons-material/Stop';
import Tune from '@mui/icons-material/Tune';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import { useState } from 'react';
import { practisedScore, type RoundMark, type Score } from '../../../core/index.ts';
import type { AtStand } from './at-stand.ts';
import { Gone } from './Gone.tsx';
import type { Guitar } from '../neck/layout.ts';
import { Tip } from '../frame/Tip.tsx';
import { BeatLight } from './BeatLight.tsx';
import { useStandHow } from './how.ts';
import { HowSheet } from './HowSheet.tsx';
import { Hurt } from './Hurt.tsx';
import { LadderView } from './LadderView.tsx';
import { NowNext } from './NowNext.tsx';
import { Rest } from './Rest.tsx';
import { StandFrame } from './StandFrame.tsx';
import { useRounds } from './useRounds.ts';
import type { StandPiece } from './useStandPiece.ts';

interface LoopStandProps extends AtStand {
  readonly piece: StandPiece;
  readonly guitar: Guitar;
  readonly bench?: string;
}

/** Rounds of a few bars on a ladder of tempi. */
export function LoopStand({ piece, guitar, bench, ...stand }: LoopStandProps) {
  const [how, setHow] = useStandHow();
  const heard = (score: Score) => practisedScore(score, how);
  const rounds = useRounds({ what: stand.step.what, piece, how, log: stand.log, heard });
  const { ladder, running, resting, playback, sounding } = rounds;
  const [sheet, setSheet] = useState<'how' | 'hurt' | null>(null);
  const [marked, setMarked] = useState<RoundMark | null>(null);
  const { span, arrangement, goal } = piece;
  if (piece.gone !== null) return <Gone {...stand} words={piece.gone} />;

  const at = sounding?.column ?? span?.from ?? 0;
  const columns = arrangement?.columns ?? [];
  const now = columns[at];
  const next = span && at < span.to ? columns[at + 1]! : span && span.to > span.from ? columns[span.from]! : null;
  const mark = (as: RoundMark) => () => {
    if (rounds.mark(as)) setMarked(as);
  };
  const play = () => (running ? rounds.stop() : rounds.start());
  const step = (by: 1 | -1) => rounds.moveTo(ladder.rate + by * how.ladder.step);
  const hurts = () => {
    rounds.stop();
    setSheet('hurt');
  };
  const goOn = () => {
    rounds.stop();
    rounds.end();
    stand.onNext();
  };
  const close = () => {
    rounds.stop();
    rounds.end();
    stand.onClose();
  };
  const tempo = goal === null ? null : Math.round(goal * ladder.rate);
  return (
    <StandFrame
      {...stand}
      onNext={goOn}
      onClose={close}
      left="Not clean"
      right="Clean"
      onLeft={mark('unclean')}
      onRight={mark('clean')}
      covered={sheet !== null}
      deeds={{ play, again: () => (rounds.stop(), rounds.start()), faster: step, how: () => setSheet('how'), hurts }}
      tools={(midi) => (
        <>
          <Tip label="How it is practised">
            <IconButton aria-label="How it is practised" onClick={() => setSheet('how')}>
              <Tune />
            </IconButton>
          </Tip>
          {sheet === 'how' && <HowSheet how={how} midi={midi} onHow={setHow} onClose={() => setSheet(null)} />}
        </>
      )}
      middle={
        <>
          <Button
            variant="contained"
            color="secondary"
            size="large"
            startIcon={running ? <Stop /> : <PlayArrow />}
            disabled={resting !== null}
            onClick={play}
          >
            {running ? 'Stop' : 'Play'}
          </Button>
          <Button color="error" startIcon={<PanTool />} onClick={hurts}>
            It hurts
          </Button>
        </>
      }
    >
      {resting !== null ? (
        <Rest reason={resting} stretched={rounds.stretched} onRested={rounds.rested} />
      ) : now ? (
        <>
          <NowNext now={now} next={next} guitar={guitar} shown />
          <div className="stand-tempo">
            <BeatLight moment={sounding} />
            {tempo !== null && goal !== null && (
              <p>
                <b>{tempo}</b> <small>of {goal} beats a minute</small>
              </p>
            )}
            {goal !== null && <LadderView ladder={ladder} how={how.ladder} goal={goal} />}
            <p className="stand-marks">
              {ladder.rounds.clean + ladder.rounds.unclean > 0
                ? `${ladder.rounds.clean} clean, ${ladder.rounds.unclean} not`
                : 'Play a round, then say with a pedal whether it was clean.'}
              <span className="visually-hidden" role="status">
                {marked === null ? '' : marked === 'clean' ? 'clean' : 'not clean'}
              </span>
            </p>
          </div>
        </>
      ) : (
        <p className="stand-lost" role={piece.failed === null ? 'status' : 'alert'}>
          {piece.failed ?? 'The grips are found for this hand …'}
        </p>
      )}
      {playback.failed && <p role="alert">{playback.failed}</p>}
      {sheet === 'hurt' && (
        <Hurt
          bench={bench ?? null}
          onSaid={(place, note) => {
            rounds.say(place, note);
            close();
          }}
          onClose={() => setSheet(null)}
        />
      )}
    </StandFrame>
  );
}
