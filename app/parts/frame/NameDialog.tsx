import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { useState } from 'react';

interface NameDialogProps {
  readonly open: boolean;
  /** What is renamed: tune, take. */
  readonly what: string;
  readonly name: string;
  readonly onClose: () => void;
  readonly onName: (name: string) => void;
}

/** Asks for another name. */
export function NameDialog({ open, what, name, onClose, onName }: NameDialogProps) {
  const [text, setText] = useState(name);
  const clean = text.trim();
  return (
    <Dialog open={open} onClose={onClose} maxWidth="xs" fullWidth>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (clean) onName(clean);
          onClose();
        }}
      >
        <DialogTitle>Rename the {what}</DialogTitle>
        <DialogContent>
          <TextField
            autoFocus
            fullWidth
            margin="dense"
            label={what === 'tune' ? 'Title' : 'Name'}
            value={text}
            onChange={(event) => setText(event.target.value)}
            slotProps={{ htmlInput: { maxLength: 120 } }}
            error={clean === ''}
            helperText={clean === '' ? `A ${what} needs a ${what === 'tune' ? 'title' : 'name'}.` : ' '}
          />
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" variant="contained" color="secondary" disabled={clean === ''}>
            Rename
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
