import Button from '@mui/material/Button';
import { theOutbox, useSaveState } from '../../keep/browser.ts';

/** Whether what was done is safe, always in sight. */
export function SaveState({ unsaved = false }: { /** Typed, and not yet on its way. */ readonly unsaved?: boolean }) {
  const state = useSaveState();
  if (state.kind === 'waiting') {
    return (
      <span className="save save-waiting" role="status">
        not saved yet, trying again
        <Button size="small" onClick={() => void theOutbox().flush()}>
          Try now
        </Button>
      </span>
    );
  }
  if (state.kind === 'refused') {
    return (
      <span className="save save-waiting" role="status">
        not saved: {state.message}
      </span>
    );
  }
  return (
    <span className="save" role="status">
      {state.kind === 'saving' || unsaved ? 'saving…' : 'saved'}
    </span>
  );
}
