import { rich } from '../frame/rich.tsx';
import { msg, t } from '../../../core/index.ts';
import Add from '@mui/icons-material/Add';
import RedoOutlined from '@mui/icons-material/RedoOutlined';
import UndoOutlined from '@mui/icons-material/UndoOutlined';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import { useMemo } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { Form, Link, NavLink, useFetcher, useNavigate } from 'react-router';
import { Notice } from '../frame/Notice.tsx';
import { theOutbox } from '../../keep/browser.ts';
import { useCells } from '../../keep/cells.ts';
import { useFresh } from '../../keep/fresh.ts';
import { useSettings, type KeptPlayer } from '../../keep/player.ts';
import { Deleted } from '../frame/Deleted.tsx';
import { useDeleted, type DeletedList } from '../frame/useDeleted.ts';
import { Frame } from '../frame/Frame.tsx';
import { KeySheet, type Keys } from '../frame/KeySheet.tsx';
import { SaveState } from '../frame/SaveState.tsx';
import { Tool } from '../frame/Tool.tsx';
import { HandAndGuitar } from './HandAndGuitar.tsx';
import './player.css';

interface PlayerPlaceProps {
  readonly players: readonly KeptPlayer[];
  readonly playerId: string;
  /** The tune one comes from, and who plays it. */
  readonly tune: {
    readonly id: string;
    readonly title: string;
    readonly version: number;
    readonly playerId: string;
  } | null;
}

const KEYS: Keys = [
  ['N', msg('a new player')],
  ['[ ]', msg('the player before, the next')],
  ['Tab', msg('from setting to setting')],
  ['Ctrl Z', msg('undo a change of settings')],
  ['Ctrl Shift Z', msg('redo it')],
  ['?', msg('this sheet')],
];

/** Who plays: the hand, the guitar, and the company. */
export function PlayerPlace({ players, playerId, tune }: PlayerPlaceProps) {
  useFresh();
  const at = players.findIndex(({ id }) => id === playerId);
  // Kept over the way to another player.
  const deleted = useDeleted();
  return <OnePlayer key={playerId} {...{ players, at, tune, deleted }} kept={players[at]!} />;
}

interface OnePlayerProps extends Omit<PlayerPlaceProps, 'playerId'> {
  readonly at: number;
  readonly kept: KeptPlayer;
  readonly deleted: DeletedList;
}

function OnePlayer({ players, at, kept, tune, deleted }: OnePlayerProps) {
  const { player, change, undo, redo, said, dismiss } = useSettings(kept);
  const fetcher = useFetcher();
  const navigate = useNavigate();
  const search = tune === null ? '' : `?tune=${tune.id}`;
  const submit = (intent: string, id: string) =>
    void fetcher.submit({ intent, id }, { method: 'post', action: `/players/${id}${search}` });
  const go = (by: number) => {
    const other = players[at + by];
    if (other) void navigate(`/players/${other.id}${search}`);
  };
  const free = { preventDefault: true };
  useHotkeys('n', () => submit('new', kept.id), free);
  useHotkeys('bracketleft', () => go(-1), free);
  useHotkeys('bracketright', () => go(1), free);
  useHotkeys('mod+z', () => undo?.(), free);
  useHotkeys('mod+shift+z, mod+y', () => redo?.(), free);
  return (
    <Frame
      tuneId={tune?.id ?? null}
      header={
        <>
          <div className="head-title">
            <h1>{player.name}</h1>
            <span className="facts">{t('the hand and the guitar')}</span>
          </div>
          <span className="head-gap" />
          <SaveState />
          <span className="head-tools">
            <Tool
              label={undo ? t('Undo the last change') : t('Nothing to undo')}
              disabled={undo === null}
              onClick={() => undo?.()}
            >
              <UndoOutlined fontSize="small" />
            </Tool>
            <Tool label={redo ? t('Redo it') : t('Nothing to redo')} disabled={redo === null} onClick={() => redo?.()}>
              <RedoOutlined fontSize="small" />
            </Tool>
            <KeySheet keys={KEYS} />
          </span>
        </>
      }
    >
      <div className="players">
        <nav className="players-list" aria-label={t('Players')}>
          {players.map(({ id, name }) => (
            <NavLink key={id} to={`/players/${id}${search}`}>
              {id === kept.id ? player.name : name}
              {tune?.playerId === id && <small>{t('plays {title}', { title: tune.title })}</small>}
            </NavLink>
          ))}
          <Form method="post" action={`/players/${kept.id}${search}`}>
            <input type="hidden" name="intent" value="new" />
            <Button type="submit" startIcon={<Add />}>
              {t('New player')}
            </Button>
          </Form>
        </nav>
        <div className="players-one">
          {tune && <OfTune tune={tune} kept={kept} name={player.name} />}
          {kept.unreadable ? (
            <Alert severity="error">
              {t('What is kept of this player cannot be read, and is left as it is; default settings stand in.')}{' '}
              {rich(t('{save}, or bring back what it was: {backups}.'), {
                save: (
                  <a href={`/keeping/raw/player/${kept.id}`} download>
                    {t('Save its raw text')}
                  </a>
                ),
                backups: <Link to="/keeping">{t('backups')}</Link>,
              })}
            </Alert>
          ) : (
            <HandAndGuitar player={player} onChange={change} />
          )}
          <div className="players-end">
            <Button variant="outlined" onClick={() => submit('duplicate', kept.id)}>
              {t('Duplicate')}
            </Button>
            {players.length > 1 && (
              <Button
                variant="outlined"
                onClick={() => {
                  submit('delete', kept.id);
                  deleted.add({ id: kept.id, name: player.name });
                }}
              >
                {t('Delete this player')}
              </Button>
            )}
          </div>
        </div>
      </div>
      {/* Once another stands here: an undo pressed on the way there would be lost with what it was pressed on. */}
      {deleted.last?.id !== kept.id && (
        <Deleted
          deleted={deleted}
          onUndo={({ id }) => {
            submit('restore', id);
            theOutbox().retryMissing();
          }}
        />
      )}
      <Notice open={said !== null} message={said} goes onClose={dismiss} />
    </Frame>
  );
}

/** Offers to play the tune one came from as this player. */
function OfTune({ tune, kept, name }: { tune: NonNullable<PlayerPlaceProps['tune']>; kept: KeptPlayer; name: string }) {
  const [cells, edit] = useCells(
    `tune:${tune.id}`,
    useMemo(() => ({ version: tune.version, cells: { playerId: tune.playerId } }), [tune.version, tune.playerId]),
    t('who plays the tune'),
  );
  const bench = (
    <Button component={Link} to={`/tunes/${tune.id}/bench`} variant="outlined">
      {t('Back to the bench')}
    </Button>
  );
  return (
    <Alert severity="info" className="players-tune" action={bench}>
      {cells.playerId === kept.id ? (
        <>{t('{name} plays {title}.', { name, title: tune.title })}</>
      ) : (
        <>
          {t('Another plays {title}.', { title: tune.title })}{' '}
          <Button size="small" onClick={() => edit({ playerId: kept.id })}>
            {t('Let {name} play it', { name })}
          </Button>
        </>
      )}
    </Alert>
  );
}
