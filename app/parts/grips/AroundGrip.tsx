import StarRounded from '@mui/icons-material/StarRounded';
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
  wayOutText,
  type Chord,
  type Frets,
  type Player,
  t,
} from '../../../core/index.ts';
import type { BareGrip } from '../../work/questions.ts';
import { useAround } from '../../work/answers.ts';
import type { Guitar } from '../neck/layout.ts';
import { ChordSymbol } from '../symbol/ChordSymbol.tsx';
import { Glyphs } from '../symbol/glyphs.tsx';
import { GripRow } from './GripRow.tsx';
import './grips.css';

interface AroundGripProps {
  readonly frets: Frets;
  /** What it is heard as, for the ways out of it. */
  readonly chord: Chord | null;
  readonly player: Player;
  readonly guitar: Guitar;
  readonly nameOf: (frets: Frets) => string;
  readonly fingered: (frets: Frets) => BareGrip;
  /** Grips the player keeps on this tuning. */
  readonly kept: readonly string[];
  readonly onShow: (frets: Frets) => void;
}

/** What lies near a grip, and where else its notes are. */
export function AroundGrip({ frets, chord, player, guitar, nameOf, fingered, kept, onShow }: AroundGripProps) {
  const { around, share } = useAround(player, frets, chord, kept);
  const change = useMemo(() => {
    const known = [...kept.map((grip) => ({ frets: parseFrets(grip)! })), ...COMMON_FORMS];
    return smallChangeOf(frets, known, guitar.mm.length - 1);
  }, [frets, kept, guitar]);
  const near = useMemo(() => neighboursOf(frets, handOf(player)), [frets, player]);
  const open = openStringsOf(frets);
  const row = (title: string, grips: readonly BareGrip[]) => (
    <GripRow
      title={title}
      label={title}
      grips={grips.map((grip) => ({
        grip,
        head: <Named symbol={nameOf(grip.frets)} isKept={kept.includes(formatFrets(grip.frets))} />,
      }))}
      guitar={guitar}
      onShow={onShow}
    />
  );
  return (
    <div className="around" aria-busy={around === null}>
      {change && (
        <p>
          <Glyphs text={t('A small change of {grip}.', { grip: smallChangeText(nameOf(change.at), change) })} />{' '}
          <button type="button" className="around-link" onClick={() => onShow(change.at)}>
            {formatFrets(change.at)}
          </button>
        </p>
      )}
      {open.length > 0 && frets.filter((fret) => fret > 0).length >= FEWEST_LEFT && (
        <p>
          {t('To move it along the neck, leave out {which} {open}.', {
            which: open.length > 1 ? t('strings') : t('string'),
            open: open.map((s) => frets.length - s).join(', '),
          })}{' '}
          <button type="button" className="around-link" onClick={() => onShow(frets.map((fret) => fret || -1))}>
            {formatFrets(frets.map((fret) => fret || -1))}
          </button>
        </p>
      )}
      {around === null && (
        <p role="status">
          {t('Looking along the neck…')} {share > 0 && `${Math.round(share * 100)} %`}
        </p>
      )}
      <GripRow
        title={t('Ways out, if it is too much')}
        label={t('Ways out')}
        grips={(around?.easier ?? []).map(({ way, grip }) => ({ grip, head: <em>{wayOutText(way)}</em> }))}
        guitar={guitar}
        onShow={onShow}
      />
      {row(t('Inversions on the same strings'), around?.inversions ?? [])}
      {row(t('The same voicing on other strings'), around?.strings ?? [])}
      {row(t('The same voicing an octave away'), around?.octave ?? [])}
      {row(t('The same notes in another order'), around?.spacings ?? [])}
      {row(
        t('One finger a fret up or down'),
        near.map((one) => fingered(one.frets)),
      )}
    </div>
  );
}

/** With fewer notes there is little left to move. */
const FEWEST_LEFT = 3;

function Named({ symbol, isKept }: { readonly symbol: string; readonly isKept: boolean }) {
  return (
    <span>
      {symbol ? <ChordSymbol symbol={symbol} /> : <em>{t('no common name')}</em>}
      {isKept && <StarRounded className="option-kept" titleAccess={t('one of yours')} />}
    </span>
  );
}
