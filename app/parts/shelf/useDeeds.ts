import { useEffect, useRef } from 'react';
import { useRevalidator, useSubmit } from 'react-router';
import { theOutbox } from '../../keep/browser.ts';

type Fields = Readonly<Record<string, string>>;

/** Deeds of which the last one says what stands. */
const KINDS: Readonly<Record<string, string>> = { delete: 'binned', restore: 'binned', rename: 'named' };
const LEFT = 'heron.left';
const LOOK_AGAIN_MS = 500;
const HOW = { method: 'post', action: '/?index', navigate: false } as const;

/**
 * What is done to tunes as a whole: deleting, bringing back, renaming, copying. For each tune one after the other, so that
 * bringing one back waits until it is deleted, and for no other. What is not answered yet when the page is left is sent
 * then, and again by the next page, which may have been drawn before it was done. All but a copy may come twice.
 */
export function useDeeds() {
  const submit = useSubmit();
  const underWay = useRef(new Map<string, Promise<void>>());
  const unsent = useRef(new Set<Fields>());
  /** From the moment another page was asked for: what was not answered then, and what was asked since. */
  const leaving = useRef<Fields[] | null>(null);
  const { revalidate } = useRevalidator();
  useEffect(() => {
    const markLeaving = () => {
      leaving.current = [...unsent.current];
    };
    const sendAll = () => {
      // Beacons may overtake each other: of what undoes one another only the last is sent.
      const last = new Map<string, Fields>();
      for (const fields of leaving.current ?? unsent.current)
        last.set(`${fields.id} ${KINDS[fields.intent!] ?? last.size}`, fields);
      for (const fields of last.values())
        if (unsent.current.has(fields)) navigator.sendBeacon('/?index', new URLSearchParams(fields));
      if (last.size > 0) sessionStorage.setItem(LEFT, JSON.stringify([...last.values()]));
      unsent.current.clear();
    };
    // What was sent on leaving may come to the server after this page was asked for, and even before what it undoes, which
    // was under way then: what may come twice is sent again.
    const left = JSON.parse(sessionStorage.getItem(LEFT) ?? '[]') as Fields[];
    sessionStorage.removeItem(LEFT);
    const again = async () => {
      for (const fields of left)
        if (fields.intent! in KINDS) await submit(fields, { ...HOW, fetcherKey: `again ${fields.id}` });
      await revalidate();
    };
    const timer = left.length > 0 ? setTimeout(() => void again(), LOOK_AGAIN_MS) : undefined;
    addEventListener('beforeunload', markLeaving);
    addEventListener('pagehide', sendAll);
    return () => {
      clearTimeout(timer);
      removeEventListener('beforeunload', markLeaving);
      removeEventListener('pagehide', sendAll);
    };
  }, [revalidate, submit]);
  return (intent: string, { id }: { readonly id: string }, more: Fields = {}): Promise<void> => {
    const fields = { intent, id, ...more };
    unsent.current.add(fields);
    leaving.current?.push(fields);
    const how = { ...HOW, fetcherKey: `${intent} ${id}` };
    const done = (underWay.current.get(id) ?? Promise.resolve())
      .then(() => {
        if (!unsent.current.has(fields)) return;
        if (intent === 'duplicate') unsent.current.delete(fields);
        return submit(fields, how);
      })
      .then(() => {
        unsent.current.delete(fields);
        theOutbox().announce(`tune:${id}`);
      });
    underWay.current.set(id, done);
    return done;
  };
}
