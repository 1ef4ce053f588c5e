import { msg, t, type Msg } from '../../../core/index.ts';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import type { ReactNode } from 'react';

/** The keys of a place in the order a player needs them: the keys, and what they do; a heading where a group begins. */
export type Keys = readonly (Msg | readonly [keys: string, what: Msg])[];

/** Keys with a name of their own in each language. */
const KEY_NAMES: Readonly<Record<string, Msg>> = {
  Space: msg('Space ¦ key'),
  Shift: msg('Shift ¦ key'),
  Ctrl: msg('Ctrl ¦ key'),
  Home: msg('Home ¦ key'),
  End: msg('End ¦ key'),
  Backspace: msg('Backspace ¦ key'),
};

interface Group {
  readonly heading: Msg | null;
  readonly keys: (readonly [string, Msg])[];
}

/** Keys under their headings. */
function grouped(keys: Keys): readonly Group[] {
  const groups: Group[] = [];
  for (const one of keys) {
    if ('msg' in one) groups.push({ heading: one, keys: [] });
    else (groups.at(-1) ?? groups[groups.push({ heading: null, keys: [] }) - 1]!).keys.push(one);
  }
  return groups;
}

interface KeyListProps {
  readonly keys: Keys;
  readonly open: boolean;
  readonly onClose: () => void;
  /** What is to be known besides, over the keys. */
  readonly lead?: ReactNode;
}

/** The sheet itself. */
export function KeyList({ keys, open, onClose, lead }: KeyListProps) {
  const groups = grouped(keys);
  return (
    <Dialog open={open} onClose={onClose} maxWidth={groups.length > 1 ? 'md' : 'xs'} fullWidth>
      <DialogTitle>{lead === undefined ? t('Keys') : t('How to read it, and its keys')}</DialogTitle>
      {/* There is nothing in it to go to, and all of it is to be read by keys. */}
      <DialogContent tabIndex={0}>
        {lead}
        <div className="key-sheet">
          {groups.map(({ heading, keys: those }) => (
            <section key={heading?.msg}>
              {heading !== null && <h3>{t(heading)}</h3>}
              <dl>
                {those.map(([key, what]) => (
                  <div key={key}>
                    <dt>
                      {key.split(' ').map((part) => (
                        <kbd key={part}>{t(KEY_NAMES[part] ?? part)}</kbd>
                      ))}
                    </dt>
                    <dd>{t(what)}</dd>
                  </div>
                ))}
              </dl>
            </section>
          ))}
        </div>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{t('Close')}</Button>
      </DialogActions>
    </Dialog>
  );
}
