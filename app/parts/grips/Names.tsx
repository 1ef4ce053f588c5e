import type { ReactNode } from 'react';
import Button from '@mui/material/Button';
import { musical, NAME_RULES, type ChordName, t } from '../../../core/index.ts';
import type { GripMark } from '../../keep/player.ts';
import { ChordSymbol } from '../symbol/ChordSymbol.tsx';
import { Glyphs } from '../symbol/glyphs.tsx';
import './grips.css';

interface NamesProps {
  /** What stands in their place for now. */
  readonly side: ReactNode;
  readonly names: readonly ChordName[];
  readonly chosen: string | null;
  readonly onChoose: (symbol: string) => void;
  /** Null where only notes were named. */
  readonly grip: string | null;
  readonly isKept: boolean;
  readonly isBanished: boolean;
  readonly onMark: (as: GripMark | null) => void;
  /** Name, tags and note, where the grip is kept. */
  readonly words: ReactNode;
  /** The grips the player keeps. */
  readonly mine: ReactNode;
}

/** Every name the notes can have, the best first, with what speaks against each. */
export function Names(props: NamesProps) {
  const { side, names, chosen, onChoose, grip, isKept, isBanished, onMark, words, mine } = props;
  if (side)
    return (
      <aside className="side" aria-label={t('Grips of a chord')}>
        {side}
      </aside>
    );
  return (
    <aside className="side" aria-label={t('Names')}>
      <div className="grips-names-head">
        <h2>{t('What it is')}</h2>
        {grip !== null && (
          <div className="side-actions">
            <Button
              size="small"
              variant="outlined"
              aria-pressed={isKept}
              onClick={() => onMark(isKept ? null : 'kept')}
            >
              {isKept ? t('One of mine') : t('Keep among mine')}
            </Button>
            <Button
              size="small"
              variant="outlined"
              aria-pressed={isBanished}
              onClick={() => onMark(isBanished ? null : 'banished')}
            >
              {isBanished ? t('Banished') : t('Banish')}
            </Button>
          </div>
        )}
        {isKept && words}
      </div>
      <div className="side-panel">
        {names.length === 0 && (
          <p className="side-empty">
            {t('These notes have no common name. They may be a cluster, or a chord and something beside it.')}
          </p>
        )}
        <ul className="options grips-names" aria-label={t('Names')}>
          {names.map((name) => (
            <li key={name.symbol} className={`option ${name.symbol === chosen ? 'option-stands' : ''}`}>
              <button
                type="button"
                className="option-keep"
                aria-pressed={name.symbol === chosen}
                onClick={() => onChoose(name.symbol)}
              >
                <ChordSymbol symbol={name.symbol} className={name.symbol.length > 7 ? 'symbol-long' : ''} />
                <span className="option-reason">
                  <Glyphs text={reasonOf(name)} />
                </span>
                <span className="name-fits" title={t('{score} of 100', { score: name.score })}>
                  {fitText(name.score)}
                </span>
              </button>
            </li>
          ))}
        </ul>
        {mine}
      </div>
    </aside>
  );
}

/** How well a name fits what sounds, of 100 points, in a word. */
function fitText(score: number): string {
  if (score >= 85) return t('fits');
  if (score >= 65) return t('may be');
  return score >= 45 ? t('at a pinch') : t('far-fetched');
}

/** What is missing, and what speaks most against the name. */
function reasonOf({ missing, rules }: ChordName): string {
  const without = missing.length > 0 ? [t('without {missing}', { missing: missing.map(musical).join(' and ') })] : [];
  const against = NAME_RULES.filter(({ id }) => rules.includes(id) && !id.includes('root') && id !== 'no-fifth');
  const most = [...against].sort((a, b) => b.points - a.points)[0];
  return [...without, ...(most ? [t(most.reason)] : [])].join('; ') || t('every note has its place');
}
