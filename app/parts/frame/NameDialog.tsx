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
        <DialogTitle>{t('Rename the {what}', { what })}</DialogTitle>
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
            helperText={
              clean === ''
                ? t('A {what} needs a {which}.', { what, which: what === 'tune' ? t('title') : t('name') })
                : ' '
            }
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
