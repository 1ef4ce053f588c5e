import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';

/** The keys of a place in the order a player needs them: the keys, and what they do. */
export type Keys = readonly (readonly [string, string])[];

interface KeyListProps {
  readonly keys: Keys;
  readonly open: boolean;
  readonly onClose: () => void;
}

/** The sheet itself. */
export function KeyList({ keys, open, onClose }: KeyListProps) {
  return (
    <Dialog open={open} onClose={onClose} maxWidth="xs" fullWidth>
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
        <Button onClick={onClose}>Close</Button>
      </DialogActions>
    </Dialog>
  );
}
