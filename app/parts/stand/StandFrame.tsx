import PanTool from '@mui/icons-material/PanToolOutlined';
import Close from '@mui/icons-material/Close';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import { useState, type ReactNode } from 'react';
import { practisedText, SESSION_WORDS, t } from '../../../core/index.ts';
import { KeySheet } from '../frame/KeySheet.tsx';
import { Glyphs } from '../symbol/glyphs.tsx';
import { SaveState } from '../frame/SaveState.tsx';
import { useMidi, type Midi } from './midi.ts';
import { usePedals, type Pedals, type Side } from './pedals.ts';
import { STAND_KEYS, useStandKeys, type StandDeeds } from './keys.ts';
import type { AtStand } from './at-stand.ts';
import type { Guitar } from '../neck/layout.ts';
import { Hurt } from './Hurt.tsx';
import type { Rounds } from './useRounds.ts';
import type { StandPiece } from './useStandPiece.ts';

const NO_DEEDS = {};

interface StandFrameProps extends AtStand {
  readonly children: ReactNode;
  /** At the right of the head: the tempo, and how it is practised. */
  readonly tools?: ReactNode | ((midi: Midi) => ReactNode);
  /** What the pedals say, and do. */
  readonly right?: string;
  readonly left?: string;
  readonly onRight?: (() => void) | undefined;
  readonly onLeft?: (() => void) | undefined;
  /** Between the pedals. */
  readonly middle?: ReactNode;
  readonly deeds?: Partial<Omit<StandDeeds, 'hurts'>>;
  /** What is played: it is stopped where it hurts; nothing for what strains no hand. */
  readonly played?: Played;
  /** Something lies over the stand, and has the keys. */
  readonly covered?: boolean;
}

/** What is played at the stand. */
export interface Played {
  readonly rounds: Rounds;
  readonly piece: StandPiece;
  readonly guitar: Guitar;
}

/** The stand around what is played: where one is, two pedals, and the way out. */
export function StandFrame(props: StandFrameProps) {
  const { step, place, isLast, log, others, onNext, onClose } = props;
  const { children, tools, right, left, onRight, onLeft, middle, deeds, played } = props;
  const [asking, setAsking] = useState(false);
  const [hurting, setHurting] = useState(false);
  const covered = asking || hurting || props.covered === true;
  const hurts = played && (() => (played.rounds.stop(), setHurting(true)));
  const stop = played && played.rounds.stop;
  // What lies over the stand has its pedals, too: one that was down when it came goes nowhere.
  const pedals = usePedals(
    covered ? NO_DEEDS : { right: onRight, left: onLeft },
    covered ? NO_DEEDS : { right: onRight && onNext, left: stop },
  );
  const midi = useMidi(pedals, covered ? NO_DEEDS : { next: onNext, again: deeds?.again, stop });
  useStandKeys({ next: onNext, close: onClose, hurts, ...deeds }, pedals, !covered);
  return (
    <div className="stand" data-mui-color-scheme="dark" id="stand" tabIndex={-1}>
      <header className="stand-head">
        <p className="stand-place">
          <b>{place}</b> <span className="stand-reason">{t(SESSION_WORDS[step.reason])}</span>
        </p>
        <h1>
          <Glyphs text={practisedText(step.what)} />
        </h1>
        <span className="head-gap" />
        {typeof tools === 'function' ? tools(midi) : tools}
        <SaveState />
        <KeySheet keys={STAND_KEYS} onOpen={setAsking} />
        <IconButton aria-label={t('End the session')} onClick={onClose}>
          <Close />
        </IconButton>
      </header>
      {/* What scrolls is reached by keys, too. */}
      <main className="stand-main" id="place" tabIndex={0}>
        {children}
      </main>
      <footer className="stand-feet">
        <Pedal side="left" words={left ?? ''} deed={onLeft} pedals={pedals} />
        <div className="stand-middle">
          {middle}
          {hurts && (
            <Button color="error" startIcon={<PanTool />} onClick={hurts}>
              {t('It hurts')}
            </Button>
          )}
          <Button onClick={onNext}>{isLast ? t('Finish') : t('Next')}</Button>
        </div>
        <Pedal side="right" words={right ?? ''} deed={onRight} pedals={pedals} />
      </footer>
      {hurting && played && (
        <Hurt
          {...played}
          others={others ?? null}
          onSaid={(where, note, instead) => {
            played.rounds.say(where, note);
            const { tuning } = played.piece;
            if (instead && tuning !== null) log.takeUp({ kind: 'grip', tuning, ...instead });
            onClose();
          }}
          onClose={() => setHurting(false)}
        />
      )}
    </div>
  );
}

interface PedalProps {
  readonly side: Side;
  readonly words: string;
  readonly deed: (() => void) | undefined;
  readonly pedals: Pedals;
}

/** A pedal on the screen: pressed, it acts at once; held, it does what a pedal does that is held. */
function Pedal({ side, words, deed, pedals: { press, letGo, tap } }: PedalProps) {
  const look = side === 'right' ? 'pedal pedal-right' : deed ? 'pedal' : 'pedal pedal-none';
  return (
    <button
      type="button"
      className={look}
      disabled={!deed}
      onPointerDown={({ button }) => button === 0 && press(side)}
      onPointerUp={letGo}
      onPointerLeave={letGo}
      onPointerCancel={letGo}
      onContextMenu={(event) => event.preventDefault()}
      // By keys, or by what reads the screen: no pointer was down.
      onClick={({ detail }) => detail === 0 && tap(side)}
    >
      {words}
      <kbd>{side === 'right' ? '→' : '←'}</kbd>
    </button>
  );
}
