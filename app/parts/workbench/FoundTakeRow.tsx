import Button from '@mui/material/Button';
import { Link, useFetcher } from 'react-router';
import { musical, type TakeAbout, t } from '../../../core/index.ts';
import { theOutbox } from '../../keep/browser.ts';
import type { FoundTake } from '../../work/questions.ts';
import { ChordSymbol } from '../symbol/ChordSymbol.tsx';
import { Glyphs } from '../symbol/glyphs.tsx';
import './workbench.css';

interface FoundTakeRowProps {
  readonly take: FoundTake;
  /** From 1, the best first. */
  readonly number: number;
  /** The tune, and the take on the bench. */
  readonly of: { readonly tuneId: string; readonly takeId: string };
  /** What it was found for. */
  readonly about: Extract<TakeAbout, { from: 'search' }>;
  /** Another search is under way, perhaps of another tune than it was found for. */
  readonly isStale: boolean;
  readonly onUse: () => void;
}

/** A whole take that was found: its chords and figures; it can be kept beside the others, or take the place of what is on the bench. */
export function FoundTakeRow({ take, number, of: { tuneId, takeId }, about, isStale, onUse }: FoundTakeRowProps) {
  const fetcher = useFetcher<{ readonly made?: string }>();
  const made = fetcher.data?.made;
  const keep = async () => {
    const fields = {
      intent: 'keep',
      id: takeId,
      name: t('{style}, stray {stray}, take {number}', {
        style: about.style ?? t('Any style'),
        stray: about.stray,
        number,
      }),
      cells: JSON.stringify({ ...take.cells, ...take.kept }),
      about: JSON.stringify(about),
    };
    await fetcher.submit(fields, { method: 'post', action: `/tunes/${tuneId}/takes` });
    theOutbox().announce(`tune:${tuneId}`);
  };
  return (
    <li>
      <div className="found-take-head">
        <h3>
          {number}. <Glyphs text={musical(take.name)} />
        </h3>
        {made === undefined ? (
          <Button size="small" disabled={isStale || fetcher.state !== 'idle'} onClick={() => void keep()}>
            {t('Keep it as a take')}
          </Button>
        ) : (
          <Button size="small" component={Link} to={`/tunes/${tuneId}/takes?take=${takeId}&with=${made}`}>
            {t('Kept: see it beside this one')}
          </Button>
        )}
        <Button variant="outlined" size="small" disabled={isStale} onClick={onUse}>
          {t('Put it on the bench')}
        </Button>
      </div>
      <p className="take-chords">
        {barsOf(take).map((bar) => (
          <span key={bar[0]!.bar} className="take-bar">
            {bar.map(({ symbol, moved }, k) => (
              <ChordSymbol key={k} symbol={symbol} className={moved ? 'symbol-moved' : ''} />
            ))}
          </span>
        ))}
      </p>
      <p className="take-figures">
        {take.strays} · {take.figures}
      </p>
      <details className="take-pays">
        <summary>{t('What it pays for')}</summary>
        <span>{take.pays || t('nothing but its connection')}</span>
      </details>
    </li>
  );
}

/** The columns of a take bar by bar. */
function barsOf({ columns }: FoundTake): FoundTake['columns'][number][][] {
  const bars: FoundTake['columns'][number][][] = [];
  for (const column of columns) {
    const last = bars.at(-1);
    if (last?.[0]!.bar === column.bar) last.push(column);
    else bars.push([column]);
  }
  return bars;
}
