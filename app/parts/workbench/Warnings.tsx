import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { Link } from 'react-router';
import { barsText, problemLine, type Kept, t, symbolText } from '../../../core/index.ts';
import type { ArrangedTake } from '../../work/questions.ts';
import { Glyphs } from '../symbol/glyphs.tsx';
import './workbench.css';

interface WarningsProps {
  readonly tuneId: string;
  /** The bars of the chart that cannot be read as they are typed; null: something else cannot. */
  readonly unread: readonly number[] | null;
  readonly arrangement: ArrangedTake | null;
  /** Why nothing could be worked out at all, or null. */
  readonly failed: string | null;
  readonly onMark: (columns: readonly number[]) => void;
  /** Where this window's change is kept, after another window won. */
  readonly kept: Pick<Kept, 'id' | 'name'> | null;
  readonly onDismiss: () => void;
}

/** What is not as it should be; what the take says can be put away until it says something else. */
export function Warnings({ tuneId, unread, arrangement, failed, onMark, kept, onDismiss }: WarningsProps) {
  const [dismissed, setDismissed] = useState('');
  const columns = arrangement?.columns ?? [];
  const unheld = columns.flatMap(({ column, grip }, i) => (column.chord !== null && grip === null ? [i] : []));
  const lines = (arrangement?.problems ?? []).filter(({ code }) => code !== 'chord-unplayable').map(problemLine);
  const all = lines.join('\n');
  return (
    <>
      {kept && (
        <Alert severity="info" className="bench-note" onClose={onDismiss}>
          {t('This chord was changed in another window. Your change is kept in “{name}”.', { name: kept.name })}{' '}
          <Link className="snack-link" to={`?take=${kept.id}`} reloadDocument>
            {t('Open it')}
          </Link>
        </Alert>
      )}
      {(unread === null || unread.length > 0) && (
        <Alert severity="warning" className="bench-note">
          {unread === null
            ? t('Something in the chart cannot be read, and stands as it was.')
            : t('The chart cannot be read in {bars}; there it stands as it was.', { bars: barsText(unread) })}{' '}
          <Link to={`/tunes/${tuneId}/chart`}>{t('Mend the chart')}</Link>
        </Alert>
      )}
      {unheld.length > 0 && (
        <Alert
          severity="warning"
          className="bench-note"
          action={
            <>
              <Button size="small" color="inherit" onClick={() => onMark(unheld)}>
                {unheld.length === 1 ? t('Show it') : t('Show them')}
              </Button>
              <Button size="small" color="inherit" component={Link} to={`/players?tune=${tuneId}`}>
                {t('Another hand')}
              </Button>
            </>
          }
        >
          <Glyphs
            text={t('This hand cannot hold {unheld}; the path goes on past it.', {
              unheld: unheldText(unheld.map((i) => columns[i]!.column)),
            })}
          />
        </Alert>
      )}
      {all !== '' && all !== dismissed && (
        <Alert severity="warning" className="bench-note" onClose={() => setDismissed(all)}>
          {lines.slice(0, 3).join(' ')}
        </Alert>
      )}
      {failed && <Alert severity="error">{t('The arrangement could not be worked out: {failed}', { failed })}</Alert>}
    </>
  );
}

/** `E♭13♯11 in bars 3 and 7, F♯m in bar 9`: every chord with all of its bars. */
function unheldText(columns: readonly ArrangedTake['columns'][number]['column'][]): string {
  const bars = new Map<string, number[]>();
  for (const { symbol, slot } of columns) bars.set(symbol, [...(bars.get(symbol) ?? []), slot.bar]);
  return [...bars]
    .map(([symbol, those]) => t('{symbol} in {bars}', { symbol: symbolText(symbol), bars: barsText(those) }))
    .join(', ');
}
