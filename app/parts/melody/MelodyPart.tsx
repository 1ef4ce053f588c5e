import Button from '@mui/material/Button';
import { Suspense, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { melodyRangeText, plural, rangeOfMelody, t, type Chart, type MelodyCells } from '../../../core/index.ts';
import { useRemembered } from '../../keep/remembered.ts';
import type { useMelodyEdits } from '../../keep/useMelodyEdits.ts';
import { later } from '../frame/later.tsx';
import { Notice } from '../frame/Notice.tsx';
import { Glyphs } from '../symbol/glyphs.tsx';
import './melody.css';

const MelodyDesk = later(async () => (await import('./MelodyDesk.tsx')).MelodyDesk);

interface MelodyPartProps {
  /** As it is kept, with the ids of its bars. */
  readonly chart: Chart;
  readonly barIds: readonly string[];
  readonly melody: ReturnType<typeof useMelodyEdits>;
}

/** The melody under the bars: a line that says what there is, and opens into the stave. */
export function MelodyPart({ chart, barIds, melody }: MelodyPartProps) {
  const [open, setOpen] = useRemembered('melody-open', false);
  const [opened, setOpened] = useState(false);
  const said = useMemo(() => rangeText(melody.cells, chart), [melody.cells, chart]);
  const [tools, setTools] = useState<HTMLElement | null>(null);
  return (
    <section className="melody" aria-label={t('Melody')} data-open={open}>
      <div className="melody-head">
        <button
          type="button"
          className="melody-open"
          aria-expanded={open}
          onClick={() => {
            setOpen(!open);
            setOpened(!open);
          }}
        >
          <span aria-hidden="true">{open ? '▾' : '▴'}</span> {t('Melody')}
        </button>
        <span className="melody-range">
          <Glyphs text={said} />
        </span>
        <div ref={setTools} className="melody-tools" />
      </div>
      {open && (
        <Suspense fallback={<p className="melody-wait">{t('The stave is coming…')}</p>}>
          <MelodyDesk chart={chart} barIds={barIds} melody={melody} tools={tools} focuses={opened} />
        </Suspense>
      )}
      <Notice
        open={melody.conflict !== null || melody.said !== null}
        onClose={melody.dismiss}
        message={
          melody.conflict
            ? t('The same bar was changed in another window; that version stands here. Yours is kept as “{name}”.', {
                name: melody.conflict.name,
              })
            : melody.said
        }
        action={
          <>
            {melody.conflict && (
              <Link className="snack-link" to={`/tunes/${melody.conflict.id}/chart`}>
                {t('Open mine')}
              </Link>
            )}
            <Button size="small" color="secondary" onClick={melody.dismiss}>
              {t('Close')}
            </Button>
          </>
        }
      />
    </section>
  );
}

/** How many notes there are, and how high they lie. */
function rangeText(cells: MelodyCells, { key }: Chart): string {
  const notes = Object.values(cells).flat();
  const range = rangeOfMelody(notes);
  if (range === null) return t('none yet: type it on a stave');
  return `${plural(notes.length, '{n} note', '{n} notes')}, ${melodyRangeText(range, key)}`;
}
