import { msg, t, type Kept, type Msg } from '../../../core/index.ts';
import Button from '@mui/material/Button';
import { Suspense } from 'react';
import { Notice } from '../frame/Notice.tsx';
import { later } from '../frame/later.tsx';
import type { Phase } from '../../work/questions.ts';
import type { Solving } from '../../work/solver.ts';
import './workbench.css';

interface NoticesProps {
  readonly tuneId: string;
  /** The bars of the chart that cannot be read as they are typed; null: something else cannot. */
  readonly unread: readonly number[] | null;
  readonly solving: Solving;
  /** Marks columns, and goes to the next of them. */
  readonly onMark: (columns: readonly number[]) => void;
  /** Where this window's change is kept, after another window won; null: none did. */
  readonly kept: Pick<Kept, 'id' | 'name'> | null;
  readonly onDismiss: () => void;
}

const PHASES: Readonly<Record<Phase['phase'], Msg>> = {
  shapes: msg('Working out what this hand can hold'),
  path: msg('Finding the smoothest way'),
};

const ProgressLater = later(async () => (await import('@mui/material/LinearProgress')).default);
const Warnings = later(async () => (await import('./Warnings.tsx')).Warnings);

/** What is not as it should be, and what is being worked out, above the columns. */
export function Notices({
  tuneId,
  unread,
  solving: { arrangement, failed, phase },
  onMark,
  kept,
  onDismiss,
}: NoticesProps) {
  const problems = arrangement?.problems ?? [];
  const isUnread = unread === null || unread.length > 0;
  return (
    <>
      {(isUnread || failed || kept || problems.length > 0) && (
        <Suspense>
          <Warnings
            tuneId={tuneId}
            unread={unread}
            arrangement={arrangement}
            failed={failed}
            onMark={onMark}
            kept={kept}
            onDismiss={onDismiss}
          />
        </Suspense>
      )}
      <div className="bench-progress" aria-live="polite">
        {phase && (
          <>
            <Suspense>
              <ProgressLater variant="determinate" value={phase.share * 100} aria-label={t(PHASES[phase.phase])} />
            </Suspense>
            {!arrangement && <p>{t(PHASES[phase.phase])}…</p>}
          </>
        )}
      </div>
    </>
  );
}

/** Said once, and put away: why an undo did less than it might. */
export function Said({ words, onClose }: { readonly words: string | null; readonly onClose: () => void }) {
  return <Notice open={words !== null} goes onClose={() => onClose()} message={words} />;
}

/** A grip was banished: for a while it can be taken back. */
export function Banished({
  grip,
  onTakeBack,
  onClose,
}: {
  readonly grip: string | null;
  readonly onTakeBack: () => void;
  readonly onClose: () => void;
}) {
  return (
    <Notice
      open={grip !== null}
      goes
      onClose={() => onClose()}
      message={t('{grip} will not be offered again.', { grip: grip ?? '' })}
      action={
        <Button size="small" color="secondary" onClick={onTakeBack}>
          {t('Undo')}
        </Button>
      }
    />
  );
}
