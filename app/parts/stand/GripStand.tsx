import { useEffect, useMemo, useState } from 'react';
import { difficultyWord, isStrained, toHear, type RoundMark, type Score, t } from '../../../core/index.ts';
import type { HeardGrip } from '../../sound/ear/grip.ts';
import type { AtStand } from './at-stand.ts';
import { Gone } from './Gone.tsx';
import type { Guitar } from '../neck/layout.ts';
import { EarSaysGrip } from './EarSays.tsx';
import { EarTool } from './EarSheet.tsx';
import { useStandHow, type StandHow } from './how.ts';
import { NowNext } from './NowNext.tsx';
import { StandFrame } from './StandFrame.tsx';
import { useEar } from './useEar.ts';
import { useRounds } from './useRounds.ts';
import { useStopwatch } from './useStopwatch.ts';
import type { StandPiece } from './useStandPiece.ts';

interface GripStandProps extends AtStand {
  readonly piece: StandPiece;
  readonly guitar: Guitar;
}

const asItIs = (score: Score) => score;
/** A grip is set cold so often. */
const TIMES = 5;
/** Longer than this nobody looks for a grip, in seconds. */
const MOST_LOOKED_FOR = 60;

/** A grip set cold: the name first; set it, then see whether it was that one, hand off the neck, and again. */
export function GripStand(props: GripStandProps) {
  const [how, setHow] = useStandHow();
  const [isEarOpen, setEarOpen] = useState(false);
  const who = how.ear === 'simulated' ? 'simulated' : 'player';
  return <SetCold key={who} {...props} how={how} onHow={setHow} isEarOpen={isEarOpen} onEarOpen={setEarOpen} />;
}

interface SetColdProps extends GripStandProps {
  readonly how: StandHow;
  readonly onHow: (how: StandHow) => void;
  readonly isEarOpen: boolean;
  readonly onEarOpen: (open: boolean) => void;
}

function SetCold({ piece, guitar, how, onHow, isEarOpen, onEarOpen, ...stand }: SetColdProps) {
  const ear = useEar(how, guitar.open);
  const rounds = useRounds({ what: stand.step.what, piece, how, log: stand.log, heard: asItIs, ear, byDeed: true });
  const [shown, setShown] = useState(false);
  const [heard, setHeard] = useState<HeardGrip | null>(null);
  const { score } = piece;
  const grip = useMemo(() => (score ? toHear(score, 0, score.end, 1).strokes[0] : undefined), [score]);
  const { awaitGrip } = ear;
  // Struck, it is shown: whoever plays has no hand free.
  useEffect(() => {
    if (shown || isEarOpen || !grip) return;
    return awaitGrip(grip, (found) => {
      setHeard(found);
      setShown(true);
    });
  }, [shown, isEarOpen, grip, awaitGrip]);
  const lap = useStopwatch(MOST_LOOKED_FOR);
  const column = piece.arrangement?.columns[0];
  if (piece.gone !== null) return <Gone {...stand} words={piece.gone} />;
  const { clean, unclean } = rounds.ladder.rounds;
  const count = clean + unclean;
  const leave = (to: () => void) => () => {
    rounds.end();
    to();
  };
  const show = () => {
    setShown(true);
    if (ear.way === 'simulated' && score && grip)
      void ear.simulatedGrip(score, count, grip).then(({ pitches, heard: found }) => {
        rounds.playback.hear(pitches);
        setHeard(found);
      });
    // What is heard aloud would be heard by the microphone, too.
    else if (column?.grip && ear.way === 'off') rounds.playback.hear(column.grip.pitches);
  };
  const mark = (as: RoundMark) => () => {
    if (!shown) return show();
    rounds.spend(lap());
    rounds.mark(as);
    setShown(false);
    setHeard(null);
    if (count + 1 >= TIMES) leave(stand.onNext)();
  };
  return (
    <StandFrame
      {...stand}
      onNext={leave(stand.onNext)}
      onClose={leave(stand.onClose)}
      {...(shown ? { left: t('It was not'), right: t('It was') } : { right: t('Show it') })}
      onLeft={shown ? mark('unclean') : undefined}
      onRight={mark('clean')}
      covered={isEarOpen}
      deeds={{
        play: show,
        again: () => (setShown(false), setHeard(null)),
        ear: () => onEarOpen(true),
      }}
      tools={<EarTool how={how} ear={ear} open={isEarOpen} onOpen={onEarOpen} onHow={onHow} />}
      played={{ rounds, piece, guitar }}
    >
      {column?.grip ? (
        <>
          <NowNext now={column} next={null} guitar={guitar} shown={shown} />
          <div className="stand-tempo">
            <p className="stand-marks" role="status">
              {shown
                ? t('Was it that one, at once, and every string clear?')
                : t('Hand off the neck. Set it at once{which}, then {which2}.', {
                    which: count > 0 ? t(', once more') : '',
                    which2: ear.way === 'microphone' ? t('strike it') : t('look'),
                  })}
            </p>
            <p className="ladder-rounds" aria-label={t('{count} of {times} times', { count, times: TIMES })}>
              {Array.from({ length: TIMES }, (_, i) => (i < count ? '●' : '○')).join(' ')}
            </p>
            {ear.way !== 'off' && (
              <div className="ear-place" role="status">
                {shown && heard && <EarSaysGrip heard={heard} column={column} open={guitar.open} />}
              </div>
            )}
            {isStrained(column.grip) && (
              <p className="stand-care">
                {t('A {difficulty} grip of {reachMm} mm: warm first, stop where it pulls.', {
                  difficulty: difficultyWord(column.grip.difficulty),
                  reachMm: Math.round(column.grip.reachMm),
                })}
              </p>
            )}
          </div>
        </>
      ) : (
        <p className="stand-lost" role="status">
          {piece.failed ??
            (piece.arrangement
              ? t('{symbol} is not held so by this hand, as Player has it.', {
                  symbol: piece.arrangement.columns[0]?.column.symbol ?? t('This chord'),
                })
              : t('The grip is found for this hand …'))}
        </p>
      )}
      {ear.failed && <p role="alert">{ear.failed}</p>}
    </StandFrame>
  );
}
