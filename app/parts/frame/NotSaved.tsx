import { msg, t, type Msg } from '../../../core/index.ts';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { theOutbox } from '../../keep/browser.ts';
import type { Aside } from '../../keep/outbox.ts';
import { download } from './download.ts';
import { whenText } from './when.ts';

interface NotSavedProps {
  readonly open: boolean;
  readonly aside: readonly Aside[];
  readonly onClose: () => void;
}

/** What could not be saved, and what can be done about each: nothing of it is lost until it is discarded. */
export function NotSaved({ open, aside, onClose }: NotSavedProps) {
  return (
    <Dialog open={open} onClose={onClose} maxWidth="sm" fullWidth>
      <DialogTitle>{t('Not saved')}</DialogTitle>
      <DialogContent>
        <ul className="not-saved">
          {aside.map((one) => (
            <li key={one.key}>
              <b>{whatIs(one)}</b>
              <span>
                {whenText(one.edit?.at || one.at)}. {whyNot(one)}
              </span>
              <span className="not-saved-ways">
                {one.edit && (
                  <Button size="small" variant="outlined" onClick={() => theOutbox().applyAgain(one.key)}>
                    {t('Apply again')}
                  </Button>
                )}
                <Button
                  size="small"
                  onClick={() =>
                    download('not-saved.json', one.raw ?? JSON.stringify(one.edit, null, 2), 'application/json')
                  }
                >
                  {t('Save as a file')}
                </Button>
                <Button size="small" onClick={() => theOutbox().discard(one.key)}>
                  {t('Discard')}
                </Button>
              </span>
            </li>
          ))}
        </ul>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{t('Close')}</Button>
      </DialogActions>
    </Dialog>
  );
}

const KINDS: Readonly<Record<string, Msg>> = {
  tune: msg('A change of a chart'),
  take: msg('A change of a take'),
  player: msg('A change of a player'),
  grips: msg('A kept grip'),
  moves: msg('A kept move'),
  setting: msg('A setting'),
};

function whatIs({ edit }: Aside): string {
  if (!edit) return t('Something that cannot be read');
  if (edit.label !== '') return edit.label[0]!.toUpperCase() + edit.label.slice(1);
  return t(KINDS[edit.aggregate.split(':')[0]!] ?? msg('A change'));
}

function whyNot({ why, words }: Aside): string {
  if (why === 'broken') return t('What the browser kept of it is damaged; its raw text can be saved.');
  if (why === 'missing') return t('{words} Bring it back, and this is saved with it.', { words });
  return words.endsWith('.') ? words : `${words[0]?.toUpperCase() ?? ''}${words.slice(1)}.`;
}
