import PlayArrow from '@mui/icons-material/PlayArrow';
import Stop from '@mui/icons-material/Stop';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { beatsOf, countedBeats, CROSS_COUNTS, crossing, type CrossCount, type Score, t } from '../../../core/index.ts';
import { useRemembered } from '../../keep/remembered.ts';
import { Choice } from '../frame/Choice.tsx';
import { ChordSymbol } from '../symbol/ChordSymbol.tsx';
import type { Guitar } from '../neck/layout.ts';
import type { AtStand } from './at-stand.ts';
import { Gone } from './Gone.tsx';
import { useStandHow } from './how.ts';
import { LadderView } from './LadderView.tsx';
import { Rest } from './Rest.tsx';
import { StandFrame } from './StandFrame.tsx';
import { useRounds } from './useRounds.ts';
import type { StandPiece } from './useStandPiece.ts';

const COUNTS = CROSS_COUNTS.map((many) => [String(many), t('in {many}', { many })] as const);

interface CountingStandProps extends AtStand {
  readonly piece: StandPiece;
  readonly guitar: Guitar;
}

/** The literal chart goes on, the phrase runs over it: both are counted, and where they meet is seen. */
export function CountingStand({ piece, guitar, ...stand }: CountingStandProps) {
  const [how] = useStandHow();
  const [many, setMany] = useRemembered<CrossCount>('cross-count', 3);
  const { score, span, goal, arrangement } = piece;
  const counted = (of: Score) => {
    const first = span ? of.columns[span.from]!.start : 0;
    return countedBeats(
      beatsOf(of).filter(({ start }) => start >= first),
      many,
    );
  };
  const heard = (of: Score) => crossing(of, counted(of), many);
  const rounds = useRounds({ what: stand.step.what, piece, how, log: stand.log, heard });
  const { ladder, running, sounding, playback } = rounds;
  const [marked, setMarked] = useState(0);
  if (piece.gone !== null) return <Gone {...stand} words={piece.gone} />;
  const now = score && sounding ? counted(score).findLast(({ start }) => start <= sounding.start) : null;
  const symbol = sounding && arrangement?.columns[sounding.column]?.column.symbol;
  const leave = (to: () => void) => () => {
    rounds.stop();
    rounds.end();
    to();
  };
  const mark = (as: 'clean' | 'unclean') => () => rounds.mark(as) && setMarked(marked + 1);
  const play = () => (running ? rounds.stop() : rounds.start());
  return (
    <StandFrame
      {...stand}
      played={{ rounds, piece, guitar }}
      onNext={leave(stand.onNext)}
      onClose={leave(stand.onClose)}
      left={t('I lost the count')}
      right={t('We met')}
      onLeft={mark('unclean')}
      onRight={mark('clean')}
      deeds={{ play, faster: (by) => rounds.moveTo(ladder.rate + by * how.ladder.step) }}
      middle={
        <Button
          variant="contained"
          color="secondary"
          size="large"
          startIcon={running ? <Stop /> : <PlayArrow />}
          disabled={rounds.resting !== null}
          onClick={play}
        >
          {running ? t('Stop') : t('Play')}
        </Button>
      }
    >
      {rounds.resting !== null ? (
        <Rest reason={rounds.resting} stretched={rounds.stretched} onRested={rounds.rested} />
      ) : (
        <div className="count">
          <span className={`count-now ${now?.meets ? 'count-meets' : now ? '' : 'count-still'}`} aria-hidden="true">
            {now?.count ?? 1}
          </span>
          <p>
            {now ? (
              <>
                {t('bar {bar}, beat {beat} ·', { bar: now.bar, beat: now.beat })} <ChordSymbol symbol={symbol ?? ''} />
              </>
            ) : (
              t('Count the phrase aloud, and strike its ones; yellow is where both begin.')
            )}
          </p>
        </div>
      )}
      <div className="stand-tempo">
        <Choice
          label={t('Phrases of beats')}
          choices={COUNTS}
          value={String(many)}
          onChoose={(text) => setMany(Number(text) as CrossCount)}
        />
        {goal !== null && (
          <p>
            <b>{Math.round(goal * ladder.rate)}</b> <small>{t('of {goal} beats a minute', { goal })}</small>
          </p>
        )}
        {goal !== null && <LadderView ladder={ladder} how={how.ladder} goal={goal} />}
      </div>
      {playback.failed && <p role="alert">{playback.failed}</p>}
    </StandFrame>
  );
}
