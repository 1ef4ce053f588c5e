import PlayArrow from '@mui/icons-material/PlayArrow';
import Button from '@mui/material/Button';
import { useMemo, useState } from 'react';
import {
  callsFor,
  decorationReason,
  decorPlaces,
  musical,
  offersAt,
  withAdded,
  type Hand,
  type Offered,
  type Score,
  t,
} from '../../../core/index.ts';
import type { Guitar } from '../neck/layout.ts';
import { Glyphs } from '../symbol/glyphs.tsx';
import type { AtStand } from './at-stand.ts';
import { Gone } from './Gone.tsx';
import { useStandHow } from './how.ts';
import { NowNext } from './NowNext.tsx';
import { StandFrame } from './StandFrame.tsx';
import { useRounds } from './useRounds.ts';
import { useStopwatch } from './useStopwatch.ts';
import type { StandPiece } from './useStandPiece.ts';

interface NoTimeStandProps extends AtStand {
  readonly piece: StandPiece;
  readonly guitar: Guitar;
  readonly hand: Hand;
}
const asItIs = (score: Score) => score;
/** The phrase is heard somewhat slower than it is sung. */
const SLOWER = 1.25;
const MOST_OFFERS = 12;

/** A phrase is heard; then the tool waits for an answer on its last chord, and says what could be played there when asked. */
export function NoTimeStand({ piece, guitar, hand, ...stand }: NoTimeStandProps) {
  const [how] = useStandHow();
  const rounds = useRounds({ what: stand.step.what, piece, how, log: stand.log, heard: asItIs, byDeed: true });
  const { arrangement, score, span, read } = piece;
  const calls = useMemo(() => (score && span && read ? callsFor(score, read.sung, span) : null), [score, span, read]);
  const [at, setAt] = useState(0);
  const [asked, setAsked] = useState(false);
  const lap = useStopwatch(LONGEST);
  const call = calls?.[at];
  const column = call && arrangement?.columns[call.column];
  const offers = useMemo((): readonly Offered[] => {
    if (!asked || !score || !read || !arrangement || !call) return [];
    const scored = { chart: read.chart, open: guitar.open, columns: arrangement.columns };
    const place = decorPlaces(score, scored, hand).find((one) => one.column === call.column);
    return place ? offersAt(place).slice(0, MOST_OFFERS) : [];
  }, [asked, score, read, arrangement, call, guitar.open, hand]);
  const hear = () => {
    if (!call || !column) return;
    if (call.notes.length > 0) {
      const slowly = call.notes.map(({ pitch, at: when, seconds }) => ({
        pitch,
        at: when * SLOWER,
        seconds: seconds * SLOWER,
      }));
      rounds.playback.sing(slowly);
    } else if (column.grip) rounds.playback.hear(column.grip.pitches);
  };
  /** One answer, over the chord it would be played on. */
  const tryOne = ({ column: over, added }: Offered) => {
    if (!score) return;
    const { start, ticks } = score.columns[over]!;
    rounds.playback.play(withAdded(score, over, added, guitar.open), over, { until: start + ticks });
  };
  const leave = (to: () => void) => () => {
    rounds.playback.stop();
    rounds.end();
    to();
  };
  const go = (answered: boolean) => () => {
    rounds.spend(lap());
    rounds.mark(answered ? 'clean' : 'unclean');
    setAsked(false);
    rounds.playback.stop();
    if (!answered) return;
    if (at + 1 >= (calls?.length ?? 0)) leave(stand.onNext)();
    else setAt(at + 1);
  };
  if (piece.gone !== null) return <Gone {...stand} words={piece.gone} />;
  if (calls?.length === 0) return <Gone {...stand} words={t('There is no phrase in these bars.')} />;
  return (
    <StandFrame
      {...stand}
      played={{ rounds, piece, guitar }}
      onNext={leave(stand.onNext)}
      onClose={leave(stand.onClose)}
      left={t('Not yet')}
      right={t('It answers; the next')}
      onLeft={go(false)}
      onRight={go(true)}
      deeds={{ play: hear, again: hear }}
      middle={
        <Button
          variant="contained"
          color="secondary"
          size="large"
          startIcon={<PlayArrow />}
          disabled={!call}
          onClick={hear}
        >
          {call && call.notes.length === 0 ? t('Hear the chord') : t('Hear the phrase')}
        </Button>
      }
    >
      {call && column ? (
        <>
          <div className={asked ? 'no-time no-time-asked' : 'no-time'}>
            <NowNext now={column} next={null} guitar={guitar} shown />
            {asked && (
              <ul className="answer-offers" aria-label={t('What could be played')}>
                {offers.length === 0 && (
                  <li>{t('Nothing of ours fits here: the chord itself, let ring, is an answer.')}</li>
                )}
                {offers.map((offer, i) => (
                  <li key={i}>
                    <button type="button" onClick={() => tryOne(offer)}>
                      {t(offer.decoration.name)}{' '}
                      <small>
                        <Glyphs text={musical(decorationReason(offer))} />
                      </small>
                    </button>
                  </li>
                ))}
              </ul>
            )}
          </div>
          <div className="stand-tempo">
            <p className="stand-marks" role="status">
              {t('Phrase {at} of {calls}{which}', {
                at: at + 1,
                calls: calls!.length,
                which:
                  call.notes.length > 0
                    ? t(': hear it, then answer on its last chord, as slowly as it takes.')
                    : t(': answer on its last chord, as slowly as it takes.'),
              })}
            </p>
            <Button onClick={() => setAsked(!asked)} aria-expanded={asked}>
              {t('What could be played?')}
            </Button>
          </div>
        </>
      ) : (
        <p className="stand-lost" role="status">
          {piece.failed ?? t('The grips are found for this hand …')}
        </p>
      )}
      {rounds.playback.failed && <p role="alert">{rounds.playback.failed}</p>}
    </StandFrame>
  );
}
/** Longer than this at one phrase is a pause, in seconds. */
const LONGEST = 300;
