import type { ReactNode } from 'react';
import { colourReason, symbolOf, type Column, type Grip, type Style, t } from '../../../core/index.ts';
import type { PricedColour } from '../../work/questions.ts';
import { afterMusic } from '../frame/afterMusic.tsx';
import { ChordSymbol } from '../symbol/ChordSymbol.tsx';
import { Glyphs } from '../symbol/glyphs.tsx';
import { OptionRow } from './OptionRow.tsx';
import { Rubs } from './Rubs.tsx';

interface ColoursProps {
  readonly column: Column;
  readonly colours: readonly PricedColour[];
  readonly trying: number;
  readonly onTry: (index: number) => void;
  /** The style chosen for this tune, or null. */
  readonly style: Style | null;
  readonly onKeep: (index: number) => void;
  readonly onHear: (grip: Grip | null) => void;
  /** What stands under them, once they are there. */
  readonly children: ReactNode;
}

/** The colours a chord may take in its place, each with its reason and its price. */
function ColourRows(props: ColoursProps) {
  const { column, colours, trying, onTry, onKeep, onHear, style, children } = props;
  if (column.chord === null) return <p className="side-empty">{t('No chord sounds here.')}</p>;
  if (colours.length === 0) return <p className="side-empty">{t('Pricing the colours…')}</p>;
  return (
    <>
      <ul className="options" aria-label={t('Colours')}>
        {colours.map((option, i) => {
          const symbol = symbolOf(option.chord);
          const stands = symbol === column.symbol;
          return (
            <OptionRow
              key={`${option.group}-${option.suffix}`}
              stands={stands}
              trying={i === trying}
              onTry={() => onTry(i)}
              onKeep={() => onKeep(i)}
              extra={option.extra}
              playable={option.extra !== null}
              onHear={() => onHear(option.grip)}
              name={symbol}
            >
              <ChordSymbol symbol={symbol} className={symbol.length > 6 ? 'symbol-long' : ''} />
              <span className="option-reason">
                <Glyphs
                  text={`${colourReason(option)}${style?.colours.includes(option.suffix) ? ` ${t('· {name} likes it', { name: style.name })}` : ''}`}
                />
                {option.rub && <Rubs rub={option.rub} />}
                {option.grip && <small>{option.grip.grip}</small>}
              </span>
            </OptionRow>
          );
        })}
      </ul>
      {children}
    </>
  );
}
export const Colours = afterMusic(ColourRows);
