import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';

/** Every key of the workbench, in the order a player needs them. */
const KEYS: readonly (readonly [string, string])[] = [
  ['← →', 'the chord before, the chord after'],
  ['Home End', 'first chord, last chord'],
  ['Space', 'play from the selected chord, stop'],
  ['H', 'hear the grip in hand'],
  ['C', 'colours of the chord'],
  ['G', 'grips of the chord'],
  ['↑ ↓', 'try the option above, below'],
  ['Enter', 'keep the option being tried'],
  ['P', 'pin the grip, unpin it'],
  ['⌫', 'let go: back to the default'],
  ['Ctrl Z', 'undo'],
  ['Ctrl Shift Z', 'redo'],
  ['Esc', 'stop trying, stop playing'],
  ['?', 'this sheet'],
];

export function KeySheet({ open, onClose }: { readonly open: boolean; readonly onClose: () => void }) {
  return (
    <Dialog open={open} onClose={onClose} maxWidth="xs" fullWidth>
      <DialogTitle>Keys</DialogTitle>
      <DialogContent>
        <dl className="key-sheet">
          {KEYS.map(([key, what]) => (
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
        <Button onClick={onClose}>Close</Button>
      </DialogActions>
    </Dialog>
  );
}
