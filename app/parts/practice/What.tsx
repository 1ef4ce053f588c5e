import { passageBars, WAY_WORDS, type Practised, t } from '../../../core/index.ts';
import { ChordSymbol } from '../symbol/ChordSymbol.tsx';
import { Glyphs } from '../symbol/glyphs.tsx';

const SHOWN = 6;

/** What is practised, in a line: chords set as chords. */
export function What({ what }: { readonly what: Practised }) {
  switch (what.kind) {
    case 'grip':
      return (
        <span className="what">
          <ChordSymbol symbol={what.symbol} /> <small>{what.grip}</small>
        </span>
      );
    case 'change':
      return (
        <span className="what">
          <ChordSymbol symbol={what.from.symbol} /> <i>{t('to ¦ chord')}</i> <ChordSymbol symbol={what.to.symbol} />
        </span>
      );
    case 'passage':
      return (
        <span className="what">
          <b>{what.title}</b>{' '}
          <small>
            {passageBars(what.bars)}
            {what.way && `: ${t(WAY_WORDS[what.way].name)}`}
          </small>
          <span className="what-chords">
            {what.chords.slice(0, SHOWN).map((symbol, i) => (
              <ChordSymbol key={i} symbol={symbol} />
            ))}
            {what.chords.length > SHOWN && '…'}
          </span>
        </span>
      );
    case 'move':
      return (
        <span className="what">
          <b>
            <Glyphs text={what.name} />
          </b>{' '}
          <small>{t('through the keys')}</small>
        </span>
      );
    case 'warm-up':
      return (
        <span className="what">
          <b>{t('Warm up')}</b>
        </span>
      );
  }
}
