import { useState, type KeyboardEvent, type ReactNode } from 'react';
import {
  degreeIn,
  difficultyText,
  difficultyWord,
  formatFrets,
  handOf,
  holdingsOf,
  mutedText,
  pitchClassOf,
  whyNotHeld,
  whyNotText,
  type Chord,
  type Frets,
  type Player,
} from '../../../core/index.ts';
import type { Guitar } from '../neck/layout.ts';
import { LabelsChoice } from '../neck/LabelsChoice.tsx';
import { Neck, type NeckLabels } from '../neck/Neck.tsx';
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

/** A neck to put fingers on, by pointing or by keys. */
export function Fingerboard(props: FingerboardProps) {
  const { frets, chord, player, guitar, labels, onLabels, hearings, onFrets, onHear } = props;
  const [cursor, setCursor] = useState<number | null>(null);
  const held = frets.length === 0 ? null : (holdingsOf(frets, handOf(player))[0] ?? null);
  const whyNot = frets.length === 0 || held ? null : whyNotHeld(frets, handOf(player));
  const put = (string: number, fret: number) => {
    if (fret < -1 || fret >= guitar.mm.length) return;
    const before = frets.length === 0 ? guitar.open.map(() => -1) : frets;
    onFrets(before.map((own, s) => (s === string ? fret : own)));
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const string = cursor ?? 0;
    const moves: Readonly<Record<string, () => void>> = {
      ArrowUp: () => setCursor(cursor === null ? 0 : Math.min(guitar.open.length - 1, cursor + 1)),
      ArrowDown: () => setCursor(cursor === null ? 0 : Math.max(0, cursor - 1)),
      ArrowRight: () => put(string, (frets[string] ?? -1) + (guitar.leftHanded ? -1 : 1)),
      ArrowLeft: () => put(string, (frets[string] ?? -1) - (guitar.leftHanded ? -1 : 1)),
      '0': () => put(string, 0),
      x: () => put(string, -1),
      h: onHear,
    };
    const move = moves[event.key];
    if (!move || event.ctrlKey || event.metaKey || event.altKey) return;
    event.preventDefault();
    if (cursor === null) setCursor(string);
    move();
  };
  const said = frets.length === 0 ? 'No grip yet' : `Grip ${formatFrets(frets)}`;
  return (
    <>
      <div
        className="grips-neck"
        role="group"
        aria-label="The neck: arrow keys put fingers on it"
        tabIndex={0}
        onKeyDown={onKeyDown}
        onBlur={() => setCursor(null)}
      >
        <Neck
          guitar={guitar}
          drawn={
            frets.length === 0
              ? null
              : {
                  grip: {
                    frets,
                    fingers: held?.fingers ?? frets.map((fret) => (fret < 0 ? null : 0)),
                    degrees: frets.map((fret, s) =>
                      fret < 0 || chord === null ? null : degreeIn(chord, pitchClassOf(guitar.open[s]! + fret)),
                    ),
                  },
                  chord,
                  ...(held && { mutedBy: held.mutedBy }),
                }
          }
          next={null}
          labels={labels}
          noteNames={player.noteNames}
          cursor={cursor}
          onPlace={(string, fret) => put(string, frets[string] === fret ? -1 : fret)}
          label={said}
        />
      </div>
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
          {whyNot && <em> · not for this hand: {whyNotText(whyNot)}</em>}
        </span>
        {hearings}
        <LabelsChoice labels={labels} onLabels={onLabels} />
      </div>
    </>
  );
}
