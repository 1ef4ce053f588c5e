import { useCallback, useMemo, useSyncExternalStore } from 'react';

const listeners = new Set<() => void>();

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  addEventListener('storage', listener);
  return () => {
    listeners.delete(listener);
    removeEventListener('storage', listener);
  };
}

/** A setting of this browser, remembered; `initial` until there is one, and while the server renders. */
export function useRemembered<T>(name: string, initial: T): readonly [T, (value: T) => void] {
  const key = `heron.${name}`;
  const kept = useSyncExternalStore(
    subscribe,
    () => localStorage.getItem(key),
    () => null,
  );
  const value = useMemo(() => (kept === null ? initial : (JSON.parse(kept) as T)), [kept, initial]);
  const remember = useCallback(
    (next: T) => {
      try {
        localStorage.setItem(key, JSON.stringify(next));
      } catch {
        // No room: it stays as it was, and edits have what room there is.
      }
      for (const listener of listeners) listener();
    },
    [key],
  );
  return [value, remember];
}
