import { ASIDE, kept, readAside, readWaiting, WAITING, type Aside, type Edit } from './stored.ts';

/** Where it lies: the local storage of a browser, shared by all windows of an address. */
export type TrayStorage = Pick<Storage, 'getItem' | 'setItem' | 'removeItem' | 'key' | 'length'>;

const COUNT = 'heron.count';
/** The counter in a key sorts as text. */
const DIGITS = 12;

/**
 * The edits that wait for their answer, oldest first, and those set aside: in memory, and one key of local storage each.
 * What the storage has no room for is kept in memory alone, and counted.
 */
export class Tray {
  readonly #storage: TrayStorage;
  readonly #now: () => number;
  #waiting: Map<string, Edit>;
  readonly #aside: Map<string, Aside>;
  /** Keys of what the storage had no room for. */
  readonly #unstored = new Set<string>();
  #count: number;
  /** The highest count of all that waited. */
  #newest: number;

  constructor(storage: TrayStorage, now: () => number) {
    this.#storage = storage;
    this.#now = now;
    const { waiting, aside } = kept(storage, now());
    this.#waiting = waiting;
    this.#aside = aside;
    const counts = [...waiting.values()].map(({ count }) => count);
    this.#count = Math.max(0, this.#lastCount(), ...counts);
    this.#newest = this.#count;
  }

  get waiting(): ReadonlyMap<string, Edit> {
    return this.#waiting;
  }

  get unstored(): number {
    return this.#unstored.size;
  }

  /** What was set aside, oldest first. */
  aside(): Aside[] {
    return [...this.#aside.values()].sort((a, b) => a.at - b.at);
  }

  asideAt(key: string): Aside | undefined {
    return this.#aside.get(key);
  }

  #lastCount(): number {
    return Number(this.#storage.getItem(COUNT) ?? 0) || 0;
  }

  /** The count of a new edit: above those of all windows. */
  nextCount(): number {
    this.#count = Math.max(this.#count, this.#lastCount()) + 1;
    return this.#count;
  }

  /** Lets an edit wait. */
  put(edit: Edit): void {
    const key = `${WAITING}${String(edit.count).padStart(DIGITS, '0')}.${edit.editId}`;
    this.#waiting.set(key, edit);
    this.#newest = Math.max(this.#newest, edit.count);
    try {
      this.#storage.setItem(key, JSON.stringify(edit));
      this.#storage.setItem(COUNT, String(edit.count));
    } catch {
      if (this.#storage.getItem(key) === null) this.#unstored.add(key);
    }
  }

  /** The oldest edit that may be sent, with its key. What another window sent meanwhile is dropped. */
  next(maySend: (edit: Edit) => boolean): readonly [string, Edit] | null {
    for (const [key, edit] of this.#waiting) {
      if (!maySend(edit)) continue;
      if (this.#unstored.has(key) || this.#storage.getItem(key) !== null) return [key, edit];
      this.#waiting.delete(key);
    }
    return null;
  }

  /** Another window sent it: it waits no more. */
  drop(editId: string): void {
    for (const [key, edit] of this.#waiting)
      if (edit.editId === editId) {
        this.#waiting.delete(key);
        return;
      }
  }

  /**
   * Takes an edit out of what waits and sets it aside, first the one and then the other: a page that ends between the two
   * loses nothing. What was made after it was made after its forerunner, now.
   */
  setAside(key: string, edit: Edit, why: Aside['why'], words: string, version?: number): void {
    const place = ASIDE + edit.editId;
    const aside = { key: place, edit, raw: null, why, words, version, at: this.#now() };
    this.#aside.set(place, aside);
    this.#store(place, JSON.stringify(aside));
    for (const [other, follower] of this.#waiting) {
      if (follower.after !== edit.editId) continue;
      const moved = { ...follower, after: edit.after ?? null };
      this.#waiting.set(other, moved);
      if (!this.#unstored.has(other)) this.#store(other, JSON.stringify(moved));
    }
    this.forget(key);
  }

  #store(key: string, text: string): void {
    try {
      this.#storage.setItem(key, text);
    } catch {
      this.#unstored.add(key);
    }
  }

  /** It was answered. */
  forget(key: string): void {
    this.#storage.removeItem(key);
    this.#waiting.delete(key);
    this.#unstored.delete(key);
  }

  /** Throws away what was set aside. */
  discard(key: string): void {
    this.#storage.removeItem(key);
    this.#aside.delete(key);
    this.#unstored.delete(key);
  }

  /** What another window put into, or took out of, the storage; null: all of it. Whether it concerns the tray. */
  heard(key: string | null, text: string | null): boolean {
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
      else this.#aside.set(key, readAside(key, text, this.#now()));
    } else return false;
    return true;
  }
}
