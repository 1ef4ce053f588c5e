import Button from '@mui/material/Button';
import { parseLine, priceText, problemLine, wishText, type LineNote, msg, t, symbolText } from '../../../core/index.ts';
import { DraftField } from '../frame/DraftField.tsx';
import { Glyphs } from '../symbol/glyphs.tsx';
import type { OwnLines } from './useLine.ts';

const HELP = msg('Notes share the span: E5 D C B. A - holds one on, z is a rest.');

/** A line on top of the selected chords, typed or as it stands, and the ways to play it. */
export function OwnLine(line: OwnLines) {
  const { place, ticks, near, standing, put, takeBack, topLine, asked, ask, ways, hear, take } = line;
  const read = (text: string): readonly LineNote[] | string => {
    const notes = parseLine(text, ticks, near);
    return notes.ok ? notes.value : problemLine(notes.problems[0]!);
  };
  return (
    <section className="other-ways own-line" aria-label={t('A line on top')}>
      <h3>{t('A line on top')}</h3>
      <DraftField
        key={standing}
        label={t('Over {place}', { place })}
        value={standing ?? ''}
        width="100%"
        hint={t(HELP)}
        faultOf={(text) => {
          const found = text.trim() === '' ? '' : read(text);
          return typeof found === 'string' && found !== '' ? found : null;
        }}
        onTake={(text) => {
          const found = text.trim() === '' ? null : read(text);
          if (found === null) takeBack();
          else if (typeof found !== 'string') put(found);
        }}
      />
      <p className="carry-choose">
        {standing === null ? (
          <Button size="small" variant="outlined" onClick={() => topLine().length > 0 && put(topLine())}>
            {t('The top line that stands')}
          </Button>
        ) : (
          <Button size="small" variant="outlined" onClick={takeBack}>
            {t('Take it back')}
          </Button>
        )}
        {!asked && (
          <Button size="small" variant="outlined" onClick={ask}>
            {t('Ways to play it')}
          </Button>
        )}
      </p>
      {asked && ways === null && <p role="status">{t('Looking for ways that differ…')}</p>}
      {ways?.map((way, i) => (
        <div key={i}>
          <p>
            <b>{priceText(way.extra)}</b> · {way.wish ? wishText(way.wish) : t('as it is cheapest')}
          </p>
          <p className="own-line-grips">
            {way.grips.map(({ symbol, grip }, k) => (
              <span key={k}>
                {symbol !== way.grips[k - 1]?.symbol && <Glyphs text={`${symbolText(symbol)} `} />}
                <code>{grip ?? t('alone')}</code>
              </span>
            ))}
          </p>
          <Button size="small" variant="outlined" onClick={() => hear(way)}>
            {t('Hear it')}
          </Button>{' '}
          {way.wish !== null && (
            <Button size="small" variant="outlined" onClick={() => take(way)}>
              {t('Take it')}
            </Button>
          )}
        </div>
      ))}
    </section>
  );
}
