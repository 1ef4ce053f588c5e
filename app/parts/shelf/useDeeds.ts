import { useEffect, useRef } from 'react';
import { useSubmit } from 'react-router';
import { theOutbox } from '../../keep/browser.ts';

type Fields = Readonly<Record<string, string>>;

/**
 * What is done to tunes as a whole: deleting, bringing back, renaming, copying. For each tune one after the other, so that
 * bringing one back waits until it is deleted, and for no other; what still waits when the page is left is sent then.
 */
export function useDeeds() {
  const submit = useSubmit();
  const underWay = useRef(new Map<string, Promise<void>>());
  const unsent = useRef(new Set<Fields>());
  useEffect(() => {
    const sendAll = () => {
      for (const fields of unsent.current) navigator.sendBeacon('/?index', new URLSearchParams(fields));
      unsent.current.clear();
    };
    addEventListener('pagehide', sendAll);
    return () => removeEventListener('pagehide', sendAll);
  }, []);
  return (intent: string, { id }: { readonly id: string }, more: Fields = {}): Promise<void> => {
    const fields = { intent, id, ...more };
    unsent.current.add(fields);
    const how = { method: 'post', action: '/?index', navigate: false, fetcherKey: `${intent} ${id}` } as const;
    const done = (underWay.current.get(id) ?? Promise.resolve())
      .then(() => (unsent.current.delete(fields) ? submit(fields, how) : undefined))
      .then(() => theOutbox().announce(`tune:${id}`));
    underWay.current.set(id, done);
    return done;
  };
}
