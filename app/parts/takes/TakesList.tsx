import { plural, t, type TakeAbout } from '../../../core/index.ts';
import MoreVert from '@mui/icons-material/MoreVert';
import { Suspense, useState } from 'react';
import { useFetcher, useNavigate } from 'react-router';
import { theOutbox } from '../../keep/browser.ts';
import { Anchored } from '../frame/Anchored.tsx';
import { DividerLater, later, MenuItemLater } from '../frame/later.tsx';
import { useDeleted } from '../frame/useDeleted.ts';
import type { TakeName } from '../workbench/Takes.tsx';
import { PLAIN_NAME } from './useTwoTakes.ts';
import './takes.css';

const Deleted = later(async () => (await import('../frame/Deleted.tsx')).Deleted);
const NameDialog = later(async () => (await import('../frame/NameDialog.tsx')).NameDialog);

/** A take in the list, with how it came to be. */
export interface ListedTake extends TakeName {
  readonly about: TakeAbout | null;
  readonly wishes: number;
}

interface TakesListProps {
  readonly tuneId: string;
  readonly takes: readonly ListedTake[];
  readonly above: string;
  /** Null: the plain chart. */
  readonly below: string | null;
  readonly onAbove: (id: string) => void;
  readonly onBelow: (id: string | null) => void;
}

/** The takes of a tune: what each was made for, which two stand side by side, and what is done to one as a whole. */
export function TakesList({ tuneId, takes, above, below, onAbove, onBelow }: TakesListProps) {
  const fetcher = useFetcher<{ readonly made?: string }>();
  const navigate = useNavigate();
  const deleted = useDeleted();
  const [renaming, setRenaming] = useState<ListedTake | null>(null);
  const action = `/tunes/${tuneId}/takes`;
  const submit = async (fields: Record<string, string>) => {
    await fetcher.submit(fields, { method: 'post', action });
    theOutbox().announce(`tune:${tuneId}`);
  };
  const readable = takes.filter(({ unreadable }) => !unreadable);
  const move = (id: string, by: 1 | -1) => {
    const ids = takes.map((take) => take.id);
    const at = ids.indexOf(id);
    if (!ids[at + by]) return;
    [ids[at], ids[at + by]] = [ids[at + by]!, ids[at]!];
    void submit({ intent: 'order', ids: ids.join(' ') });
  };
  const remove = async ({ id, name }: ListedTake) => {
    const left = readable.filter((take) => take.id !== id);
    if (id === above) onAbove(left.find((take) => take.id !== below)?.id ?? left[0]!.id);
    if (id === below) onBelow(null);
    await submit({ intent: 'delete', id });
    deleted.add({ id, name });
  };
  return (
    <section className="takes-list" aria-label={t('The takes of this tune')}>
      <ol>
        {takes.map((take, i) => (
          <li
            key={take.id}
            className={take.id === above || take.id === below ? 'takes-shown' : ''}
            onKeyDown={(event) => {
              if (!event.altKey || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return;
              event.preventDefault();
              move(take.id, event.key === 'ArrowUp' ? -1 : 1);
            }}
          >
            <div>
              <b>{take.name}</b>
              <small>{take.unreadable ? t('cannot be read') : aboutText(take)}</small>
            </div>
            <Anchored label={t('{name}: more', { name: take.name })} icon={<MoreVert fontSize="small" />}>
              {(close) => {
                const run = (deed: () => void) => () => {
                  close();
                  deed();
                };
                return [
                  <MenuItemLater
                    key="open"
                    onClick={run(() => {
                      if (take.unreadable) location.assign(`/keeping/raw/take/${take.id}`);
                      else void navigate(`/tunes/${tuneId}/bench?take=${take.id}`);
                    })}
                  >
                    {take.unreadable ? t('Save its raw text') : t('Open it on the bench')}
                  </MenuItemLater>,
                  <MenuItemLater key="rename" onClick={run(() => setRenaming(take))}>
                    {t('Rename…')}
                  </MenuItemLater>,
                  <MenuItemLater
                    key="copy"
                    disabled={take.unreadable}
                    onClick={run(() => void submit({ intent: 'copy', id: take.id }))}
                  >
                    {t('Copy')}
                  </MenuItemLater>,
                  <MenuItemLater key="up" disabled={i === 0} onClick={run(() => move(take.id, -1))}>
                    {t('Move up')} <span className="menu-key">{t('Alt ↑')}</span>
                  </MenuItemLater>,
                  <MenuItemLater key="down" disabled={i === takes.length - 1} onClick={run(() => move(take.id, 1))}>
                    {t('Move down')} <span className="menu-key">{t('Alt ↓')}</span>
                  </MenuItemLater>,
                  <DividerLater key="line" />,
                  <MenuItemLater
                    key="delete"
                    disabled={!take.unreadable && readable.length < 2}
                    onClick={run(() => void remove(take))}
                  >
                    {t('Delete')}
                  </MenuItemLater>,
                ];
              }}
            </Anchored>
            <span className="takes-where" role="group" aria-label={t('Where {name} stands', { name: take.name })}>
              <button
                type="button"
                aria-pressed={take.id === above}
                disabled={take.unreadable}
                onClick={() => onAbove(take.id)}
              >
                {t('above')}
              </button>
              <button
                type="button"
                aria-pressed={take.id === below}
                disabled={take.unreadable || take.id === above}
                onClick={() => onBelow(take.id)}
              >
                {t('below')}
              </button>
            </span>
          </li>
        ))}
        <li className={below === null ? 'takes-shown' : ''}>
          <div>
            <b>{t(PLAIN_NAME)}</b>
            <small>{t('its own chords in root position, to compare with')}</small>
          </div>
          <span className="takes-where" role="group" aria-label={t('Where {name} stands', { name: PLAIN_NAME })}>
            <button type="button" aria-pressed={below === null} onClick={() => onBelow(null)}>
              {t('below')}
            </button>
          </span>
        </li>
      </ol>
      <Suspense>
        {renaming && (
          <NameDialog
            key={renaming.id}
            open
            what="take"
            name={renaming.name}
            onClose={() => setRenaming(null)}
            onName={(name) => void submit({ intent: 'rename', id: renaming.id, name })}
          />
        )}
        {deleted.last && (
          <Deleted
            deleted={deleted}
            onUndo={async ({ id }) => {
              await submit({ intent: 'restore', id });
              theOutbox().retryMissing();
            }}
          />
        )}
      </Suspense>
    </section>
  );
}

/** How a take came to be, and what was asked of it. */
function aboutText({ about, wishes }: ListedTake): string {
  const wished = wishes === 0 ? [] : [`${plural(wishes, '{n} wish', '{n} wishes')}`];
  if (about === null) return [t('by hand'), ...wished].join(' · ');
  if (about.from === 'copy') return [t('a copy of {of}', { of: about.of }), ...wished].join(' · ');
  if (about.from === 'conflict') return [t('what another window had'), ...wished].join(' · ');
  const { style, stray, bars, words } = about;
  const asked = [
    t('{style}, stray {stray}', { style: style ?? t('no style'), stray }),
    ...(bars === null ? [] : [bars]),
    ...wished,
  ];
  return `${asked.join(' · ')}${words === '' ? '' : `: ${words}`}`;
}
