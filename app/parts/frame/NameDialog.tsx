import { t } from '../../../core/index.ts';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { useState } from 'react';

interface NameDialogProps {
  readonly open: boolean;
  readonly what: 'tune' | 'take';
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
        <DialogTitle>{what === 'tune' ? t('Rename the tune') : t('Rename the take')}</DialogTitle>
        <DialogContent>
          <TextField
            autoFocus
            fullWidth
            margin="dense"
            label={what === 'tune' ? t('Title') : t('Name')}
            value={text}
            onChange={(event) => setText(event.target.value)}
            slotProps={{ htmlInput: { maxLength: 120 } }}
            error={clean === ''}
            helperText={clean !== '' ? ' ' : what === 'tune' ? t('A tune needs a title.') : t('A take needs a name.')}
          />
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>{t('Cancel')}</Button>
          <Button type="submit" variant="contained" color="secondary" disabled={clean === ''}>
            {t('Rename')}
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
