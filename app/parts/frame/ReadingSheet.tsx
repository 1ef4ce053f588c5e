import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import { useState } from 'react';
import { noteText, NOTE_NAMES, speech, t, type Language, type NoteNames } from '../../../core/index.ts';
import { cookieOf, type Reading } from '../../reading.ts';
import { Choice } from './Choice.tsx';

/** A language is called what its speakers call it. */
const LANGUAGE_NAMES: readonly (readonly [Language, string])[] = [
  ['en', 'English'],
  ['de', 'Deutsch'],
];
/** The two notes by which the names are told apart. */
const told = (names: NoteNames) => `${noteText('B', names)}, ${noteText('Bb', names)}`;

/** How one reads: it is remembered by this browser, and the page is drawn anew. */
export function ReadingSheet({ onClose }: { readonly onClose: () => void }) {
  const [reading, setReading] = useState<Reading>(speech);
  const { notes, namesChords } = reading;
  const take = () => {
    document.cookie = cookieOf(reading);
    location.reload();
  };
  return (
    <Dialog open onClose={onClose} maxWidth="xs" fullWidth>
      <DialogTitle>{t('Language and names of notes')}</DialogTitle>
      <DialogContent className="reading-sheet">
        <Choice
          label={t('Language')}
          choices={LANGUAGE_NAMES}
          value={reading.language}
          onChoose={(language) => setReading({ ...reading, language })}
        />
        <Choice
          label={t('B and the note below it are called')}
          choices={NOTE_NAMES.map((names) => [names, told(names)])}
          value={notes ?? 'letters'}
          onChoose={(names) => setReading({ ...reading, notes: names })}
        />
        <FormControlLabel
          control={
            <Switch
              checked={namesChords && notes !== 'letters'}
              disabled={notes === 'letters'}
              onChange={(_, on) => setReading({ ...reading, namesChords: on })}
            />
          }
          label={t('In chord symbols, too')}
        />
        <p>{t('Charts are typed with letters, B for the note below C, whatever notes are called.')}</p>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{t('Cancel')}</Button>
        <Button variant="contained" color="secondary" onClick={take}>
          {t('Read it so')}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
