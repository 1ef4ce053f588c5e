import { t, type Decision, type Decisions, type Patch } from '../../../core/index.ts';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import FormControlLabel from '@mui/material/FormControlLabel';
import LinearProgress from '@mui/material/LinearProgress';
import Switch from '@mui/material/Switch';
import useMediaQuery from '@mui/material/useMediaQuery';
import { Suspense, useEffect, useState } from 'react';
import type { OwnMoves } from '../../keep/kept-moves.ts';
import { useAllMoves } from '../../keep/library.ts';
import type { FoundTake, Job } from '../../work/questions.ts';
import { useWholeTakes } from '../../work/useWholeTakes.ts';
import { later } from '../frame/later.tsx';
import { FoundTakeRow } from './FoundTakeRow.tsx';
import { TasteFields } from './TasteFields.tsx';
import type { Tastes } from './useTaste.ts';
import './workbench.css';

const StyleSheet = later(async () => (await import('./StyleSheet.tsx')).StyleSheet);

/** So many are shown side by side; with more asked for, one more. */
const AT_FIRST = 3;
/** From so many bars on it takes long. */
const LONG = 96;
const MOST = 9;

export interface ThreeTakesProps {
  readonly job: Job;
  /** The kept moves: those that are let may be used. */
  readonly moves: OwnMoves;
  readonly tastes: Tastes;
  /** What is selected, if it is several chords: `bars 5 to 8`, in ticks. */
  readonly selection: { readonly place: string; readonly start: number; readonly end: number } | null;
  /** The tune, and the take on the bench. */
  readonly of: { readonly tuneId: string; readonly takeId: string };
  /** How many bars the tune is played with. */
  readonly bars: number;
  readonly onTake: (patch: Patch<Decision>, label: string) => void;
  readonly onClose: () => void;
}

/** Whole takes of the tune, chords, grips and connection chosen together: three that differ, one to be put on the bench. */
export function ThreeTakes({ job, moves, tastes, selection, of, bars, onTake, onClose }: ThreeTakesProps) {
  const { taste, chosen: style, grating } = tastes;
  const kept = useAllMoves(moves).filter(({ inTakes }) => inTakes);
  const { phase, takes, failed, find, stop } = useWholeTakes();
  const [count, setCount] = useState(AT_FIRST);
  const [anew, setAnew] = useState(true);
  const [isPart, setPart] = useState(selection !== null);
  const [editing, setEditing] = useState(false);
  const isPhone = useMediaQuery('(max-width: 600px)');
  // What another window changes meanwhile is looked at anew: what is found is of the tune as it stands.
  const { chartText, cells, melody } = job;
  const { stray, off, melodyFirst } = taste;
  const asked = JSON.stringify([
    style,
    stray,
    off,
    grating,
    melodyFirst,
    anew,
    isPart,
    count,
    chartText,
    cells,
    melody,
    kept.map(({ id }) => id),
  ]);
  useEffect(() => {
    const within = isPart && selection ? { start: selection.start, end: selection.end } : null;
    // While a slider moves, nothing is begun in vain.
    const timer = setTimeout(
      () => find(job, { style, stray, off, grating, melodyFirst, within, anew, count, kept }),
      SETTLES_MS,
    );
    return () => clearTimeout(timer);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- `asked` says all that matters
  }, [asked, find]);
  const use = (take: FoundTake) => {
    onTake(between(job.cells, take.cells), t('a whole take: {name}', { name: take.name }));
    onClose();
  };
  return (
    <Dialog open fullWidth fullScreen={isPhone} maxWidth="lg" onClose={onClose} aria-labelledby="takes-title">
      <DialogTitle id="takes-title">{t('Three takes')}</DialogTitle>
      <DialogContent className="three-takes">
        <p>
          {t('Chords, grips and connection, chosen together for this style and hand; each of them sounds different.')}
        </p>
        <div className="taste">
          <TasteFields tastes={tastes} onEdit={() => setEditing(true)} />
          <FormControlLabel
            control={<Switch size="small" checked={!anew} onChange={(_, keep) => setAnew(!keep)} />}
            label={t('Keep the colours and moves I chose')}
          />
          {selection && (
            <FormControlLabel
              control={<Switch size="small" checked={isPart} onChange={(_, on) => setPart(on)} />}
              label={t('Only {place}', { place: selection.place })}
            />
          )}
        </div>
        {bars > LONG && !isPart && (
          <p>
            {t(
              '{bars} bars are many to look at as a whole: it may take minutes, and can be stopped. Select some bars on the bench first, and only those are looked at.',
              { bars },
            )}
          </p>
        )}
        <Suspense>{editing && <StyleSheet tastes={tastes} onClose={() => setEditing(false)} />}</Suspense>
        <div className="takes-progress" role="status">
          {phase !== null && (
            <>
              <span>{phase.phase === 'shapes' ? t('What this hand can hold…') : t('All ways through the tune…')}</span>
              <LinearProgress variant="determinate" value={phase.share * 100} aria-label={t('Looking for takes')} />
              <Button size="small" onClick={stop}>
                {t('Stop')}
              </Button>
            </>
          )}
        </div>
        {failed !== null && <Alert severity="error">{failed}</Alert>}
        {takes !== null && (
          <ol className={phase === null ? 'found-takes' : 'found-takes stale'} aria-label={t('Takes')}>
            {takes.map((take, i) => (
              <FoundTakeRow
                key={i}
                take={take}
                number={i + 1}
                of={of}
                about={{
                  from: 'search',
                  style: style?.name ?? null,
                  stray: taste.stray,
                  bars: isPart && selection ? selection.place : null,
                  words: take.name,
                }}
                isStale={phase !== null}
                onUse={() => use(take)}
              />
            ))}
          </ol>
        )}
        {takes?.length === 0 && <p>{t('This hand can hold none of these chords: look at the player first.')}</p>}
        {takes !== null && takes.length > 0 && takes.length < count && phase === null && (
          <p>{t('There are no more that differ in a quarter of the beats.')}</p>
        )}
      </DialogContent>
      <DialogActions>
        <Button
          onClick={() => setCount(count + 1)}
          disabled={phase !== null || takes === null || takes.length < count || count >= MOST}
        >
          {t('Another')}
        </Button>
        <Button variant="contained" color="secondary" onClick={onClose}>
          {t('Back to the bench')}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

const SETTLES_MS = 250;

/** The change that makes one take's decisions another's. */
function between(from: Decisions, to: Decisions): Patch<Decision> {
  const gone = Object.keys(from).filter((name) => !(name in to));
  return { ...Object.fromEntries(gone.map((name) => [name, null])), ...to };
}
