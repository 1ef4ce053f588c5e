import { t, type EditAnswer, type Patch } from '../../core/index.ts';
import { answerIn, type Reply } from './reply.ts';
import type { Aside, Edit } from './stored.ts';
import { Tray, type TrayStorage } from './tray.ts';

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

const FIRST_RETRY_MS = 1000;
const LONGEST_RETRY_MS = 30_000;
/** A server that fails at one edit so often will go on failing. */
const MOST_FAILURES = 3;

/** What an outbox tells the others of the same address: what became of an edit, or that something else changed. */
export type Told =
  { readonly edit: Edit; readonly answer: EditAnswer; readonly to: string } | { readonly changed: string };

/** What the outbox needs of the world; a test brings its own. */
export interface World {
  readonly storage: TrayStorage;
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
 * They lie in a tray shared by all windows of the address; one of them sends. What is refused, or fails
 * again and again, is set aside, where the player sees it.
 */
export class Outbox {
  /** This window, until it is loaded again: nothing that a duplicated tab could take along. */
  readonly window: string;
  readonly #world: World;
  readonly #listeners = new Set<Listener>();
  readonly #hearers = new Set<(aggregate: string) => void>();
  readonly #watchers = new Set<() => void>();
  readonly #tray: Tray;
  readonly #failures = new Map<string, number>();
  /** The last edit of a document that was saved over nobody else's, and the version it made. */
  readonly #saved = new Map<string, { readonly editId: string; readonly version: number }>();
  #shown: Outgoing = { state: { kind: 'saved' }, pending: 0, aside: [], unstored: 0 };
  #busy = false;
  #retry = FIRST_RETRY_MS;
  #wake = 0;

  constructor(world: World) {
    this.#world = world;
    this.window = world.newId();
    this.#tray = new Tray(world.storage, () => world.now());
    // What was deleted may be back from the bin.
    this.retryMissing();
    this.#show(this.#tray.waiting.size > 0 ? { kind: 'saving' } : this.#shown.state);
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
    const all = [...this.#tray.waiting.values()];
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
    const edit: Edit = {
      editId: `${this.window}.${this.#world.newId()}`,
      aggregate,
      baseVersion,
      patch,
      after: after === undefined ? (this.pending(aggregate).at(-1)?.editId ?? null) : after,
      count: this.#tray.nextCount(),
      at: this.#world.now(),
      label,
    };
    this.#put(edit);
    return edit;
  }

  #put(edit: Edit): void {
    this.#tray.put(edit);
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
      const next = this.#tray.next(({ aggregate }) => !held.has(aggregate));
      if (!next) break;
      const [key, edit] = next;
      const sent = await this.#sendOne(key, edit);
      if (sent === 'away') return;
      if (sent === 'failed') held.add(edit.aggregate);
    }
    if (this.#tray.waiting.size > 0) this.#waitAndRetry(null);
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
      const message = t('Yellow Heron failed at it {failures} times ({status}).', { failures, status: reply.status });
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
        answer.binned ? t('What it changes lies in the bin.') : t('What it changes was deleted.'),
      );
    else if (answer.status === 'invalid') this.#settle(key, edit, 'invalid', answer.message, answer.version);
    else if (answer.status === 'conflict' && answer.kept === null)
      this.#settle(key, edit, 'conflict', t('Another window changed the same meanwhile; that stands.'), answer.version);
    else {
      this.#tray.forget(key);
      this.#failures.delete(key);
    }
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

  #settle(...[key, edit, why, words, version]: Parameters<Tray['setAside']>): void {
    this.#tray.setAside(key, edit, why, words, version);
    this.#failures.delete(key);
  }

  /** Makes an edit that was set aside once more, on what stands now. */
  applyAgain(key: string): void {
    const aside = this.#tray.asideAt(key);
    if (!aside?.edit) return;
    const { aggregate, patch, label, baseVersion } = aside.edit;
    this.edit(aggregate, aside.version ?? baseVersion, patch, { label });
    this.discard(key);
  }

  /** Sends again, as it was, all that was set aside because something was deleted: it may be back. */
  retryMissing(): void {
    const missing = this.#tray
      .aside()
      .flatMap(({ key, edit, why }) => (edit && why === 'missing' ? [{ key, edit }] : []));
    const last = new Map<string, string>();
    for (const { key, edit } of missing.sort((a, b) => a.edit.count - b.edit.count)) {
      this.#put({ ...edit, after: last.get(edit.aggregate) ?? edit.after ?? null, count: this.#tray.nextCount() });
      last.set(edit.aggregate, edit.editId);
      this.discard(key);
    }
  }

  discard(key: string): void {
    this.#tray.discard(key);
    this.#show();
  }

  /** What another window of the address put into, or took out of, the storage. */
  heardStorage(key: string | null, text: string | null): void {
    if (!this.#tray.heard(key, text)) return;
    const waits = this.#tray.waiting.size > 0;
    const { kind } = this.#shown.state;
    if (kind !== 'waiting') this.#show({ kind: waits ? 'saving' : 'saved' });
    else this.#show();
    // Whoever put it there may be closed before it is sent.
    if (waits) this.#world.later(() => void this.flush(), FIRST_RETRY_MS);
  }

  /** What another window tells. */
  heard(told: Told): void {
    if ('changed' in told) {
      for (const hearer of this.#hearers) hearer(told.changed);
      return;
    }
    const { edit, answer, to } = told;
    this.#tray.drop(edit.editId);
    // It answers: nothing is away any more.
    if (this.#tray.waiting.size === 0) this.#show({ kind: 'saved' });
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
    const { waiting, unstored } = this.#tray;
    this.#shown = { state, pending: waiting.size, aside: this.#tray.aside(), unstored };
    for (const watcher of this.#watchers) watcher();
  }
}
