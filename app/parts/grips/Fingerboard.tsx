import type { ReactNode } from 'react';
import {
  difficultyText,
  difficultyWord,
  formatFrets,
  handOf,
  holdingsOf,
  mutedText,
  whyNotHeld,
  whyNotText,
  type Chord,
  type Frets,
  type Player,
  t,
} from '../../../core/index.ts';
import type { Guitar } from '../neck/layout.ts';
import { LabelsChoice } from '../neck/LabelsChoice.tsx';
import { FingerNeck } from '../neck/FingerNeck.tsx';
import type { NeckLabels } from '../neck/Neck.tsx';
import './grips.css';

interface FingerboardProps {
  /** Empty: only notes were named. */
  readonly frets: Frets;
  /** What its degrees are told of. */
  readonly chord: Chord | null;
  readonly player: Player;
  readonly guitar: Guitar;
  readonly labels: NeckLabels;
  readonly onLabels: (labels: NeckLabels) => void;
  /** How it is heard. */
  readonly hearings: ReactNode;
  readonly onFrets: (frets: Frets) => void;
  readonly onHear: () => void;
}

/** A neck to put fingers on, with what is said of the grip. */
export function Fingerboard(props: FingerboardProps) {
  const { frets, chord, player, guitar, labels, onLabels, hearings, onFrets, onHear } = props;
  const held = frets.length === 0 ? null : (holdingsOf(frets, handOf(player))[0] ?? null);
  const whyNot = frets.length === 0 || held ? null : whyNotHeld(frets, handOf(player));
  const said = frets.length === 0 ? t('No grip yet') : t('Grip {grip}', { grip: formatFrets(frets) });
  return (
    <>
      <FingerNeck
        frets={frets}
        chord={chord}
        held={held}
        guitar={guitar}
        labels={labels}
        label={said}
        onFrets={onFrets}
        onHear={onHear}
      />
      <div className="grips-said">
        <span aria-live="polite">
          {frets.length > 0 && <code>{formatFrets(frets)}</code>}
          {held && (
            <>
              {' '}
              · {difficultyWord(held.difficulty)} {held.difficulty}
              {held.difficulty > 0 && `: ${difficultyText(held.parts)}`}
              {mutedText(held.mutedBy) && ` · ${mutedText(held.mutedBy)}`}
            </>
          )}
          {whyNot && <em> {t('· not for this hand: {why}', { why: whyNotText(whyNot) })}</em>}
        </span>
        {hearings}
        <LabelsChoice labels={labels} onLabels={onLabels} />
      </div>
    </>
  );
}
