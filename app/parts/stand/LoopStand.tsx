import { t, type RoundMark } from '../../../core/index.ts';
import PlayArrow from '@mui/icons-material/PlayArrow';
import Stop from '@mui/icons-material/Stop';
import Tune from '@mui/icons-material/Tune';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import { useState } from 'react';
import type { AtStand } from './at-stand.ts';
import { Gone } from './Gone.tsx';
import type { Guitar } from '../neck/layout.ts';
import { Tip } from '../frame/Tip.tsx';
import { BeatLight } from './BeatLight.tsx';
import { EarSays } from './EarSays.tsx';
import { EarTool } from './EarSheet.tsx';
import { useStandHow, type StandHow } from './how.ts';
import { HowSheet } from './HowSheet.tsx';
import { LadderView } from './LadderView.tsx';
import { NowNext } from './NowNext.tsx';
import { Rest } from './Rest.tsx';
import { StandFrame } from './StandFrame.tsx';
import { useEar } from './useEar.ts';
import { useRounds } from './useRounds.ts';
import type { StandPiece } from './useStandPiece.ts';

interface LoopStandProps extends AtStand {
  readonly piece: StandPiece;
  readonly guitar: Guitar;
}

type Sheet = 'how' | 'ear' | null;

/** Rounds of a few bars on a ladder of tempi; what a simulated player plays is a ladder of its own. */
export function LoopStand(props: LoopStandProps) {
  const [how, setHow] = useStandHow();
  const [sheet, setSheet] = useState<Sheet>(null);
  const who = how.ear === 'simulated' ? 'simulated' : 'player';
  return <Loop key={who} {...props} how={how} onHow={setHow} sheet={sheet} onSheet={setSheet} />;
}

interface LoopProps extends LoopStandProps {
  readonly how: StandHow;
  readonly onHow: (how: StandHow) => void;
  readonly sheet: Sheet;
  readonly onSheet: (sheet: Sheet) => void;
}

function Loop({ piece, guitar, how, onHow: setHow, sheet, onSheet: setSheet, ...stand }: LoopProps) {
  const ear = useEar(how, guitar.open);
  const rounds = useRounds({ what: stand.step.what, piece, how, log: stand.log, heard: ear.heard, ear });
  const { ladder, running, resting, playback, sounding } = rounds;
  const [marked, setMarked] = useState<RoundMark | null>(null);
  const { span, arrangement, goal } = piece;
  if (piece.gone !== null) return <Gone {...stand} words={piece.gone} />;

  const at = sounding?.column ?? span?.from ?? 0;
  const columns = arrangement?.columns ?? [];
  const now = columns[at];
  const next = span && at < span.to ? columns[at + 1]! : span && span.to > span.from ? columns[span.from]! : null;
  const play = () => (running ? rounds.stop() : rounds.start());
  const mark = (as: RoundMark) => () => {
    if (rounds.mark(as)) setMarked(as);
    // With nothing left to be marked a pedal plays.
    else if (!running) rounds.start();
  };
  const isFresh = !running && ladder.rounds.clean + ladder.rounds.unclean === 0;
  const step = (by: 1 | -1) => rounds.moveTo(ladder.rate + by * how.ladder.step);
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
      left={t('Not clean')}
      right={isFresh ? t('Play') : t('Clean')}
      onLeft={isFresh ? undefined : mark('unclean')}
      onRight={mark('clean')}
      covered={sheet !== null}
      played={{ rounds, piece, guitar }}
      deeds={{
        play,
        again: () => (rounds.stop(), rounds.start()),
        faster: step,
        how: () => setSheet('how'),
        ear: () => setSheet('ear'),
      }}
      tools={(midi) => (
        <>
          <EarTool
            how={how}
            ear={ear}
            open={sheet === 'ear'}
            onOpen={(isOpen) => setSheet(isOpen ? 'ear' : null)}
            onHow={setHow}
          />
          <Tip label={t('How it is practised')}>
            <IconButton aria-label={t('How it is practised')} onClick={() => setSheet('how')}>
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
            {running ? t('Stop') : t('Play')}
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
                <b>{tempo}</b> <small>{t('of {goal} beats a minute', { goal })}</small>
              </p>
            )}
            {goal !== null && <LadderView ladder={ladder} how={how.ladder} goal={goal} />}
            <div className="stand-said">
              <p className="stand-marks">
                {ladder.rounds.clean + ladder.rounds.unclean > 0
                  ? t('{clean} clean, {unclean} not', { clean: ladder.rounds.clean, unclean: ladder.rounds.unclean })
                  : ear.way === 'off'
                    ? t('Play a round, then say with a pedal whether it was clean.')
                    : t('Play a round: the ear says what it heard.')}
                <span className="visually-hidden" role="status">
                  {marked === null ? '' : marked === 'clean' ? t('clean') : t('not clean')}
                </span>
              </p>
              {ear.way !== 'off' && (
                <div className="ear-place" role="status">
                  {rounds.earHeard && <EarSays heard={rounds.earHeard} columns={columns} open={guitar.open} />}
                </div>
              )}
            </div>
          </div>
        </>
      ) : (
        <p className="stand-lost" role={piece.failed === null ? 'status' : 'alert'}>
          {piece.failed ?? t('The grips are found for this hand …')}
        </p>
      )}
      {ear.failed && <p role="alert">{ear.failed}</p>}
      {playback.failed && <p role="alert">{playback.failed}</p>}
    </StandFrame>
  );
}
