import { newId } from '../../keep/ids.ts';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useMemo, useState } from 'react';
import {
  KEEP_PART_WORDS,
  KEEP_PARTS,
  keepable,
  nearness,
  nearText,
  PASSAGE_USES,
  passageIs,
  passageName,
  placeWords,
  problemText,
  USE_WORDS,
  USUALLY_KEPT,
  type KeepPart,
  type PassageUse,
  t,
  symbolText,
} from '../../../core/index.ts';
import type { OwnMoves } from '../../keep/kept-moves.ts';
import { useAllMoves } from '../../keep/library.ts';
import { useRemembered } from '../../keep/remembered.ts';
import { Glyphs } from '../symbol/glyphs.tsx';
import './keep-sheet.css';

export interface KeepSheetProps {
  readonly take: Parameters<typeof keepable>[0];
  /** The first and last selected column. */
  readonly from: number;
  readonly to: number;
  readonly moves: OwnMoves;
  /** Tells that it was kept, by its name. */
  readonly onKept: (id: string, name: string) => void;
  readonly onClose: () => void;
}

const LONGEST_NAME = 120;

/** What is selected, about to be kept as a move: what of it, under which name, and what is there already. */
export function KeepSheet({ take, from, to, moves, onKept, onClose }: KeepSheetProps) {
  const [parts, setParts] = useRemembered<readonly KeepPart[]>('keep-parts', USUALLY_KEPT);
  const found = useMemo(() => keepable(take, from, to, parts), [take, from, to, parts]);
  const move = found.ok ? found.value.move : null;
  const called = useMemo(() => (move ? passageName(passageIs(move)) : ''), [move]);
  const [named, setNamed] = useState<string | null>(null);
  const [use, setUse] = useState<PassageUse | null>(null);
  const [tags, setTags] = useState('');
  const [note, setNote] = useState('');
  const all = useAllMoves(moves);
  const near = useMemo(
    () =>
      move
        ? all.flatMap((one) => {
            const how = nearness(one.move, move);
            return how ? [{ how, name: one.move.name, id: one.id }] : [];
          })
        : [],
    [move, all],
  );
  if (!found.ok || !move)
    return (
      <Dialog open onClose={onClose} aria-labelledby="keep-title" maxWidth="xs" fullWidth>
        <DialogTitle id="keep-title">{t('Keep as a move')}</DialogTitle>
        <DialogContent>
          <p>{found.ok ? '' : found.problems.map(problemText).join(' ')}</p>
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose} autoFocus>
            {t('Back')}
          </Button>
        </DialogActions>
      </Dialog>
    );
  const { has, openGrips, from: first, to: last } = found.value;
  const name = (named ?? called).trim();
  const toggle = (part: KeepPart) =>
    setParts(parts.includes(part) ? parts.filter((one) => one !== part) : [...parts, part]);
  return (
    <Dialog open onClose={onClose} aria-labelledby="keep-title" maxWidth="sm" fullWidth>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (name === '') return;
          const id = newId();
          const words = tags.split(',').flatMap((tag) => (tag.trim() === '' ? [] : [tag.trim().slice(0, 40)]));
          moves.keep(id, { ...move, name, use: use ?? move.use, tags: words.slice(0, 20), note });
          onKept(id, name);
          onClose();
        }}
      >
        <DialogTitle id="keep-title">
          {t('Keep {more} as a move', {
            more: first === last ? t('bar {first}', { first }) : t('bars {first} to {last}', { first, last }),
          })}
        </DialogTitle>
        <DialogContent className="keep-sheet">
          <p className="keep-chords">
            {move.chords.split(' | ').map((bar, i) => (
              <span key={i}>
                <Glyphs text={symbolText(bar)} />
              </span>
            ))}
          </p>
          <p className="keep-place">{placeWords(move.over, move.before, move.next)}</p>
          <TextField
            autoFocus
            fullWidth
            size="small"
            label={t('Name')}
            value={named ?? called}
            onChange={(event) => setNamed(event.target.value)}
            onFocus={(event) => event.target.select()}
            error={name === ''}
            helperText={name === '' ? t('A move needs a name.') : ' '}
            slotProps={{ htmlInput: { maxLength: LONGEST_NAME } }}
          />
          <fieldset className="keep-parts">
            <legend>{t('With its chords')}</legend>
            {KEEP_PARTS.filter((part) => has.includes(part)).map((part) => {
              const [what, open] = KEEP_PART_WORDS[part];
              const isOn = parts.includes(part);
              return (
                <label key={part}>
                  <Checkbox size="small" checked={isOn} onChange={() => toggle(part)} />
                  <span>
                    {t(what)}
                    <small>
                      {isOn
                        ? part === 'grips' && openGrips > 0
                          ? t('{openGrips} with open strings stay behind in other keys', { openGrips })
                          : t('kept')
                        : t('left open: {open}', { open })}
                    </small>
                  </span>
                </label>
              );
            })}
          </fieldset>
          <div className="keep-more">
            <TextField
              select
              size="small"
              label={t('What for')}
              value={use ?? move.use}
              onChange={(event) => setUse(event.target.value as PassageUse)}
            >
              {PASSAGE_USES.map((one) => (
                <MenuItem key={one} value={one}>
                  {t(USE_WORDS[one])}
                </MenuItem>
              ))}
            </TextField>
            <TextField
              size="small"
              label={t('Tags, with commas')}
              value={tags}
              onChange={(event) => setTags(event.target.value)}
            />
            <TextField
              size="small"
              label={t('Note')}
              value={note}
              onChange={(event) => setNote(event.target.value)}
              slotProps={{ htmlInput: { maxLength: 2000 } }}
            />
          </div>
          {near.slice(0, 3).map(({ how, name: other, id }) => (
            <p key={id} className="keep-near">
              {nearText(how, other)}
            </p>
          ))}
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>{t('Cancel')}</Button>
          <Button type="submit" variant="contained" color="secondary" disabled={name === ''}>
            {t('Keep')}
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
