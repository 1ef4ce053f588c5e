import { newId } from './ids.ts';
import { locks } from './locks.ts';
import { t } from '../../core/index.ts';
import { useEffect, useSyncExternalStore } from 'react';
import { useLatest } from './latest.ts';
import { Outbox, type Edit, type Outgoing, type Told } from './outbox.ts';
import { readAside } from './stored.ts';

/** The one outbox of a window; made in the browser only. */
let outbox: Outbox | null = null;

/** What the server last answered of each aggregate: a place that opens later than an answer came may have loaded what was before it. */
const answered = new Map<string, { readonly version: number; readonly cells: Readonly<Record<string, unknown>> }>();
/** When an edit was last answered, to any window: wall-clock milliseconds in local storage. */
const ANSWERED_AT = 'heron.answered-at';
let looked = false;
/** Once a page load: whether an edit was answered while the page was on its way, so that it may not show what was saved. */
export function missedAnswer(): boolean {
  const first = !looked;
  looked = true;
  return first && Number(localStorage.getItem(ANSWERED_AT)) >= Math.floor(performance.timeOrigin);
}

/** The newer of what a place was loaded with and what was answered since. */
export function newest<T extends { readonly version: number; readonly cells: Readonly<Record<string, unknown>> }>(
  aggregate: string,
  kept: T,
): Pick<T, 'version' | 'cells'> {
  const last = answered.get(aggregate);
  return last && last.version > kept.version ? last : kept;
}

/** One window at a time sends; a window holds its own name for as long as it is open. */
const SENDING = 'heron.sending';
const WINDOW = 'heron.window.';

export function theOutbox(): Outbox {
  if (outbox) return outbox;
  const channel = new BroadcastChannel('heron');
  adoptCarried();
  const made = new Outbox({
    storage: localStorage,
    async send(edit) {
      const reply = await fetch('/edits', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(requestOf(edit)),
      });
      return { status: reply.status, body: await reply.json().catch(() => null) };
    },
    later: (run, ms) => void setTimeout(run, ms),
    now: Date.now,
    newId: newId,
    alone: (run) => locks.request(SENDING, run),
    async isOpen(name) {
      const { held = [] } = await locks.query();
      return held.some((lock) => lock.name === WINDOW + name);
    },
    tell: (told) => channel.postMessage(told),
  });
  outbox = made;
  made.listen(({ aggregate }, answer) => {
    if (answer.status === 'saved' || answer.status === 'conflict') answered.set(aggregate, answer);
    try {
      localStorage.setItem(ANSWERED_AT, String(Date.now()));
    } catch {
      // No room: a page on its way is then looked at anew when it is next seen.
    }
  });
  void locks.request(WINDOW + made.window, () => new Promise(() => undefined));
  channel.onmessage = ({ data }: MessageEvent<Told>) => made.heard(data);
  addEventListener('storage', ({ key, newValue, storageArea }) => {
    if (storageArea === localStorage) made.heardStorage(key, newValue);
  });
  addEventListener('online', () => void made.flush());
  addEventListener('beforeunload', (event) => {
    // What could not be stored is in this window alone.
    if (made.shown.unstored > 0) event.preventDefault();
  });
  void made.flush();
  return made;
}

const requestOf = ({ editId, aggregate, baseVersion, after, patch }: Edit) => ({
  editId,
  aggregate,
  baseVersion,
  after,
  patch,
});

/** Takes over what the app's other name could not save: it comes in the address, and is shown as not saved. */
function adoptCarried(): void {
  const carried = /^#carried=(.*)$/.exec(location.hash)?.[1];
  if (carried === undefined) return;
  try {
    const words = t('It waited under another address of Yellow Heron, and could not be saved from there.');
    for (const text of JSON.parse(decodeURIComponent(carried)) as string[]) {
      const key = `heron.aside.carried-${newId()}`;
      const { edit } = readAside(key, text, Date.now());
      localStorage.setItem(key, edit ? JSON.stringify({ edit, why: 'carried', words, at: Date.now() }) : text);
    }
    history.replaceState(history.state, '', location.pathname + location.search);
  } catch {
    // It stays in the address, and where it came from.
  }
}

const NOTHING: Outgoing = { state: { kind: 'saved' }, pending: 0, aside: [], unstored: 0 };

/** What is on its way and what could not be saved, for showing. */
export function useOutgoing(): Outgoing {
  return useSyncExternalStore(
    (changed) => theOutbox().watch(changed),
    () => theOutbox().shown,
    () => NOTHING,
  );
}

/** Hears what is changed otherwise than by edits, here and in other windows: tunes deleted, takes renamed, a backup put back. */
export function useChanges(hear: (aggregate: string) => void): void {
  const latest = useLatest(hear);
  useEffect(() => theOutbox().listenToChanges((aggregate) => latest.current(aggregate)), [latest]);
}
