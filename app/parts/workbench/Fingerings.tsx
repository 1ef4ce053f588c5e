import Button from '@mui/material/Button';
import { Suspense, useState } from 'react';
import { difficultyText, difficultyWord, formatFingers, type Grip, type Holding, t } from '../../../core/index.ts';
import { MenuItemLater, MenuLater } from '../frame/later.tsx';
import { GripDiagram } from '../neck/GripDiagram.tsx';
import type { Guitar } from '../neck/layout.ts';
import './workbench.css';

interface FingeringsProps {
  readonly guitar: Guitar;
  readonly grip: Grip;
  /** All there are, easiest first. */
  readonly ways: readonly Holding[];
  /** The fingers chosen for it; null: as the path likes them. */
  readonly chosen: string | null;
  readonly onFingers: (fingers: string | null) => void;
}

/** Other ways to finger the grip, easiest first; the one that stands was chosen by the path, or by the player. */
export function Fingerings({ grip, ways: all, guitar, chosen, onFingers }: FingeringsProps) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [opened, setOpened] = useState(false);
  const text = formatFingers(grip.fingers);
  const most = (all[0]?.difficulty ?? 0) + WORTH_A_LOOK;
  const ways = all.filter(
    ({ fingers, difficulty }, i) => (i < MOST_WAYS && difficulty <= most) || formatFingers(fingers) === text,
  );
  const now = ways.findIndex(({ fingers }) => formatFingers(fingers) === text);
  if (ways.length < 2) return null;
  const choose = (fingers: string | null) => {
    setAnchor(null);
    onFingers(fingers);
  };
  return (
    <>
      <Button
        size="small"
        className="hand-fingerings"
        aria-haspopup="menu"
        onClick={(event) => {
          setAnchor(event.currentTarget);
          setOpened(true);
        }}
      >
        {t('{which} {now} of {ways}', {
          which: chosen === null ? t('fingers') : t('your fingers'),
          now: now + 1,
          ways: ways.length,
        })}
      </Button>
      <Suspense>
        {opened && (
          <MenuLater anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)} className="fingerings">
            {ways.map(({ fingers, difficulty, parts }, i) => (
              <MenuItemLater key={i} selected={i === now} onClick={() => choose(formatFingers(fingers))}>
                <GripDiagram grip={{ frets: grip.frets, fingers }} guitar={guitar} />
                <span>
                  {formatFingers(fingers)}
                  <small>
                    {difficultyWord(difficulty)} {difficulty}: {difficultyText(parts)}
                  </small>
                </span>
              </MenuItemLater>
            ))}
            {chosen !== null && (
              <MenuItemLater onClick={() => choose(null)}>{t('As the chords around it like best')}</MenuItemLater>
            )}
          </MenuLater>
        )}
      </Suspense>
    </>
  );
}
/** Ways harder than the easiest by more than this no hand would go, and of the others not that many. */
const WORTH_A_LOOK = 2.5;
const MOST_WAYS = 6;
