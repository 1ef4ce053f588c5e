import { useSyncExternalStore } from 'react';
import { Outbox, type Edit, type SaveState } from './outbox.ts';

/** The one outbox of a window; made in the browser only. */
let outbox: Outbox | null = null;

export function theOutbox(): Outbox {
  if (outbox) return outbox;
  outbox = new Outbox({
    storage: localStorage,
    async send(edit) {
      const { at: _at, ...request } = edit;
      const reply = await fetch('/edits', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(request),
      });
      return { status: reply.status, body: await reply.json().catch(() => null) };
    },
    later: (run, ms) => void setTimeout(run, ms),
    now: Date.now,
  });
  addEventListener('online', () => void outbox?.flush());
  void outbox.flush();
  return outbox;
}

const CLIENT = 'heron.client';

/** A name for this window that lasts as long as it does, reloads included. */
function clientName(): string {
  const known = sessionStorage.getItem(CLIENT);
  if (known) return known;
  const name = crypto.randomUUID();
  sessionStorage.setItem(CLIENT, name);
  return name;
}

/** An edit of this window, ready to be put in the outbox. */
export function makeEdit(aggregate: string, baseVersion: number, patch: Edit['patch']): Edit {
  return { editId: `${clientName()}.${crypto.randomUUID()}`, aggregate, baseVersion, patch, at: Date.now() };
}

const SAVED: SaveState = { kind: 'saved' };

/** The state of saving, for showing. */
export function useSaveState(): SaveState {
  return useSyncExternalStore(
    (changed) => theOutbox().watch(changed),
    () => theOutbox().state,
    () => SAVED,
  );
}
