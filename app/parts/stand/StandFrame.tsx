import Close from '@mui/icons-material/Close';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import { useState, type ReactNode } from 'react';
import { practisedText, SESSION_WORDS } from '../../../core/index.ts';
import { KeySheet } from '../frame/KeySheet.tsx';
import { Glyphs } from '../symbol/glyphs.tsx';
import { SaveState } from '../frame/SaveState.tsx';
import { useMidi, type Midi } from './midi.ts';
import { STAND_KEYS, useStandKeys, type StandDeeds } from './keys.ts';
import type { AtStand } from './at-stand.ts';

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
  readonly deeds?: Partial<StandDeeds>;
  /** Something lies over the stand, and has the keys. */
  readonly covered?: boolean;
}

/** The stand around what is played: where one is, two pedals, and the way out. */
export function StandFrame(props: StandFrameProps) {
  const { step, place, isLast, onNext, onClose, children, tools, right, left, onRight, onLeft, middle, deeds } = props;
  const [asking, setAsking] = useState(false);
  const covered = asking || props.covered === true;
  const midi = useMidi(covered ? NO_DEEDS : { right: onRight, left: onLeft });
  useStandKeys({ right: onRight, left: onLeft, next: onNext, close: onClose, ...deeds }, !covered);
  return (
    <div className="stand" data-mui-color-scheme="dark" id="stand" tabIndex={-1}>
      <header className="stand-head">
        <p className="stand-place">
          <b>{place}</b> <span className="stand-reason">{SESSION_WORDS[step.reason]}</span>
        </p>
        <h1>
          <Glyphs text={practisedText(step.what)} />
        </h1>
        <span className="head-gap" />
        {typeof tools === 'function' ? tools(midi) : tools}
        <SaveState />
        <KeySheet keys={STAND_KEYS} onOpen={setAsking} />
        <IconButton aria-label="End the session" onClick={onClose}>
          <Close />
        </IconButton>
      </header>
      {/* What scrolls is reached by keys, too. */}
      <main className="stand-main" id="place" tabIndex={0}>
        {children}
      </main>
      <footer className="stand-feet">
        <button type="button" className={onLeft ? 'pedal' : 'pedal pedal-none'} disabled={!onLeft} onClick={onLeft}>
          {left ?? ''}
          <kbd>←</kbd>
        </button>
        <div className="stand-middle">
          {middle}
          <Button onClick={onNext}>{isLast ? 'Finish' : 'Next'}</Button>
        </div>
        <button type="button" className="pedal pedal-right" disabled={!onRight} onClick={onRight}>
          {right ?? ''}
          <kbd>→</kbd>
        </button>
      </footer>
    </div>
  );
}
