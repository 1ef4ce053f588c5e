import Add from '@mui/icons-material/Add';
import MoreHoriz from '@mui/icons-material/MoreHoriz';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import IconButton from '@mui/material/IconButton';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import Snackbar from '@mui/material/Snackbar';
import TextField from '@mui/material/TextField';
import { useRef, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { Form, Link, useFetcher, useNavigate } from 'react-router';
import type { Chart } from '../../../core/index.ts';
import { useFreshTune } from '../../keep/fresh.ts';
import type { KeptCells } from '../../keep/cells.ts';
import { useWarmSolver } from '../../work/solver.ts';
import { Frame } from '../frame/Frame.tsx';
import { KeySheet, type Keys } from '../frame/KeySheet.tsx';
import { TuneFacts } from '../frame/TuneFacts.tsx';
import { ChordSymbol } from '../symbol/ChordSymbol.tsx';

export interface ShelfTune {
  readonly id: string;
  readonly title: string;
  readonly changedAt: number;
  /** Null while its chart cannot be read. */
  readonly facts: Pick<Chart, 'key' | 'meter' | 'tempo' | 'feel'> | null;
  readonly bars: number;
  /** The symbols it begins with. */
  readonly opening: readonly string[];
}

interface ShelfProps {
  readonly tunes: readonly ShelfTune[];
  /** The server's time, so that "last change" reads the same on both sides. */
  readonly now: number;
  /** Of the first player: most tunes are theirs. */
  readonly settings: KeptCells['cells'];
}

const KEYS: Keys = [
  ['N', 'new tune'],
  ['↑ ↓', 'the tune above, below'],
  ['Enter', 'open it on the bench'],
  ['C', 'its chart'],
  ['R', 'rename it'],
  ['D', 'duplicate it'],
  ['⌫', 'delete it'],
  ['Ctrl Z', 'bring back the deleted tune'],
  ['?', 'this sheet'],
];

export function Shelf({ tunes, settings, now }: ShelfProps) {
  useFreshTune();
  useWarmSolver(settings);
  const fetcher = useFetcher<{ deleted?: string; problem?: string }>();
  const [menu, setMenu] = useState<{ anchor: HTMLElement; tune: ShelfTune } | null>(null);
  const [renaming, setRenaming] = useState<ShelfTune | null>(null);
  const [deleted, setDeleted] = useState<ShelfTune | null>(null);
  const submit = (intent: string, tune: ShelfTune, more: Record<string, string> = {}) =>
    void fetcher.submit({ intent, id: tune.id, ...more }, { method: 'post' });
  const remove = (tune: ShelfTune) => {
    submit('delete', tune);
    setDeleted(tune);
  };
  const bringBack = () => {
    if (deleted) submit('restore', deleted);
    setDeleted(null);
  };
  const newTune = useRef<HTMLFormElement>(null);
  const navigate = useNavigate();
  const onFocused = (run: (tune: ShelfTune) => void) => {
    const tune = tunes[focusedRow()];
    if (tune) run(tune);
  };
  const free = { preventDefault: true, enabled: menu === null && renaming === null };
  useHotkeys('n', () => newTune.current?.requestSubmit(), free);
  useHotkeys('up', () => focusRow(focusedRow() - 1), free);
  useHotkeys('down', () => focusRow(focusedRow() + 1), free);
  useHotkeys('c', () => onFocused((tune) => void navigate(`/tunes/${tune.id}/chart`)), free);
  useHotkeys('r', () => onFocused(setRenaming), free);
  useHotkeys('d', () => onFocused((tune) => submit('duplicate', tune)), free);
  useHotkeys('backspace, delete', () => onFocused(remove), free);
  useHotkeys('mod+z', bringBack, free);
  const choose = (run: (tune: ShelfTune) => void) => () => {
    if (menu) run(menu.tune);
    setMenu(null);
  };
  return (
    <Frame
      tuneId={null}
      header={
        <>
          <div className="head-title">
            <h1>Yellow Heron</h1>
            <span className="facts">your tunes</span>
          </div>
          <span className="head-gap" />
          <KeySheet keys={KEYS} />
          <Form method="post" ref={newTune}>
            <input type="hidden" name="intent" value="new" />
            <Button type="submit" variant="contained" color="secondary" startIcon={<Add />}>
              New tune
            </Button>
          </Form>
        </>
      }
    >
      <div className="shelf">
        {tunes.length === 0 && (
          <div className="shelf-empty">
            <h2>The shelf is empty</h2>
            <p>Start a new tune, type its plain chords, and take it to the bench to colour and connect them.</p>
          </div>
        )}
        <ul className="shelf-list" aria-label="Tunes">
          {tunes.map((tune) => (
            <li key={tune.id} className="shelf-tune">
              <Link to={tune.facts ? `/tunes/${tune.id}/bench` : `/tunes/${tune.id}/chart`} className="shelf-link">
                <span className="shelf-title">{tune.title}</span>
                <span className="shelf-opening">
                  {tune.opening.map((symbol, i) => (
                    <ChordSymbol key={i} symbol={symbol} />
                  ))}
                </span>
                <span className="shelf-facts">
                  {tune.facts ? <TuneFacts chart={tune.facts} /> : 'the chart is not finished'}
                </span>
                <span className="shelf-bars">{tune.bars > 0 ? `${tune.bars} bars` : ''}</span>
                <span className="shelf-changed">{agoText(now - tune.changedAt)}</span>
              </Link>
              <Button component={Link} to={`/tunes/${tune.id}/chart`} className="shelf-chart">
                Chart
              </Button>
              <IconButton
                aria-label={`More for ${tune.title}`}
                aria-haspopup="menu"
                onClick={(event) => setMenu({ anchor: event.currentTarget, tune })}
              >
                <MoreHoriz />
              </IconButton>
            </li>
          ))}
        </ul>
      </div>
      <Menu anchorEl={menu?.anchor ?? null} open={menu !== null} onClose={() => setMenu(null)}>
        <MenuItem onClick={choose(setRenaming)}>Rename</MenuItem>
        <MenuItem onClick={choose((tune) => submit('duplicate', tune))}>Duplicate</MenuItem>
        <MenuItem onClick={choose(remove)}>Delete</MenuItem>
      </Menu>
      <RenameDialog
        key={renaming?.id ?? 'none'}
        tune={renaming}
        onClose={() => setRenaming(null)}
        onRename={(title) => renaming && submit('rename', renaming, { title })}
      />
      <Snackbar
        open={deleted !== null}
        autoHideDuration={12_000}
        onClose={(_, reason) => reason !== 'clickaway' && setDeleted(null)}
        message={deleted && `“${deleted.title}” was deleted.`}
        action={
          <Button size="small" color="secondary" onClick={bringBack}>
            Undo
          </Button>
        }
      />
      <Snackbar open={fetcher.data?.problem !== undefined} message={fetcher.data?.problem} />
    </Frame>
  );
}

/** The rows of the shelf, and which of them has the focus (−1 none). */
const shelfRows = () => [...document.querySelectorAll<HTMLElement>('.shelf-tune')];
const focusedRow = () => shelfRows().findIndex((row) => row.contains(document.activeElement));
function focusRow(at: number): void {
  const rows = shelfRows();
  rows[Math.max(0, Math.min(rows.length - 1, at))]?.querySelector('a')?.focus();
}

interface RenameDialogProps {
  readonly tune: ShelfTune | null;
  readonly onClose: () => void;
  readonly onRename: (title: string) => void;
}

function RenameDialog({ tune, onClose, onRename }: RenameDialogProps) {
  const [title, setTitle] = useState(tune?.title ?? '');
  const clean = title.trim();
  return (
    <Dialog open={tune !== null} onClose={onClose} maxWidth="xs" fullWidth>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (clean) onRename(clean);
          onClose();
        }}
      >
        <DialogTitle>Rename the tune</DialogTitle>
        <DialogContent>
          <TextField
            autoFocus
            fullWidth
            margin="dense"
            label="Title"
            value={title}
            onChange={(event) => setTitle(event.target.value)}
            slotProps={{ htmlInput: { maxLength: 120 } }}
            error={clean === ''}
            helperText={clean === '' ? 'A tune needs a title.' : ' '}
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

const UNITS = [
  [60_000, 'minute'],
  [3_600_000, 'hour'],
  [86_400_000, 'day'],
] as const;

/** How long ago, in words: "just now", "2 hours ago". */
function agoText(ms: number): string {
  const unit = [...UNITS].reverse().find(([size]) => ms >= size);
  if (!unit) return 'just now';
  const count = Math.floor(ms / unit[0]);
  return `${count} ${unit[1]}${count === 1 ? '' : 's'} ago`;
}
