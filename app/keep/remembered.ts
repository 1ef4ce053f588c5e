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

type Remembered<T> = readonly [T, (value: T) => void];

/** `initial` until there is something stored, and while the server renders. */
function useStored<T>(storage: () => Storage, name: string, initial: T): Remembered<T> {
  const key = `heron.${name}`;
  const kept = useSyncExternalStore(
    subscribe,
    () => storage().getItem(key),
    () => null,
  );
  const value = useMemo(() => (kept === null ? initial : (JSON.parse(kept) as T)), [kept, initial]);
  const remember = useCallback(
    (next: T) => {
      try {
        storage().setItem(key, JSON.stringify(next));
      } catch {
        // No room: it stays as it was, and edits have what room there is.
      }
      for (const listener of listeners) listener();
    },
    [key, storage],
  );
  return [value, remember];
}

const ofBrowser = () => localStorage;
const ofWindow = () => sessionStorage;

/** A setting of this browser, remembered; `initial` must be the same value always. */
export const useRemembered = <T>(name: string, initial: T): Remembered<T> => useStored(ofBrowser, name, initial);

/** Where this window is, remembered until it is closed: a reload changes nothing. */
export const useOfWindow = <T>(name: string, initial: T): Remembered<T> => useStored(ofWindow, name, initial);
