import type { EditAnswer, Patch } from '../../core/index.ts';

/** An edit on its way to the server. It stays in local storage until it is acknowledged. */
export interface Edit {
  readonly editId: string;
  readonly aggregate: string;
  readonly baseVersion: number;
  readonly patch: Patch<unknown>;
  /** When it was made, for the order of sending. */
  readonly at: number;
}

export type SaveState =
  | { readonly kind: 'saved' }
  | { readonly kind: 'saving' }
  | { readonly kind: 'waiting'; readonly retryAt: number }
  | { readonly kind: 'refused'; readonly message: string };

const WAITING = 'heron.outbox.';
const REFUSED = 'heron.refused.';
const FIRST_RETRY_MS = 1000;
const LONGEST_RETRY_MS = 30_000;

/** What the outbox needs of the world; a test brings its own. */
export interface World {
  readonly storage: Pick<Storage, 'getItem' | 'setItem' | 'removeItem' | 'key' | 'length'>;
  /** Resolves with status and body; rejects when the server cannot be reached. */
  send(edit: Edit): Promise<{ status: number; body: unknown }>;
  later(run: () => void, ms: number): void;
  now(): number;
}

type Listener = (edit: Edit, answer: EditAnswer) => void;

/**
 * Sends edits one at a time, in order, again and again until each is acknowledged. One key of local
 * storage an edit: two windows never overwrite each other's, and sending one twice does no harm.
 */
export class Outbox {
  readonly #world: World;
  readonly #listeners = new Set<Listener>();
  readonly #watchers = new Set<() => void>();
  #state: SaveState = { kind: 'saved' };
  #busy = false;
  #retry = FIRST_RETRY_MS;
  #wake = 0;
  /** Edits the storage had no room for: they are sent all the same, but a reload would lose them. */
  #unstored: Edit[] = [];

  constructor(world: World) {
    this.#world = world;
  }

  get state(): SaveState {
    return this.#state;
  }

  watch(watcher: () => void): () => void {
    this.#watchers.add(watcher);
    return () => this.#watchers.delete(watcher);
  }

  /** Hears of every answer. */
  listen(listener: Listener): () => void {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  }

  /** Edits not yet acknowledged, oldest first, of one aggregate or of all. */
  pending(aggregate?: string): Edit[] {
    const { storage } = this.#world;
    const edits = this.#unstored.filter((edit) => aggregate === undefined || edit.aggregate === aggregate);
    for (let i = 0; i < storage.length; i++) {
      const key = storage.key(i)!;
      if (!key.startsWith(WAITING)) continue;
      const edit = JSON.parse(storage.getItem(key) ?? 'null') as Edit | null;
      if (edit && (aggregate === undefined || edit.aggregate === aggregate)) edits.push(edit);
    }
    return edits.sort((a, b) => a.at - b.at || (a.editId < b.editId ? -1 : 1));
  }

  /** Keeps an edit at once, and sends it once what it changes is drawn. */
  put(edit: Edit): void {
    try {
      this.#world.storage.setItem(WAITING + edit.editId, JSON.stringify(edit));
    } catch {
      this.#unstored.push(edit);
    }
    this.#set({ kind: 'saving' });
    this.#world.later(() => void this.flush(), 0);
  }

  /** Sends what waits. Called on every edit, on loading, and when the network comes back. */
  async flush(): Promise<void> {
    if (this.#busy) return;
    this.#busy = true;
    try {
      for (let edit = this.pending()[0]; edit; edit = this.pending()[0]) {
        this.#set({ kind: 'saving' });
        if (!(await this.#sendOne(edit))) return;
      }
      if (this.#state.kind !== 'refused') this.#set({ kind: 'saved' });
    } finally {
      this.#busy = false;
    }
  }

  /** Whether the edit was settled, one way or the other. */
  async #sendOne(edit: Edit): Promise<boolean> {
    let reply: { status: number; body: unknown };
    try {
      reply = await this.#world.send(edit);
    } catch {
      return this.#waitAndRetry();
    }
    const answer = reply.body as EditAnswer | null;
    if (reply.status >= 500 || answer === null || typeof answer !== 'object' || !('status' in answer)) {
      return this.#waitAndRetry();
    }
    this.#retry = FIRST_RETRY_MS;
    this.#world.storage.removeItem(WAITING + edit.editId);
    this.#unstored = this.#unstored.filter(({ editId }) => editId !== edit.editId);
    if (answer.status === 'missing' || answer.status === 'invalid') {
      // Nothing is lost: what the server would not take is set aside, and said.
      this.#world.storage.setItem(REFUSED + edit.editId, JSON.stringify(edit));
      const message = answer.status === 'missing' ? 'what it changes was deleted in another window' : answer.message;
      this.#set({ kind: 'refused', message });
    }
    for (const listener of this.#listeners) listener(edit, answer);
    return true;
  }

  #waitAndRetry(): boolean {
    const wait = this.#retry;
    this.#retry = Math.min(LONGEST_RETRY_MS, wait * 2);
    this.#set({ kind: 'waiting', retryAt: this.#world.now() + wait });
    const mine = ++this.#wake;
    this.#world.later(() => {
      if (mine === this.#wake) void this.flush();
    }, wait);
    return false;
  }

  #set(state: SaveState): void {
    this.#state = state;
    for (const watcher of this.#watchers) watcher();
  }
}
