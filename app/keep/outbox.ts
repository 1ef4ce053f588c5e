import type { EditAnswer, Patch } from '../../core/index.ts';
import { answerIn, type Reply } from './reply.ts';
import { ASIDE, kept, readAside, readWaiting, WAITING, type Aside, type Edit } from './stored.ts';

export type { Aside, Edit } from './stored.ts';

/** How saving goes. */
export type SaveState =
  | { readonly kind: 'saved' }
  | { readonly kind: 'saving' }
  /** The server does not answer, or says why it cannot save anything now. */
  | { readonly kind: 'waiting'; readonly retryAt: number; readonly words: string | null };

/** All that is shown of an outbox; a new one at each change. */
export interface Outgoing {
  readonly state: SaveState;
  /** Edits that wait for their answer, of all windows. */
  readonly pending: number;
  /** What could not be saved and is not tried any more, oldest first. */
  readonly aside: readonly Aside[];
  /** Edits of this window that the browser had no room for: closing it before they are sent would lose them. */
  readonly unstored: number;
}

const COUNT = 'heron.count';
/** The counter in a key sorts as text. */
const DIGITS = 12;
const FIRST_RETRY_MS = 1000;
const LONGEST_RETRY_MS = 30_000;
/** A server that fails at one edit so often will go on failing. */
const MOST_FAILURES = 3;

/** What an outbox tells the others of the same address: what became of an edit, or that something else changed. */
export type Told =
  { readonly edit: Edit; readonly answer: EditAnswer; readonly to: string } | { readonly changed: string };

/** What the outbox needs of the world; a test brings its own. */
export interface World {
  readonly storage: Pick<Storage, 'getItem' | 'setItem' | 'removeItem' | 'key' | 'length'>;
  /** Resolves with status and body; rejects when the server cannot be reached. */
  send(edit: Edit): Promise<Reply>;
  later(run: () => void, ms: number): void;
  now(): number;
  newId(): string;
  /** Runs while no other window of the address sends. */
  alone<T>(run: () => Promise<T>): Promise<T>;
  /** Whether a window of this name is open. */
  isOpen(name: string): Promise<boolean>;
  tell(told: Told): void;
}

/** Hears what became of an edit; `own`: this window is the one to say so when it lost. */
type Listener = (edit: Edit, answer: EditAnswer, own: boolean) => void;

/** What became of an attempt to send one edit. */
type Sent = 'settled' | 'failed' | 'away';

/**
 * Sends edits one at a time until each is acknowledged: in order for each document, and no document waits for another.
 * One key of local storage an edit, shared by all windows of the address; one of them sends. What is refused, or fails
 * again and again, is set aside, where the player sees it.
 */
export class Outbox {
  /** This window, until it is loaded again: nothing that a duplicated tab could take along. */
  readonly window: string;
  readonly #world: World;
  readonly #listeners = new Set<Listener>();
  readonly #hearers = new Set<(aggregate: string) => void>();
  readonly #watchers = new Set<() => void>();
  /** What waits, by its key in storage, oldest first. */
  #waiting: Map<string, Edit>;
  readonly #aside: Map<string, Aside>;
  /** Keys of edits that the storage had no room for. */
  readonly #unstored = new Set<string>();
  readonly #failures = new Map<string, number>();
  /** The last edit of a document that was saved over nobody else's, and the version it made. */
  readonly #saved = new Map<string, { readonly editId: string; readonly version: number }>();
  #shown: Outgoing = { state: { kind: 'saved' }, pending: 0, aside: [], unstored: 0 };
  #count = 0;
  /** The highest count of all that waited. */
  #newest = 0;
  #busy = false;
  #retry = FIRST_RETRY_MS;
  #wake = 0;

  constructor(world: World) {
    this.#world = world;
    this.window = world.newId();
    const { waiting, aside } = kept(world.storage, world.now());
    this.#waiting = waiting;
    this.#aside = aside;
    const counts = [...waiting.values()].map(({ count }) => count);
    this.#count = Math.max(0, Number(world.storage.getItem(COUNT) ?? 0) || 0, ...counts);
    this.#newest = this.#count;
    // What was deleted may be back from the bin.
    this.retryMissing();
    this.#show(this.#waiting.size > 0 ? { kind: 'saving' } : this.#shown.state);
  }

  get shown(): Outgoing {
    return this.#shown;
  }

  watch(watcher: () => void): () => void {
    this.#watchers.add(watcher);
    return () => this.#watchers.delete(watcher);
  }

  /** Hears of every answer, to whatever window. */
  listen(listener: Listener): () => void {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  }

  /** Hears what was changed otherwise than by an edit (`tune:x`, `shelf`). */
  listenToChanges(hearer: (aggregate: string) => void): () => void {
    this.#hearers.add(hearer);
    return () => this.#hearers.delete(hearer);
  }

  /** Tells all other windows that something was changed otherwise than by an edit. */
  announce(aggregate: string): void {
    this.#world.tell({ changed: aggregate });
  }

  /** Edits not yet acknowledged, oldest first, of one document or of all. */
  pending(aggregate?: string): Edit[] {
    const all = [...this.#waiting.values()];
    return aggregate === undefined ? all : all.filter((edit) => edit.aggregate === aggregate);
  }

  /**
   * Keeps an edit of this window at once, and sends it once what it changes is drawn. It is made on `baseVersion` and
   * after all that waits for the same document, which this window shows; or after `after`. `label` says what it is.
   */
  edit(
    aggregate: string,
    baseVersion: number,
    patch: Patch<unknown>,
    { label = '', after }: { readonly label?: string; readonly after?: string | null } = {},
  ): Edit {
    const { storage, now, newId } = this.#world;
    this.#count = Math.max(this.#count, Number(storage.getItem(COUNT) ?? 0) || 0) + 1;
    const edit: Edit = {
      editId: `${this.window}.${newId()}`,
      aggregate,
      baseVersion,
      patch,
      after: after === undefined ? (this.pending(aggregate).at(-1)?.editId ?? null) : after,
      count: this.#count,
      at: now(),
      label,
    };
    this.#put(edit);
    return edit;
  }

  #put(edit: Edit): void {
    const key = `${WAITING}${String(edit.count).padStart(DIGITS, '0')}.${edit.editId}`;
    this.#waiting.set(key, edit);
    this.#newest = Math.max(this.#newest, edit.count);
    try {
      this.#world.storage.setItem(key, JSON.stringify(edit));
      this.#world.storage.setItem(COUNT, String(edit.count));
    } catch {
      if (this.#world.storage.getItem(key) === null) this.#unstored.add(key);
    }
    this.#show(this.#shown.state.kind === 'waiting' ? this.#shown.state : { kind: 'saving' });
    this.#world.later(() => void this.flush(), 0);
  }

  /** Sends what waits. Called on every edit, on loading, and when the network comes back. */
  async flush(): Promise<void> {
    if (this.#busy) return;
    this.#busy = true;
    try {
      await this.#world.alone(() => this.#sendAll());
    } finally {
      this.#busy = false;
    }
  }

  async #sendAll(): Promise<void> {
    /** Documents whose next edit failed: what follows it there waits with it. */
    const held = new Set<string>();
    for (;;) {
      const next = firstOf(this.#waiting, ({ aggregate }) => !held.has(aggregate));
      if (!next) break;
      const [key, edit] = next;
      // Another window sent it meanwhile.
      if (!this.#unstored.has(key) && this.#world.storage.getItem(key) === null) {
        this.#waiting.delete(key);
        continue;
      }
      const sent = await this.#sendOne(key, edit);
      if (sent === 'away') return;
      if (sent === 'failed') held.add(edit.aggregate);
    }
    if (this.#waiting.size > 0) this.#waitAndRetry(null);
    else this.#show({ kind: 'saved' });
  }

  async #sendOne(key: string, edit: Edit): Promise<Sent> {
    let reply: Reply;
    // Right after what it was made after, nobody else came between: so it is as if made on the version that made.
    const before = this.#saved.get(edit.aggregate);
    const follows = before !== undefined && before.editId === edit.after;
    try {
      reply = await this.#world.send(follows ? { ...edit, baseVersion: before.version } : edit);
    } catch {
      this.#waitAndRetry(null);
      return 'away';
    }
    const answer = answerIn(reply);
    if (answer === null || answer.status === 'fault') {
      // Nothing can be saved now, or it is not our server that answers.
      this.#waitAndRetry(answer?.message ?? null);
      return 'away';
    }
    if (answer.status === 'failed') {
      const failures = (this.#failures.get(key) ?? 0) + 1;
      this.#failures.set(key, failures);
      if (failures < MOST_FAILURES) return 'failed';
      const message = `Yellow Heron failed at it ${failures} times (${reply.status}).`;
      this.#settle(key, edit, 'failed', message);
      this.#show();
      for (const listener of this.#listeners) listener(edit, { status: 'invalid', message }, true);
      return 'settled';
    }
    this.#retry = FIRST_RETRY_MS;
    if (answer.status === 'missing')
      this.#settle(
        key,
        edit,
        'missing',
        answer.binned ? 'What it changes lies in the bin.' : 'What it changes was deleted.',
      );
    else if (answer.status === 'invalid') this.#settle(key, edit, 'invalid', answer.message, answer.version);
    else if (answer.status === 'conflict' && answer.kept === null)
      this.#settle(key, edit, 'conflict', 'Another window changed the same meanwhile; that stands.', answer.version);
    else this.#forget(key);
    if (answer.status === 'saved' && !answer.rebased)
      this.#saved.set(edit.aggregate, { editId: edit.editId, version: answer.version });
    else this.#saved.delete(edit.aggregate);
    const { window } = this;
    const owner = edit.editId.split('.')[0]!;
    const to = owner === window || (await this.#world.isOpen(owner)) ? owner : window;
    this.#world.tell({ edit, answer, to });
    this.#show();
    for (const listener of this.#listeners) listener(edit, answer, to === window);
    return 'settled';
  }

  /** Takes an edit out of what waits and sets it aside; what was made after it was made after its forerunner, now. */
  #settle(key: string, edit: Edit, why: Aside['why'], words: string, version?: number): void {
    const place = ASIDE + edit.editId;
    this.#setAside(place, { key: place, edit, raw: null, why, words, version, at: this.#world.now() });
    for (const [other, follower] of this.#waiting) {
      if (follower.after !== edit.editId) continue;
      const moved = { ...follower, after: edit.after ?? null };
      this.#waiting.set(other, moved);
      if (!this.#unstored.has(other)) this.#store(other, JSON.stringify(moved));
    }
    this.#forget(key);
  }

  /** Set aside first, forgotten then: a page that ends between the two loses nothing. */
  #setAside(place: string, aside: Aside): void {
    this.#aside.set(place, aside);
    this.#store(place, JSON.stringify(aside));
  }

  #store(key: string, text: string): void {
    try {
      this.#world.storage.setItem(key, text);
    } catch {
      this.#unstored.add(key);
    }
  }

  #forget(key: string): void {
    this.#world.storage.removeItem(key);
    this.#waiting.delete(key);
    this.#unstored.delete(key);
    this.#failures.delete(key);
  }

  /** Makes an edit that was set aside once more, on what stands now. */
  applyAgain(key: string): void {
    const aside = this.#aside.get(key);
    if (!aside?.edit) return;
    const { aggregate, patch, label, baseVersion } = aside.edit;
    this.edit(aggregate, aside.version ?? baseVersion, patch, { label });
    this.discard(key);
  }

  /** Sends again, as it was, all that was set aside because something was deleted: it may be back. */
  retryMissing(): void {
    const missing = [...this.#aside.values()].flatMap(({ key, edit, why }) =>
      edit && why === 'missing' ? [{ key, edit }] : [],
    );
    const last = new Map<string, string>();
    for (const { key, edit } of missing.sort((a, b) => a.edit.count - b.edit.count)) {
      this.#put({ ...edit, after: last.get(edit.aggregate) ?? edit.after ?? null, count: ++this.#count });
      last.set(edit.aggregate, edit.editId);
      this.discard(key);
    }
  }

  discard(key: string): void {
    this.#world.storage.removeItem(key);
    this.#aside.delete(key);
    this.#unstored.delete(key);
    this.#show();
  }

  /** What another window of the address put into, or took out of, the storage. */
  heardStorage(key: string | null, text: string | null): void {
    if (key === null) {
      this.#waiting = new Map([...this.#waiting].filter(([one]) => this.#unstored.has(one)));
      this.#aside.clear();
    } else if (key.startsWith(WAITING)) {
      const edit = text === null ? null : readWaiting(text);
      if (edit) {
        const last = this.#newest;
        this.#waiting.set(key, edit);
        this.#newest = Math.max(last, edit.count);
        if (edit.count < last) this.#waiting = new Map([...this.#waiting].sort(([, a], [, b]) => a.count - b.count));
      } else this.#waiting.delete(key);
    } else if (key.startsWith(ASIDE)) {
      if (text === null) this.#aside.delete(key);
      else this.#aside.set(key, readAside(key, text, this.#world.now()));
    } else return;
    const { kind } = this.#shown.state;
    if (kind !== 'waiting') this.#show({ kind: this.#waiting.size > 0 ? 'saving' : 'saved' });
    else this.#show();
    // Whoever put it there may be closed before it is sent.
    if (this.#waiting.size > 0) this.#world.later(() => void this.flush(), FIRST_RETRY_MS);
  }

  /** What another window tells. */
  heard(told: Told): void {
    if ('changed' in told) {
      for (const hearer of this.#hearers) hearer(told.changed);
      return;
    }
    const { edit, answer, to } = told;
    const sent = firstOf(this.#waiting, ({ editId }) => editId === edit.editId);
    if (sent) this.#waiting.delete(sent[0]);
    // It answers: nothing is away any more.
    if (this.#waiting.size === 0) this.#show({ kind: 'saved' });
    else this.#show();
    for (const listener of this.#listeners) listener(edit, answer, to === this.window);
  }

  #waitAndRetry(words: string | null): void {
    const wait = this.#retry;
    this.#retry = Math.min(LONGEST_RETRY_MS, wait * 2);
    this.#show({ kind: 'waiting', retryAt: this.#world.now() + wait, words });
    const mine = ++this.#wake;
    this.#world.later(() => {
      if (mine === this.#wake) void this.flush();
    }, wait);
  }

  #show(state: SaveState = this.#shown.state): void {
    const aside = [...this.#aside.values()].sort((a, b) => a.at - b.at);
    this.#shown = { state, pending: this.#waiting.size, aside, unstored: this.#unstored.size };
    for (const watcher of this.#watchers) watcher();
  }
}

function firstOf<K, V>(map: ReadonlyMap<K, V>, is: (value: V) => boolean): readonly [K, V] | null {
  for (const entry of map) if (is(entry[1])) return entry;
  return null;
}
