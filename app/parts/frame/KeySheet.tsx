import KeyboardOutlined from '@mui/icons-material/KeyboardOutlined';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { Tool } from './Tool.tsx';

/** The keys of a place in the order a player needs them: the keys, and what they do. */
export type Keys = readonly (readonly [string, string])[];

/** A button for the sheet of a place's keys, which `?` opens too. `open` can be watched, to rest the other keys. */
export function KeySheet({ keys, onOpen }: { readonly keys: Keys; readonly onOpen?: (open: boolean) => void }) {
  const [open, setOpen] = useState(false);
  const show = (next: boolean) => {
    setOpen(next);
    onOpen?.(next);
  };
  useHotkeys('shift+slash, ?', () => show(true), { preventDefault: true, useKey: true });
  return (
    <>
      <Tool label="Keys" onClick={() => show(true)}>
        <KeyboardOutlined fontSize="small" />
      </Tool>
      <Dialog open={open} onClose={() => show(false)} maxWidth="xs" fullWidth>
        <DialogTitle>Keys</DialogTitle>
        <DialogContent>
          <dl className="key-sheet">
            {keys.map(([key, what]) => (
              <div key={key}>
                <dt>
                  {key.split(' ').map((part) => (
                    <kbd key={part}>{part}</kbd>
                  ))}
                </dt>
                <dd>{what}</dd>
              </div>
            ))}
          </dl>
        </DialogContent>
        <DialogActions>
          <Button onClick={() => show(false)}>Close</Button>
        </DialogActions>
      </Dialog>
    </>
  );
}
