import { useEffect, useRef } from 'react';
import {
  caution,
  changeText,
  difficultyWord,
  handChange,
  musical,
  type ArrangedColumn,
  type Grip,
} from '../../../core/index.ts';
import { Neck, shareAlong } from '../neck/Neck.tsx';
import { ChordSymbol } from '../symbol/ChordSymbol.tsx';
import { Glyphs } from '../symbol/glyphs.tsx';

interface HandProps {
  readonly symbol: string;
  /** The grip in hand, or the one being tried. */
  readonly grip: Grip | null;
  readonly trying: boolean;
  /** The next column that sounds. */
  readonly next: ArrangedColumn | null;
}

/** The grip in hand in words, and under it on the neck; beside it, what changes to the next. */
export function Hand({ symbol, grip, trying, next }: HandProps) {
  // On a narrow screen the neck is wider than its window: keep the hand in sight.
  const window = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const element = window.current;
    if (element && grip) element.scrollLeft = shareAlong(grip) * element.scrollWidth - element.clientWidth / 2;
  }, [grip]);
  const following = trying ? null : next;
  return (
    <>
      <div className="hand">
        <ChordSymbol symbol={symbol} className="hand-symbol" />
        {grip && (
          <span className="hand-grip">
            {trying && <b>trying </b>}
            <code>{grip.grip}</code> · reach {Math.round(grip.reachMm)} mm · {difficultyWord(grip.difficulty)}
          </span>
        )}
        {grip && following?.grip && (
          <span className="hand-next">
            to <Glyphs text={musical(following.column.symbol)} />:{' '}
            {changeText(handChange(grip, following.grip), following.shiftMm, following.movement)}
          </span>
        )}
      </div>
      <div className="neck-scroll" ref={window} role="group" tabIndex={0} aria-label="The neck">
        <Neck
          grip={grip}
          next={following?.grip ?? null}
          label={
            grip ? `Grip ${grip.grip}${caution(grip.reachMm, grip.difficulty) ? ', a stretch' : ''}` : 'No grip yet'
          }
        />
      </div>
    </>
  );
}
