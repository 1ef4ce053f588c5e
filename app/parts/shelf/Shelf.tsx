import { msg, plural, t } from '../../../core/index.ts';
import Add from '@mui/icons-material/Add';
import Button from '@mui/material/Button';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useDeferredValue, useRef, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { Form, Link, useNavigate } from 'react-router';
import { theOutbox } from '../../keep/browser.ts';
import type { KeptCells } from '../../keep/cells.ts';
import { useFresh } from '../../keep/fresh.ts';
import { useWarmSolver } from '../../work/solver.ts';
import { Deleted } from '../frame/Deleted.tsx';
import { useDeleted } from '../frame/useDeleted.ts';
import { Frame } from '../frame/Frame.tsx';
import { KeySheet, type Keys } from '../frame/KeySheet.tsx';
import { NameDialog } from '../frame/NameDialog.tsx';
import { SaveState } from '../frame/SaveState.tsx';
import { TuneRow } from './TuneRow.tsx';
import { useDeeds } from './useDeeds.ts';
import { useTunes, type ShelfTune } from './useTunes.ts';
import './shelf.css';

interface ShelfProps {
  /** The first tunes, last changed first, and how many there are. */
  readonly tunes: readonly ShelfTune[];
  readonly count: number;
  /** The server's time, so that "last change" reads the same on both sides. */
  readonly now: number;
  /** Of the first player: most tunes are theirs. */
  readonly settings: KeptCells['cells'];
  /** What is due for practice: in all, and of each tune. */
  readonly due: { readonly all: number; readonly tunes: Readonly<Record<string, number>> };
}

const KEYS: Keys = [
  ['N', msg('new tune')],
  ['I', msg('import a file')],
  ['/', msg('find a tune')],
  ['↑ ↓', msg('the tune above, below')],
  ['Enter', msg('open it on the bench')],
  ['C', msg('its chart')],
  ['R', msg('rename it')],
  ['D', msg('duplicate it')],
  ['⌫', msg('delete it')],
  ['Ctrl Z', msg('bring back the deleted tune, and the one before')],
  ['?', msg('this sheet')],
];

/** From so many on a search is worth its room. */
const MANY = 8;
/** From so many on only the rows in sight are drawn. */
const LONG = 60;
const ROW_PX = 63;
/** Rows drawn beyond what is in sight. */
const BEYOND = 8;

/** What can be done with a tune. It stays where it was opened: its row may move on, when a tune comes from elsewhere. */
interface RowMenu {
  readonly at: { readonly left: number; readonly top: number };
  readonly tune: ShelfTune;
  readonly open: boolean;
}

export function Shelf({ tunes: first, count, settings, due, now }: ShelfProps) {
  useFresh();
  useWarmSolver(settings);
  const submit = useDeeds();
  const navigate = useNavigate();
  const [menu, setMenu] = useState<RowMenu | null>(null);
  const open = menu?.open === true;
  const closeMenu = () => setMenu((now) => now && { ...now, open: false });
  const [renaming, setRenaming] = useState<ShelfTune | null>(null);
  const [words, setWords] = useState('');
  const deleted = useDeleted();
  const { tunes, asked, ask } = useTunes(first, count, useDeferredValue(words));

  const remove = (tune: ShelfTune) => {
    deleted.add({ id: tune.id, name: tune.title });
    void ask(tune, false, () => submit('delete', tune));
  };
  const bringBack = async ({ id }: { readonly id: string }) => {
    await ask(asked.get(id)!.tune, true, () => submit('restore', { id }));
    theOutbox().retryMissing();
  };
  const undo = () => {
    const one = deleted.pop();
    if (one) void bringBack(one);
  };

  const search = useRef<HTMLInputElement>(null);
  const newTune = useRef<HTMLFormElement>(null);
  const list = useRef<HTMLUListElement>(null);
  const long = tunes.length > LONG;

  const virtual = useVirtualizer({
    count: tunes.length,
    getScrollElement: () => document.getElementById('place'),
    // Until it is measured: rows that came with the page stand where they were, and keep the focus.
    initialRect: { width: 1000, height: 1000 },
    estimateSize: () => ROW_PX,
    overscan: BEYOND,
    getItemKey: (at) => tunes[at]!.id,
  });
  const rows = long ? virtual.getVirtualItems() : null;
  const shown = rows ? rows.map(({ index }) => index) : tunes.map((_, index) => index);

  const focusedRow = () => document.activeElement?.closest<HTMLElement>('.shelf-tune');
  const focused = () => Number(focusedRow()?.dataset.index ?? -1);
  const focusRow = (wanted: number) => {
    const at = Math.max(0, Math.min(tunes.length - 1, wanted));
    const link = () => list.current?.querySelector<HTMLElement>(`[data-index="${at}"] a`);
    if (long) virtual.scrollToIndex(at);
    if (link()) link()!.focus();
    else requestAnimationFrame(() => requestAnimationFrame(() => link()?.focus()));
  };
  const onFocused = (run: (tune: ShelfTune) => void) => {
    // By name, not by place: a newer list may be on its way to the screen.
    const id = focusedRow()?.dataset.id;
    const tune = tunes.find((one) => one.id === id);
    if (tune) run(tune);
  };
  const free = { preventDefault: true, enabled: !open && renaming === null };
  useHotkeys('n', () => newTune.current?.requestSubmit(), free);
  useHotkeys('i', () => void navigate('/import'), free);
  useHotkeys('slash', () => search.current?.focus(), free);
  useHotkeys('up', () => focusRow(focused() - 1), free);
  useHotkeys('down', () => focusRow(focused() + 1), free);
  useHotkeys('c', () => onFocused((tune) => void navigate(`/tunes/${tune.id}/chart`)), free);
  useHotkeys('r', () => onFocused(setRenaming), free);
  useHotkeys('d', () => onFocused((tune) => void submit('duplicate', tune)), free);
  useHotkeys('backspace, delete', () => onFocused(remove), free);
  useHotkeys('mod+z', undo, free);
  const choose = (run: (tune: ShelfTune) => void) => () => {
    if (menu) run(menu.tune);
    closeMenu();
  };
  return (
    <Frame
      tuneId={null}
      header={
        <>
          <div className="head-title">
            <h1>{t('Yellow Heron')}</h1>
            <span className="facts">
              {plural(count, 'one tune', '{n} tunes')}
              {due.all > 0 && (
                <>
                  {' · '}
                  <Link to="/practice">{t('{all} due for practice', { all: due.all })}</Link>
                </>
              )}
            </span>
          </div>
          <span className="head-gap" />
          <SaveState />
          <KeySheet keys={KEYS} />
          <Button component={Link} to="/import">
            {t('Import')}
          </Button>
          <Form method="post" ref={newTune}>
            <input type="hidden" name="intent" value="new" />
            <Button type="submit" variant="contained" color="secondary" startIcon={<Add />}>
              {t('New tune')}
            </Button>
          </Form>
        </>
      }
    >
      <div className="shelf">
        {count >= MANY && (
          <TextField
            size="small"
            className="shelf-search"
            label={t('Find a tune')}
            value={words}
            inputRef={search}
            onChange={({ target }) => setWords(target.value)}
            onKeyDown={(event) => {
              if (event.key === 'Escape') setWords('');
              if (event.key === 'ArrowDown' || event.key === 'Enter') {
                event.preventDefault();
                focusRow(0);
              }
            }}
          />
        )}
        {tunes.length === 0 && words.trim() !== '' && (
          <p className="shelf-none" role="status">
            {t('No tune is called so.')}{' '}
            <Button size="small" onClick={() => setWords('')}>
              {t('Show all')}
            </Button>
          </p>
        )}
        {count === 0 && (
          <div className="shelf-empty">
            <h2>{t('The shelf is empty')}</h2>
            <p>{t('Start a new tune, type its plain chords, and take it to the bench to colour and connect them.')}</p>
            <p>{t('Or look first at what can be done:')}</p>
            <Form method="post" className="shelf-offers">
              <Button type="submit" name="intent" value="example" variant="outlined">
                {t('Open an example')}
              </Button>
              <Button type="submit" name="intent" value="demo" variant="outlined">
                {t('Put the eight demo tunes on the shelf')}
              </Button>
            </Form>
          </div>
        )}
        <ul
          className="shelf-list"
          aria-label={t('Tunes')}
          ref={list}
          style={
            rows
              ? {
                  paddingTop: rows[0]?.start ?? 0,
                  paddingBottom: Math.max(0, virtual.getTotalSize() - (rows.at(-1)?.end ?? 0)),
                }
              : undefined
          }
        >
          {shown.map((index) => (
            <TuneRow
              key={tunes[index]!.id}
              tune={tunes[index]!}
              index={index}
              now={now}
              due={due.tunes[tunes[index]!.id] ?? 0}
              measure={long ? virtual.measureElement : null}
              onMenu={(more) => {
                const { left, bottom } = more.getBoundingClientRect();
                setMenu({ at: { left, top: bottom }, tune: tunes[index]!, open: true });
              }}
            />
          ))}
        </ul>
      </div>
      <Menu anchorReference="anchorPosition" {...(menu && { anchorPosition: menu.at })} open={open} onClose={closeMenu}>
        {menu &&
          !menu.tune.unreadable && [
            <MenuItem key="rename" onClick={choose(setRenaming)}>
              {t('Rename')}
            </MenuItem>,
            <MenuItem key="duplicate" onClick={choose((tune) => void submit('duplicate', tune))}>
              {t('Duplicate')}
            </MenuItem>,
            <MenuItem key="history" onClick={choose((tune) => void navigate(`/tunes/${tune.id}/history`))}>
              {t('History')}
            </MenuItem>,
          ]}
        <MenuItem onClick={choose(remove)}>{t('Delete')}</MenuItem>
      </Menu>
      <NameDialog
        key={renaming?.id ?? 'none'}
        open={renaming !== null}
        what="tune"
        name={renaming?.title ?? ''}
        onClose={() => setRenaming(null)}
        onName={(title) => renaming && void submit('rename', renaming, { title })}
      />
      <Deleted deleted={deleted} onUndo={bringBack} />
    </Frame>
  );
}
