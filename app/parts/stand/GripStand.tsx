import PanTool from '@mui/icons-material/PanToolOutlined';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { difficultyWord, isStrained, type RoundMark, type Score } from '../../../core/index.ts';
import type { AtStand } from './at-stand.ts';
import { Gone } from './Gone.tsx';
import type { Guitar } from '../neck/layout.ts';
import { useStandHow } from './how.ts';
import { Hurt } from './Hurt.tsx';
import { NowNext } from './NowNext.tsx';
import { StandFrame } from './StandFrame.tsx';
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
export function GripStand({ piece, guitar, ...stand }: GripStandProps) {
  const [how] = useStandHow();
  const rounds = useRounds({ what: stand.step.what, piece, how, log: stand.log, heard: asItIs, byDeed: true });
  const [shown, setShown] = useState(false);
  const [hurting, setHurting] = useState(false);
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
    if (column?.grip) rounds.playback.hear(column.grip.pitches);
  };
  const mark = (as: RoundMark) => () => {
    if (!shown) return show();
    rounds.spend(lap());
    rounds.mark(as);
    setShown(false);
    if (count + 1 >= TIMES) leave(stand.onNext)();
  };
  return (
    <StandFrame
      {...stand}
      onNext={leave(stand.onNext)}
      onClose={leave(stand.onClose)}
      {...(shown ? { left: 'It was not', right: 'It was' } : { right: 'Show it' })}
      onLeft={shown ? mark('unclean') : undefined}
      onRight={mark('clean')}
      covered={hurting}
      deeds={{ play: show, again: () => setShown(false), hurts: () => setHurting(true) }}
      middle={
        <Button color="error" startIcon={<PanTool />} onClick={() => setHurting(true)}>
          It hurts
        </Button>
      }
    >
      {column?.grip ? (
        <>
          <NowNext now={column} next={null} guitar={guitar} shown={shown} />
          <div className="stand-tempo">
            <p className="stand-marks" role="status">
              {shown
                ? 'Was it that one, at once, and every string clear?'
                : `Hand off the neck. Set it at once${count > 0 ? ', once more' : ''}, then look.`}
            </p>
            <p className="ladder-rounds" aria-label={`${count} of ${TIMES} times`}>
              {Array.from({ length: TIMES }, (_, i) => (i < count ? '●' : '○')).join(' ')}
            </p>
            {isStrained(column.grip) && (
              <p className="stand-care">
                A {difficultyWord(column.grip.difficulty)} grip of {Math.round(column.grip.reachMm)} mm: warm first,
                stop where it pulls.
              </p>
            )}
          </div>
        </>
      ) : (
        <p className="stand-lost" role="status">
          {piece.failed ?? 'The grip is found for this hand …'}
        </p>
      )}
      {hurting && (
        <Hurt
          bench={null}
          onSaid={(place, note) => {
            rounds.say(place, note);
            leave(stand.onClose)();
          }}
          onClose={() => setHurting(false)}
        />
      )}
    </StandFrame>
  );
}
