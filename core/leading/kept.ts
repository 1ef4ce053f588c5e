/**
 * Values by key, worked out once and kept as long as they are asked for: what was not asked for between two turns is let go.
 */
export class Kept<V> {
  #young = new Map<string, V>();
  #old: ReadonlyMap<string, V> = new Map();

  get size(): number {
    return this.#young.size + this.#old.size;
  }

  find(key: string): V | undefined {
    const young = this.#young.get(key);
    if (young !== undefined) return young;
    const old = this.#old.get(key);
    if (old !== undefined) this.#young.set(key, old);
    return old;
  }

  set(key: string, value: V): V {
    this.#young.set(key, value);
    return value;
  }

  of(key: string, make: () => V): V {
    return this.find(key) ?? this.set(key, make());
  }

  /** What is not asked for until the next turn is let go then. */
  turn(): void {
    this.#old = this.#young;
    this.#young = new Map();
  }
}
