import Button from '@mui/material/Button';
import { figuresText, priceText, t } from '../../../core/index.ts';
import type { OtherWay } from '../../work/questions.ts';
import './workbench.css';

interface OtherWaysProps {
  /** Whether they were asked for. */
  readonly asked: boolean;
  readonly onAsk: () => void;
  /** Null while they are looked for. */
  readonly ways: readonly OtherWay[] | null;
  readonly onHear: (way: OtherWay) => void;
  readonly onTake: (way: OtherWay) => void;
  /** Shows one behind what stands, or (null) no longer. */
  readonly onPeek: (way: OtherWay | null) => void;
}

/** The next best ways through the whole tune that sound different for a quarter of the time. */
export function OtherWays({ asked, onAsk, ways, onHear, onTake, onPeek }: OtherWaysProps) {
  return (
    <section className="other-ways" aria-label={t('Other ways')} aria-busy={asked && ways === null}>
      <h3>{t('Other ways through the tune')}</h3>
      {!asked && (
        <Button size="small" variant="outlined" onClick={onAsk}>
          {t('Find two that differ')}
        </Button>
      )}
      {asked && ways === null && <p role="status">{t('Looking for ways that sound different…')}</p>}
      {ways?.length === 0 && <p>{t('There is none that differs for a quarter of the time.')}</p>}
      {ways?.map((way, i) => (
        <div
          key={i}
          // On moving, for it may appear under a still pointer.
          onMouseMove={() => onPeek(way)}
          onMouseLeave={() => onPeek(null)}
          onFocus={() => onPeek(way)}
          onBlur={() => onPeek(null)}
        >
          <p>
            <b>{priceText(way.extra)}</b> · {figuresText(way.figures)}
          </p>
          <Button size="small" variant="outlined" onClick={() => onHear(way)}>
            {t('Hear it')}
          </Button>{' '}
          <Button size="small" variant="outlined" onClick={() => onTake(way)}>
            {t('Take it: pins its grips')}
          </Button>
        </div>
      ))}
    </section>
  );
}
