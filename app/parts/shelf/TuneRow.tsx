import { t } from '../../../core/index.ts';
import { memo } from 'react';
import { Link } from 'react-router';
import { TuneFacts } from '../frame/TuneFacts.tsx';
import { agoText } from '../frame/when.ts';
import { ChordSymbol } from '../symbol/ChordSymbol.tsx';
import type { ShelfTune } from './useTunes.ts';
import './shelf.css';

interface TuneRowProps {
  readonly tune: ShelfTune;
  readonly index: number;
  readonly now: number;
  /** How much of it is due for practice. */
  readonly due: number;
  /** Takes the row's height, where only those in sight are drawn. */
  readonly measure: ((row: HTMLElement | null) => void) | null;
  readonly onMenu: (anchor: HTMLElement) => void;
}

/** A tune on the shelf: the title, how it begins, its facts, when it was worked on. */
export const TuneRow = memo(
  function TuneRow({ tune, index, now, due, measure, onMenu }: TuneRowProps) {
    const { id, title, facts, unreadable, changedAt } = tune;
    return (
      <li className="shelf-tune" data-index={index} data-id={id} ref={measure}>
        {unreadable ? (
          <a className="shelf-link" href={`/keeping/raw/tune/${id}`} download>
            <span className="shelf-title">{title}</span>
            <span className="shelf-unreadable">{t('cannot be read; save its raw text')}</span>
          </a>
        ) : (
          <>
            <Link to={facts ? `/tunes/${id}/bench` : `/tunes/${id}/chart`} className="shelf-link">
              <span className="shelf-title">{title}</span>
              <span className="shelf-opening">
                {facts?.opening.map((symbol, i) => (
                  <ChordSymbol key={i} symbol={symbol} />
                ))}
              </span>
              <span className="shelf-facts">
                {facts ? <TuneFacts chart={facts} /> : t('the chart is not finished')}
              </span>
              <span className="shelf-bars">
                {facts && facts.bars > 0 ? t('{bars} bars', { bars: facts.bars }) : ''}
              </span>
              <span className="shelf-changed">{agoText(now - changedAt)}</span>
            </Link>
            <span className="shelf-due">
              {due > 0 && (
                <Link to={`/practice?tune=${id}`} className="shelf-chart">
                  {t('{due} due', { due })}
                </Link>
              )}
            </span>
            <Link to={`/tunes/${id}/chart`} className="shelf-chart">
              {t('Chart')}
            </Link>
          </>
        )}
        {/* Plain, for there are many: the server draws a row in a fraction of the time. */}
        <button
          type="button"
          className="shelf-more"
          aria-label={t('More for {title}', { title })}
          aria-haspopup="menu"
          onClick={(event) => onMenu(event.currentTarget)}
        >
          <svg viewBox="0 0 24 24" width={24} height={24} aria-hidden>
            {[6, 12, 18].map((x) => (
              <circle key={x} cx={x} cy={12} r={2} />
            ))}
          </svg>
        </button>
      </li>
    );
  },
  // What is done with a row does not change with it.
  (a, b) => a.tune === b.tune && a.index === b.index && a.now === b.now && a.due === b.due && a.measure === b.measure,
);
