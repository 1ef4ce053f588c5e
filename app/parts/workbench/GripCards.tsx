import { t, type ArrangedColumn } from '../../../core/index.ts';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import type { Guitar } from '../neck/layout.ts';
import { GripDiagram } from '../neck/GripDiagram.tsx';
import { ChordSymbol } from '../symbol/ChordSymbol.tsx';
import './workbench.css';

interface GripCardsProps {
  readonly title: string;
  readonly columns: readonly ArrangedColumn[];
  readonly guitar: Guitar;
  readonly onClose: () => void;
}

/** From so many letters on a symbol is set smaller, to stand over its grip. */
const LONG = 6;

/** Columns of one bar together. */
function barsOf(columns: readonly ArrangedColumn[]): ArrangedColumn[][] {
  const bars: ArrangedColumn[][] = [];
  for (const one of columns) {
    const last = bars.at(-1);
    if (last?.[0]!.column.slot.bar === one.column.slot.bar) last.push(one);
    else bars.push([one]);
  }
  return bars;
}

/** The grips of the tune in their order, large enough for a stand two metres off, and for paper. */
export function GripCards({ title, columns, guitar, onClose }: GripCardsProps) {
  // A grip that stays over a bar line is one card.
  const cards = columns.filter(
    ({ grip, column }, i) =>
      grip !== null && !(columns[i - 1]?.grip?.grip === grip.grip && columns[i - 1]?.column.symbol === column.symbol),
  );
  return (
    <Dialog open fullScreen onClose={onClose} aria-labelledby="cards-title" className="cards-sheet">
      <div className="cards">
        <header>
          <h2 id="cards-title">{title}</h2>
          {guitar.capo > 0 && <p>{t('Capo at fret {capo}', { capo: guitar.capo })}</p>}
          <span className="cards-actions">
            <Button variant="outlined" onClick={() => window.print()}>
              {t('Print')}
            </Button>
            <Button variant="contained" color="secondary" onClick={onClose} autoFocus>
              {t('Back to the bench')}
            </Button>
          </span>
        </header>
        <ol>
          {barsOf(cards).map((bar) => (
            <li key={bar[0]!.column.at}>
              <small>{t('bar {bar}', { bar: bar[0]!.column.slot.bar })}</small>
              {bar.map(({ column, grip }) => (
                <figure key={column.at}>
                  <figcaption>
                    <ChordSymbol symbol={column.symbol} className={column.symbol.length > LONG ? 'symbol-long' : ''} />
                  </figcaption>
                  <GripDiagram grip={grip!} guitar={guitar} label={t('Grip {grip}', { grip: grip!.grip })} cut />
                </figure>
              ))}
            </li>
          ))}
        </ol>
      </div>
    </Dialog>
  );
}
