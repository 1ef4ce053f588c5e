import {
  costText,
  figuresText,
  joinText,
  nextBestText,
  rootPositionText,
  whyText,
  type Arrangement,
  t,
  symbolText,
} from '../../../core/index.ts';
import { Glyphs } from '../symbol/glyphs.tsx';
import type { NextBest } from '../../work/questions.ts';
import type { Selection } from './selection.ts';
import './workbench.css';

export interface WayProps {
  readonly at: Selection;
  /** The tune as a whole; null until it is voiced. */
  readonly tune: Pick<Arrangement, 'figures' | 'rootPosition'> | null;
  readonly nextBest: NextBest | null;
}

/** Why the path comes to the chord as it does, how it goes on, and the figures of the tune. */
export function WayTold({ at, tune, nextBest }: WayProps) {
  const { here, before, after } = at;
  if (!here || !tune) return null;
  const from = before ? symbolText(before.column.symbol) : null;
  return (
    <dl>
      {from !== null && (
        <>
          <dt>
            <Glyphs text={t('From {from}', { from })} />
          </dt>
          <dd>
            <Glyphs text={whyText(before, here)} />
          </dd>
        </>
      )}
      <dt>{t('What it costs')}</dt>
      <dd>{costText(here.terms)}</dd>
      {nextBest && (
        <>
          <dt>{t('Instead of it')}</dt>
          <dd>
            <Glyphs text={nextBestText(nextBest)} />.
          </dd>
        </>
      )}
      {after && (
        <>
          <dt>
            <Glyphs text={t('On to {symbol}', { symbol: symbolText(after.column.symbol) })} />
          </dt>
          <dd>{joinText(after)}</dd>
        </>
      )}
      <dt>{t('The whole tune')}</dt>
      <dd>
        {figuresText(tune.figures)}. {rootPositionText(tune.rootPosition)}.
      </dd>
    </dl>
  );
}
