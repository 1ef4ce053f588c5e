import { plural, t } from '../../../core/index.ts';
import Button from '@mui/material/Button';
import { Suspense, useState } from 'react';
import { useAway } from '../../keep/away.ts';
import { theOutbox, useOutgoing } from '../../keep/browser.ts';
import { later } from './later.tsx';

const NotSaved = later(async () => (await import('./NotSaved.tsx')).NotSaved);

/** Whether what was done is safe, always in sight. */
export function SaveState({ unsaved = false }: { /** Typed, and not yet on its way. */ readonly unsaved?: boolean }) {
  const { state, pending, aside, unstored } = useOutgoing();
  const away = useAway((now) => now.away);
  const [open, setOpen] = useState(false);
  return (
    <>
      {aside.length > 0 && (
        <Button size="small" className="save-aside" onClick={() => setOpen(true)}>
          {plural(aside.length, '1 change not saved', '{n} changes not saved')}
        </Button>
      )}
      <span className={`save ${state.kind === 'waiting' || unstored > 0 || away ? 'save-waiting' : ''}`} role="status">
        {unstored > 0 ? (
          t('No room in this browser: keep this window open until it is saved')
        ) : state.kind === 'waiting' ? (
          <>
            {state.words ?? t('not saved yet, trying again')}
            {pending > 1 && ` ${t('({pending} changes)', { pending })}`}
          </>
        ) : state.kind === 'saving' || unsaved ? (
          t('saving…')
        ) : away ? (
          t('Yellow Heron does not answer; go on')
        ) : (
          t('saved')
        )}
        {state.kind === 'waiting' && (
          <Button size="small" onClick={() => void theOutbox().flush()}>
            {t('Try now')}
          </Button>
        )}
      </span>
      {open && (
        <Suspense>
          <NotSaved open={aside.length > 0} aside={aside} onClose={() => setOpen(false)} />
        </Suspense>
      )}
    </>
  );
}
