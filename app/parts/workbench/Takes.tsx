import { t } from '../../../core/index.ts';
import { Suspense, useState } from 'react';
import { Link, useFetcher, useNavigate } from 'react-router';
import { theOutbox } from '../../keep/browser.ts';
import { Anchored } from '../frame/Anchored.tsx';
import { MenuItemLater, DividerLater, later } from '../frame/later.tsx';
import { useDeleted } from '../frame/useDeleted.ts';

const Deleted = later(async () => (await import('../frame/Deleted.tsx')).Deleted);
const NameDialog = later(async () => (await import('../frame/NameDialog.tsx')).NameDialog);

/** A take, to be chosen. */
export interface TakeName {
  readonly id: string;
  readonly name: string;
  /** Its document cannot be read. */
  readonly unreadable: boolean;
}

interface TakesProps {
  readonly takes: readonly TakeName[];
  readonly takeId: string;
  readonly tuneId: string;
  /** Asks for whole takes. */
  readonly onThreeTakes: () => void;
}

/** The takes of a tune: which one is on the bench, its name, and a way to put it in the bin. */
export function Takes({ takes, takeId, tuneId, onThreeTakes }: TakesProps) {
  const navigate = useNavigate();
  const fetcher = useFetcher();
  const [renaming, setRenaming] = useState(false);
  const deleted = useDeleted();
  const here = takes.find(({ id }) => id === takeId);
  const others = takes.filter(({ id, unreadable }) => id !== takeId && !unreadable);
  const submit = async (intent: string, id: string, more: Record<string, string> = {}) => {
    await fetcher.submit({ intent, id, ...more }, { method: 'post', action: `/tunes/${tuneId}/takes` });
    theOutbox().announce(`tune:${tuneId}`);
  };
  const remove = async () => {
    if (!here) return;
    await navigate(`?take=${others[0]!.id}`);
    await submit('delete', here.id);
    deleted.add({ id: here.id, name: here.name });
  };
  return (
    <>
      <Anchored label={t('Takes')} icon={null} text={here?.name ?? t('Take')} className="head-take">
        {(close) => [
          ...takes.map(({ id, name, unreadable }) => (
            <MenuItemLater
              key={id}
              selected={id === takeId}
              onClick={() => {
                close();
                if (unreadable) location.assign(`/keeping/raw/take/${id}`);
                else void navigate(`?take=${id}`);
              }}
            >
              {name}
              {unreadable && ` ${t('(cannot be read; save its raw text)')}`}
            </MenuItemLater>
          )),
          <DividerLater key="line" />,
          <MenuItemLater
            key="three"
            onClick={() => {
              close();
              onThreeTakes();
            }}
          >
            {t('Three takes of the tune…')}
          </MenuItemLater>,
          <MenuItemLater key="place" component={Link} to={`/tunes/${tuneId}/takes?take=${takeId}`} onClick={close}>
            {t('Two takes side by side…')}
          </MenuItemLater>,
          <MenuItemLater
            key="rename"
            onClick={() => {
              close();
              setRenaming(true);
            }}
          >
            {t('Rename this take…')}
          </MenuItemLater>,
          <MenuItemLater
            key="delete"
            disabled={others.length === 0}
            onClick={() => {
              close();
              void remove();
            }}
          >
            {t('Delete this take')}
          </MenuItemLater>,
        ]}
      </Anchored>
      <Suspense>
        {renaming && (
          <NameDialog
            key={`${takeId} ${String(renaming)}`}
            open={renaming}
            what="take"
            name={here?.name ?? ''}
            onClose={() => setRenaming(false)}
            onName={(name) => void submit('rename', takeId, { name })}
          />
        )}
        {deleted.last && (
          <Deleted
            deleted={deleted}
            onUndo={async ({ id }) => {
              await submit('restore', id);
              theOutbox().retryMissing();
              await navigate(`?take=${id}`);
            }}
          />
        )}
      </Suspense>
    </>
  );
}
