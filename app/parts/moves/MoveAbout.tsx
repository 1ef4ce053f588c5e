import { newId } from '../../keep/ids.ts';
import Button from '@mui/material/Button';
import FormControlLabel from '@mui/material/FormControlLabel';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import Switch from '@mui/material/Switch';
import TextField from '@mui/material/TextField';
import { Suspense, useState, type ReactNode } from 'react';
import { Form } from 'react-router';
import {
  formatKey,
  formatMeter,
  locale,
  msg,
  placeWords,
  plural,
  readKeptMove,
  sungText,
  t,
  USE_WORDS,
  writeKeptMoves,
  type KeptMove,
  type Key,
  type KeyOrder,
  type Msg,
  type NamedMove,
  keyWords,
} from '../../../core/index.ts';
import type { LibraryMove } from '../../keep/library.ts';
import { usePractise } from '../../keep/practice.ts';
import { Choice } from '../frame/Choice.tsx';
import { DraftField } from '../frame/DraftField.tsx';
import { download, fileName } from '../frame/download.ts';
import { later } from '../frame/later.tsx';
import { Glyphs } from '../symbol/glyphs.tsx';
import { barsOf } from './MovesList.tsx';

const EditMove = later(async () => (await import('./EditMove.tsx')).EditMove);

/** What a move was before one of its changes, as a document, and when that was made. */
export interface EarlierMove {
  readonly at: number;
  readonly doc: Readonly<Record<string, unknown>>;
}

interface MoveAboutProps {
  readonly one: LibraryMove;
  readonly earlier: readonly EarlierMove[];
  readonly musicalKey: Key;
  readonly keys: readonly Key[];
  readonly round: KeyOrder;
  readonly tempo: number;
  readonly playerId: string;
  readonly onKey: (tonic: string) => void;
  readonly onRound: (round: KeyOrder) => void;
  readonly onTempo: (tempo: number) => void;
  readonly onChange: (id: string, move: KeptMove, label?: string) => void;
  /** Shows a move that was made the player's own. */
  readonly onOwn: (id: string) => void;
  readonly onPutAway: (one: NamedMove) => void;
  readonly onTakes: (takes: boolean) => void;
  /** A sheet is open, and has the keys. */
  readonly onAsking: (asking: boolean) => void;
  /** Its chords. */
  readonly children: ReactNode;
}

const ROUNDS: readonly (readonly [KeyOrder, Msg])[] = [
  ['one', msg('this key')],
  ['fourths', msg('by fourths')],
  ['half-steps', msg('by half steps')],
  ['drawn', msg('drawn')],
];
const SLOWEST = 20;
const FASTEST = 400;

/** What a move is, where it belongs, in which key it is shown, and what can be done with it. */
export function MoveAbout(props: MoveAboutProps) {
  const { one, earlier, musicalKey, keys, round, tempo, playerId, onKey, onRound, onTempo } = props;
  const { onChange, onOwn, onPutAway, onTakes, onAsking, children } = props;
  const { id, move, isOwn } = one;
  const [editing, setEditing] = useState(false);
  const edit = (open: boolean) => {
    setEditing(open);
    onAsking(open);
  };
  const { practise } = usePractise();
  const bars = barsOf(move);
  const own = () => {
    const copy = newId();
    onChange(copy, { ...move, from: null }, t('“{name}” made yours', { name: move.name }));
    onOwn(copy);
  };
  return (
    <section className="move-about" aria-label={t('The move')}>
      <h2>
        <Glyphs text={move.name} />
      </h2>
      <p className="move-facts">
        {t(USE_WORDS[move.use])} · {move.mode === 'major' ? t('major') : t('minor')} ·{' '}
        {plural(bars, '{n} bar of {meter}', '{n} bars of {meter}', { meter: formatMeter(move.meter) })} ·{' '}
        {t('strays {stray} of {farthest}', { stray: move.stray, farthest: 5 })}
        {move.mood !== '' && <em> · {move.mood}</em>}
      </p>
      {move.reason !== '' && (
        <p>
          <Glyphs text={move.reason} />
        </p>
      )}
      <p className="move-facts">
        {t('Stands {place}.', { place: placeWords(move.over, move.before, move.next) })}
        {move.sung.length > 0 && <Glyphs text={` ${sungText(move.sung)}`} />}
      </p>
      {(move.note !== '' || move.tags.length > 0 || move.from) && (
        <p className="move-facts">
          {move.note}{' '}
          {move.tags.map((tag) => (
            <span key={tag} className="move-tag">
              {tag}
            </span>
          ))}
          {move.from && t('From {title}, bars {bars}.', { title: move.from.title, bars: move.from.bars })}
        </p>
      )}
      {children}
      <div className="move-how">
        <TextField
          select
          size="small"
          label={t('Key')}
          value={musicalKey.tonic}
          onChange={({ target }) => onKey(target.value)}
        >
          {keys.map((key) => (
            <MenuItem key={key.tonic} value={key.tonic}>
              <Glyphs text={keyWords(formatKey(key))} />
            </MenuItem>
          ))}
        </TextField>
        <Choice label={t('Through the keys')} choices={ROUNDS} value={round} onChoose={onRound} />
        <DraftField
          label={t('Beats a minute')}
          inputMode="numeric"
          width={120}
          value={String(tempo)}
          faultOf={(text) =>
            Number(text) >= SLOWEST && Number(text) <= FASTEST
              ? null
              : t('{slowest} to {fastest}', { slowest: SLOWEST, fastest: FASTEST })
          }
          onTake={(text) => onTempo(Math.round(Number(text)))}
        />
      </div>
      <div className="move-deeds">
        <Form method="post">
          <input type="hidden" name="intent" value="begin" />
          <input type="hidden" name="id" value={id} />
          <input type="hidden" name="key" value={formatKey(musicalKey)} />
          <input type="hidden" name="tempo" value={tempo} />
          <input type="hidden" name="playerId" value={playerId} />
          <Button type="submit" variant="outlined" size="small">
            {t('Begin a tune with it')}
          </Button>
        </Form>
        <Button variant="outlined" size="small" onClick={() => practise({ kind: 'move', id, name: move.name })}>
          {t('Practise it')}
        </Button>
        {isOwn ? (
          <>
            <Button variant="outlined" size="small" onClick={() => edit(true)}>
              {t('Change')}
            </Button>
            <Earlier
              earlier={earlier}
              onBack={(before, when) =>
                onChange(id, before, t('“{name}” as it was before {when}', { name: before.name, when }))
              }
            />
            <Button size="small" onClick={() => onPutAway(one)}>
              {t('Put away')}
            </Button>
          </>
        ) : (
          <Button variant="outlined" size="small" onClick={own}>
            {t('Make it yours')}
          </Button>
        )}
        <Button
          size="small"
          onClick={() => download(fileName(move.name, 'json'), writeKeptMoves([one]), 'application/json')}
        >
          {t('Save as a file')}
        </Button>
        <FormControlLabel
          control={<Switch size="small" checked={one.inTakes} onChange={(_, on) => onTakes(on)} />}
          label={t('Three takes may use it')}
        />
      </div>
      <Suspense>
        {editing && (
          <EditMove
            move={move}
            onSave={(next) => {
              onChange(id, next);
              edit(false);
            }}
            onClose={() => edit(false)}
          />
        )}
      </Suspense>
    </section>
  );
}

interface EarlierProps {
  readonly earlier: readonly EarlierMove[];
  readonly onBack: (move: KeptMove, when: string) => void;
}

/** What a move was before, to go back to. */
function Earlier({ earlier, onBack }: EarlierProps) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  if (earlier.length === 0) return null;
  return (
    <>
      <Button size="small" onClick={({ currentTarget }) => setAnchor(currentTarget)}>
        {t('As it was')}
      </Button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {earlier.map(({ at, doc }) => {
          const read = readKeptMove(doc);
          if (!read.ok) return null;
          const when = new Date(at).toLocaleString(locale(), { dateStyle: 'medium', timeStyle: 'short' });
          return (
            <MenuItem
              key={at}
              onClick={() => {
                setAnchor(null);
                onBack(read.value, when);
              }}
            >
              {t('{name}, before {when}', { name: read.value.name, when })}
            </MenuItem>
          );
        })}
      </Menu>
    </>
  );
}
