import type { ReactNode } from 'react';
import { formatFrets, type Frets, t } from '../../../core/index.ts';
import type { BareGrip } from '../../work/questions.ts';
import { GripDiagram } from '../neck/GripDiagram.tsx';
import type { Guitar } from '../neck/layout.ts';
import './grips.css';

/** A grip in a row, with what stands over it and under it. */
export interface RowGrip {
  readonly grip: BareGrip;
  readonly head: ReactNode;
  readonly foot?: ReactNode;
}

interface GripRowProps {
  readonly title: ReactNode;
  /** Read aloud. */
  readonly label: string;
  readonly grips: readonly RowGrip[];
  /** The one that sounds, or −1. */
  readonly playing?: number;
  readonly guitar: Guitar;
  readonly onShow: (frets: Frets) => void;
}

/** Grips side by side; a click puts one on the neck. */
export function GripRow({ title, label, grips, playing = -1, guitar, onShow }: GripRowProps) {
  if (grips.length === 0) return null;
  return (
    <section className="around-row" aria-label={label}>
      <h2>{title}</h2>
      <ul>
        {grips.map(({ grip, head, foot }, i) => (
          <li key={`${formatFrets(grip.frets)} ${i}`}>
            <button
              type="button"
              className={i === playing ? 'around-playing' : ''}
              onClick={() => onShow(grip.frets)}
              aria-label={t('Show {grip}', { grip: formatFrets(grip.frets) })}
            >
              {head}
              <GripDiagram grip={grip} guitar={guitar} />
              <small>{formatFrets(grip.frets)}</small>
              {foot && <small>{foot}</small>}
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
