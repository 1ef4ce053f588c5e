import { listed, decimal, msg, plural, t, type Msg } from '../../../core/index.ts';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { useEffect, useRef, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { Form, useFetcher, useNavigate, useRevalidator, useSearchParams, useSubmit } from 'react-router';
import { Notice } from '../frame/Notice.tsx';
import { theOutbox, useOutgoing } from '../../keep/browser.ts';
import { EVERYTHING, useFresh } from '../../keep/fresh.ts';
import { Frame } from '../frame/Frame.tsx';
import { KeySheet, type Keys } from '../frame/KeySheet.tsx';
import { SaveState } from '../frame/SaveState.tsx';
import { agoText, whenText } from '../frame/when.ts';
import './keeping.css';

type BackupKind = 'daily' | 'weekly' | 'by-hand' | 'before-restore' | 'before-migration' | 'brought-in';
interface Backup {
  readonly name: string;
  readonly kind: BackupKind;
  readonly at: number;
  readonly bytes: number;
}
interface Contents {
  readonly name: string;
  readonly tunes: number;
  readonly takes: number;
  readonly players: number;
  readonly keptGrips: number;
  readonly keptMoves: number;
  readonly titles: readonly string[];
  readonly changedAt: number | null;
}
type BinKind = 'tune' | 'take' | 'player' | 'grip' | 'move';

interface KeepingProps {
  readonly backups: readonly Backup[];
  /** The backup looked into. */
  readonly shown: Contents | null;
  readonly bin: readonly {
    readonly kind: BinKind;
    readonly id: string;
    readonly title: string;
    readonly of: string | null;
    readonly deletedAt: number;
  }[];
  /** What the bin is searched for. */
  readonly words: string;
  readonly unreadable: readonly { readonly kind: string; readonly id: string; readonly title: string }[];
  readonly now: number;
}

const MADE: Readonly<Record<BackupKind, Msg>> = {
  daily: msg('of the day'),
  weekly: msg('of the week'),
  'by-hand': msg('made by you'),
  'before-restore': msg('before another was put back'),
  'before-migration': msg('before Yellow Heron was renewed'),
  'brought-in': msg('brought in'),
};
const BINNED: Readonly<Record<BinKind, Msg>> = {
  tune: msg('tune'),
  take: msg('take'),
  player: msg('player'),
  grip: msg('grip'),
  move: msg('move'),
};
const BIN_DAYS = 30;
const DAY_MS = 86_400_000;

const KEYS: Keys = [
  ['B', msg('back everything up')],
  ['Tab', msg('from one to the next')],
  ['?', msg('this sheet')],
];

/** What is kept: backups of everything, and what was deleted. */
export function Keeping({ backups, shown, bin, words, unreadable, now }: KeepingProps) {
  useFresh();
  const fetcher = useFetcher<{ putBack?: string; broughtBack?: string; backedUp?: string }>();
  const submit = useSubmit();
  const navigate = useNavigate();
  const { revalidate } = useRevalidator();
  const [, setParams] = useSearchParams();
  const file = useRef<HTMLInputElement>(null);
  const [bringing, setBringing] = useState<'reading' | { readonly problem: string } | null>(null);
  const { pending } = useOutgoing();
  const post = (fields: Record<string, string>) => void fetcher.submit(fields, { method: 'post', action: '/keeping' });
  useHotkeys('b', () => post({ intent: 'back-up' }), { preventDefault: true });
  const answer = fetcher.data;
  useEffect(() => {
    if (fetcher.state !== 'idle' || !answer) return;
    if (answer.putBack) {
      // Every window shows what was there before, this one too.
      theOutbox().announce(EVERYTHING);
      location.assign('/');
    }
    if (answer.broughtBack) {
      theOutbox().announce('shelf');
      theOutbox().retryMissing();
    }
  }, [answer, fetcher.state]);

  const bringIn = async (chosen: File) => {
    setBringing('reading');
    try {
      const reply = await fetch('/keeping/bring-in', { method: 'POST', body: chosen });
      const told = (await reply.json()) as { broughtIn?: string; problem?: string };
      if (told.broughtIn === undefined)
        return setBringing({ problem: told.problem ?? t('This file could not be read.') });
      setBringing(null);
      await navigate(`?backup=${told.broughtIn}`);
    } catch {
      setBringing({
        problem: t('The file could not be sent: Yellow Heron does not answer, or it is larger than a gigabyte.'),
      });
    }
    await revalidate();
  };
  const look = (name: string | null) =>
    setParams(
      (params) => {
        if (name === null) params.delete('backup');
        else params.set('backup', name);
        return params;
      },
      { preventScrollReset: true, replace: true },
    );
  return (
    <Frame
      tuneId={null}
      header={
        <>
          <div className="head-title">
            <h1>{t('Keeping')}</h1>
            <span className="facts">{t('backups, and what was deleted')}</span>
          </div>
          <span className="head-gap" />
          <SaveState />
          <KeySheet keys={KEYS} />
          <Button variant="contained" color="secondary" onClick={() => post({ intent: 'back-up' })}>
            {t('Back everything up')}
          </Button>
        </>
      }
    >
      <div className="keeping">
        {unreadable.length > 0 && (
          <section aria-labelledby="unreadable">
            <h2 id="unreadable">{t('Cannot be read')}</h2>
            <p>{t('Damaged, or written by a newer Yellow Heron. Nothing was changed in it; all else works.')}</p>
            <ul>
              {unreadable.map(({ kind, id, title }) => (
                <li key={`${kind} ${id}`}>
                  <span className="keeping-what">{title}</span>
                  <span>{kind}</span>
                  <span className="keeping-ways">
                    <Button size="small" href={`/keeping/raw/${kind}/${encodeURIComponent(id)}`} download>
                      {t('Save its raw text')}
                    </Button>
                  </span>
                </li>
              ))}
            </ul>
          </section>
        )}
        <section aria-labelledby="backups">
          <h2 id="backups">{t('Backups')}</h2>
          <p>
            {t(
              'Each holds everything, in one file. One is made every day and kept for a week, one every week for two months; those made by you stay. To move to another machine, take one there and bring it in.',
            )}
          </p>
          <div className="keeping-ways">
            <Button variant="outlined" onClick={() => file.current?.click()} disabled={bringing === 'reading'}>
              {bringing === 'reading' ? t('Reading…') : t('Bring one in…')}
            </Button>
            <input
              ref={file}
              type="file"
              hidden
              aria-label={t('A backup from elsewhere')}
              onChange={({ target }) => {
                const chosen = target.files?.[0];
                if (chosen) void bringIn(chosen);
                target.value = '';
              }}
            />
          </div>
          {typeof bringing === 'object' && bringing !== null && (
            <p className="keeping-problem" role="alert">
              {bringing.problem}
            </p>
          )}
          {backups.length === 0 && (
            <p className="keeping-none">{t('None yet. The first is made with the first tune.')}</p>
          )}
          <ul aria-label={t('Backups')}>
            {backups.map(({ name, kind, at, bytes }) => (
              <li key={name}>
                <span className="keeping-what">{whenText(at, now)}</span>
                <span>
                  {agoText(now - at)}, {t(MADE[kind])}
                </span>
                <span>{sizeText(bytes)}</span>
                <span className="keeping-ways">
                  <Button size="small" onClick={() => look(name)}>
                    {t('Look into it')}
                  </Button>
                  <Button size="small" href={`/keeping/backups/${name}`} download>
                    {t('Save as a file')}
                  </Button>
                </span>
              </li>
            ))}
          </ul>
        </section>
        <section aria-labelledby="bin">
          <h2 id="bin">{t('The bin')}</h2>
          <p>{t('What was deleted stays here for thirty days.')}</p>
          {(bin.length > 4 || words !== '') && (
            <Form onChange={(event) => void submit(event.currentTarget, { replace: true, preventScrollReset: true })}>
              <TextField size="small" label={t('Find in the bin')} name="words" defaultValue={words} />
            </Form>
          )}
          {bin.length === 0 && (
            <p className="keeping-none">{words === '' ? t('It is empty.') : t('Nothing in it is called so.')}</p>
          )}
          <ul aria-label={t('The bin')}>
            {bin.map(({ kind, id, title, of, deletedAt }) => (
              <li key={`${kind} ${id}`}>
                <span className="keeping-what">{title}</span>
                <span>
                  {t(BINNED[kind])}
                  {of !== null && ` ${t('of {of}', { of })}`}
                </span>
                <span>
                  {agoText(now - deletedAt)}, {daysLeft(now - deletedAt)}
                </span>
                <span className="keeping-ways">
                  <Button size="small" variant="outlined" onClick={() => post({ intent: 'bring-back', kind, id })}>
                    {t('Bring back')}
                  </Button>
                </span>
              </li>
            ))}
          </ul>
        </section>
      </div>
      {shown && (
        <Preview
          shown={shown}
          made={backups.find(({ name }) => name === shown.name)?.at ?? now}
          pending={pending}
          busy={fetcher.state !== 'idle'}
          onClose={() => look(null)}
          onPutBack={() => post({ intent: 'put-back', name: shown.name })}
        />
      )}
      <Notice
        open={fetcher.state === 'idle' && answer?.backedUp !== undefined}
        message={t('Everything was backed up, and checked.')}
        goes
        onClose={() => fetcher.reset()}
      />
    </Frame>
  );
}

interface PreviewProps {
  readonly shown: Contents;
  readonly made: number;
  /** Changes that are not saved yet. */
  readonly pending: number;
  readonly busy: boolean;
  readonly onClose: () => void;
  readonly onPutBack: () => void;
}

/** What a backup holds, before it takes the place of everything. */
function Preview({ shown, made, pending, busy, onClose, onPutBack }: PreviewProps) {
  const { tunes, takes, players, keptGrips, keptMoves, titles, changedAt } = shown;
  return (
    <Dialog open onClose={onClose} maxWidth="xs" fullWidth>
      <DialogTitle>{t('The backup of {when}', { when: whenText(made) })}</DialogTitle>
      <DialogContent>
        <p>
          {t('It was checked, and holds {things}.', {
            things: listed([
              plural(tunes, '{n} tune', '{n} tunes'),
              plural(takes, '{n} take', '{n} takes'),
              plural(players, '{n} player', '{n} players'),
              plural(keptGrips, '{n} kept grip', '{n} kept grips'),
              plural(keptMoves, '{n} kept move', '{n} kept moves'),
            ]),
          })}
        </p>
        {changedAt !== null && (
          <p>
            {t('Last worked on {when}: {titles}', {
              when: whenText(changedAt),
              titles: titles.join(', ') + (tunes > titles.length ? ' …' : ''),
            })}
          </p>
        )}
        <p>
          {t(
            'Putting it back takes the place of everything there is now. That is backed up first, and can be put back in its turn.',
          )}
        </p>
        {pending > 0 && (
          <p className="keeping-problem">
            {plural(
              pending,
              '{n} change not saved yet: wait for it first.',
              '{n} changes not saved yet: wait for them first.',
            )}
          </p>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{t('Leave it')}</Button>
        <Button variant="contained" color="secondary" disabled={busy || pending > 0} onClick={onPutBack}>
          {busy ? t('Putting it back…') : t('Put it back')}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

function daysLeft(ago: number): string {
  const days = Math.max(0, Math.ceil((BIN_DAYS * DAY_MS - ago) / DAY_MS));
  return plural(days, '{n} day left', '{n} days left');
}

function sizeText(bytes: number): string {
  return bytes < 1_000_000
    ? t('{bytes} kB', { bytes: Math.ceil(bytes / 1000) })
    : t('{bytes} MB', { bytes: decimal(bytes / 1_000_000, 1) });
}
