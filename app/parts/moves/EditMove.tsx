import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useMemo, useState } from 'react';
import {
  keptMoveDoc,
  PASSAGE_USES,
  problemText,
  readKeptMove,
  USE_WORDS,
  type KeptMove,
  type PassageUse,
  t,
} from '../../../core/index.ts';

interface EditMoveProps {
  readonly move: KeptMove;
  readonly onSave: (move: KeptMove) => void;
  readonly onClose: () => void;
}

const STRAYS = [0, 1, 2, 3, 4, 5] as const;

/** A move of the player's own, its words and its chords; what is not right is said before it is saved. */
export function EditMove({ move, onSave, onClose }: EditMoveProps) {
  const [draft, setDraft] = useState({ ...move, words: move.tags.join(', ') });
  const put = (part: Partial<typeof draft>) => setDraft({ ...draft, ...part });
  const read = useMemo(() => {
    const { words, chords, ...rest } = draft;
    const tags = words.split(',').flatMap((tag) => (tag.trim() === '' ? [] : [tag.trim()]));
    // Grips, lines and the like are of the chords as they were.
    const isSame = chords.trim() === move.chords;
    return readKeptMove(
      keptMoveDoc({
        ...rest,
        name: rest.name.trim(),
        chords: chords.trim(),
        tags,
        ...(isSame ? {} : { cells: {}, tuning: null }),
      }),
    );
  }, [draft, move.chords]);
  const problems = read.ok ? [] : read.problems;
  const inChords = problems.filter(({ code }) => code !== 'moves-field');
  const others = problems.filter(({ code }) => code === 'moves-field');
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth aria-labelledby="edit-move">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (read.ok) onSave(read.value);
        }}
      >
        <DialogTitle id="edit-move">{t('Change the move')}</DialogTitle>
        <DialogContent className="edit-move">
          <TextField
            autoFocus
            size="small"
            label={t('Name')}
            value={draft.name}
            onChange={({ target }) => put({ name: target.value })}
          />
          <TextField
            size="small"
            label={t('Chords by degree')}
            value={draft.chords}
            onChange={({ target }) => put({ chords: target.value })}
            error={inChords.length > 0}
            helperText={
              inChords.length > 0
                ? inChords.map(problemText).join(' ')
                : t('Bars with | between them; . holds a chord on.')
            }
          />
          <div className="edit-move-row">
            <TextField
              select
              size="small"
              label={t('What for')}
              value={draft.use}
              onChange={({ target }) => put({ use: target.value as PassageUse })}
            >
              {PASSAGE_USES.map((use) => (
                <MenuItem key={use} value={use}>
                  {t(USE_WORDS[use])}
                </MenuItem>
              ))}
            </TextField>
            <TextField
              select
              size="small"
              label={t('Strays')}
              value={draft.stray}
              onChange={({ target }) => put({ stray: Number(target.value) as KeptMove['stray'] })}
            >
              {STRAYS.map((stray) => (
                <MenuItem key={stray} value={stray}>
                  {t('{stray} of 5', { stray })}
                </MenuItem>
              ))}
            </TextField>
            <TextField
              size="small"
              label={t('Mood')}
              value={draft.mood}
              onChange={({ target }) => put({ mood: target.value })}
            />
          </div>
          <TextField
            size="small"
            multiline
            label={t('Why it works')}
            value={draft.reason}
            onChange={({ target }) => put({ reason: target.value })}
          />
          <TextField
            size="small"
            label={t('Tags, with commas')}
            value={draft.words}
            onChange={({ target }) => put({ words: target.value })}
          />
          <TextField
            size="small"
            multiline
            label={t('Note')}
            value={draft.note}
            onChange={({ target }) => put({ note: target.value })}
          />
          {others.map((one) => (
            <p key={String(one.args.field)} role="alert">
              {problemText(one)}
            </p>
          ))}
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>{t('Cancel')}</Button>
          <Button type="submit" variant="contained" color="secondary" disabled={!read.ok}>
            {t('Save')}
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
