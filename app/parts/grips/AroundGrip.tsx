import { useMemo } from 'react';
import {
  COMMON_FORMS,
  formatFrets,
  handOf,
  neighboursOf,
  openStringsOf,
  parseFrets,
  smallChangeOf,
  smallChangeText,
  type Frets,
  type Player,
} from '../../../core/index.ts';
import type { BareGrip } from '../../work/questions.ts';
import { useAround } from '../../work/solver.ts';
import type { Guitar } from '../neck/layout.ts';
import { GripDiagram } from '../neck/GripDiagram.tsx';
import { ChordSymbol } from '../symbol/ChordSymbol.tsx';
import { Glyphs } from '../symbol/glyphs.tsx';

interface AroundGripProps {
  readonly frets: Frets;
  readonly player: Player;
  readonly guitar: Guitar;
  readonly nameOf: (frets: Frets) => string;
  readonly fingered: (frets: Frets) => BareGrip;
  /** Grips the player keeps on this tuning. */
  readonly kept: readonly string[];
  readonly onShow: (frets: Frets) => void;
}

/** What lies near a grip, and where else its notes are. */
export function AroundGrip({ frets, player, guitar, nameOf, fingered, kept, onShow }: AroundGripProps) {
  const { around, share } = useAround(player, frets);
  const change = useMemo(() => {
    const known = [...kept.map((grip) => ({ frets: parseFrets(grip)! })), ...COMMON_FORMS];
    return smallChangeOf(frets, known, guitar.mm.length - 1);
  }, [frets, kept, guitar]);
  const near = useMemo(() => neighboursOf(frets, handOf(player)), [frets, player]);
  const open = openStringsOf(frets);
  return (
    <div className="around" aria-busy={around === null}>
      {change && (
        <p>
          <Glyphs text={`A small change of ${smallChangeText(nameOf(change.at), change)}.`} />{' '}
          <button type="button" className="around-link" onClick={() => onShow(change.at)}>
            {formatFrets(change.at)}
          </button>
        </p>
      )}
      {open.length > 0 && frets.filter((fret) => fret > 0).length >= FEWEST_LEFT && (
        <p>
          To move it along the neck, leave out string{open.length > 1 ? 's' : ''}{' '}
          {open.map((s) => frets.length - s).join(', ')}.{' '}
          <button type="button" className="around-link" onClick={() => onShow(frets.map((fret) => fret || -1))}>
            {formatFrets(frets.map((fret) => fret || -1))}
          </button>
        </p>
      )}
      {around === null && <p role="status">Looking along the neck… {share > 0 && `${Math.round(share * 100)} %`}</p>}
      <Row title="Inversions on the same strings" grips={around?.inversions ?? []} {...{ guitar, nameOf, onShow }} />
      <Row title="The same notes elsewhere" grips={around?.same ?? []} {...{ guitar, nameOf, onShow }} />
      <Row title="An octave away" grips={around?.octave ?? []} {...{ guitar, nameOf, onShow }} />
      <Row
        title="One finger a fret up or down"
        grips={near.map((one) => fingered(one.frets))}
        {...{ guitar, nameOf, onShow }}
      />
    </div>
  );
}

/** With fewer notes there is little left to move. */
const FEWEST_LEFT = 3;

interface RowProps extends Pick<AroundGripProps, 'guitar' | 'onShow' | 'nameOf'> {
  readonly title: string;
  readonly grips: readonly BareGrip[];
}

/** More than so many are no help. */
const MOST = 16;

function Row({ title, grips, guitar, nameOf, onShow }: RowProps) {
  if (grips.length === 0) return null;
  return (
    <section className="around-row" aria-label={title}>
      <h2>{title}</h2>
      <ul>
        {grips.slice(0, MOST).map((grip) => (
          <li key={formatFrets(grip.frets)}>
            <button type="button" onClick={() => onShow(grip.frets)} aria-label={`Show ${formatFrets(grip.frets)}`}>
              {nameOf(grip.frets) ? <ChordSymbol symbol={nameOf(grip.frets)} /> : <em>no common name</em>}
              <GripDiagram grip={grip} guitar={guitar} />
              <small>{formatFrets(grip.frets)}</small>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
