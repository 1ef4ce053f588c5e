import { newId } from './ids.ts';
import { locks } from './locks.ts';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { useNavigate, useRevalidator } from 'react-router';
import {
  cardOfEntry,
  readLogEntry,
  type LogEntry,
  type Played,
  type Practised,
  type SessionStep,
  t,
} from '../../core/index.ts';
import { theOutbox } from './browser.ts';
import { useOfWindow } from './remembered.ts';

const LOG = 'practice:log';

/** A session under way in this window: its steps, and which of them is at hand. */
export interface Session {
  readonly steps: readonly SessionStep[];
  readonly at: number;
}
/** The session of this window; null: none is under way. A reload goes on with it. */
export const useSession = () => useOfWindow<Session | null>('session', null);

/** Where a step of a session is practised. */
export function standOf({ steps, at }: Session): string {
  const what = steps[at]!.what;
  const of = what.kind === 'passage' ? `&take=${what.takeId}` : what.kind === 'move' ? `&move=${what.id}` : '';
  return `/practice/stand?at=${at}${of}`;
}

/** Takes something to the stand, by itself or as the session it is of. */
export function usePractise() {
  const [, setSession] = useSession();
  const navigate = useNavigate();
  const begin = (steps: readonly SessionStep[], at = 0) => {
    if (steps.length === 0) return;
    const session = { steps, at };
    setSession(session);
    void navigate(standOf(session));
  };
  const practise = (what: Practised) => begin([{ what, reason: 'today', minutes: 5 }]);
  return { begin, practise };
}

/** Adds to the log of practice; what is added goes the way of every edit, and survives what an edit survives. */
export function useLog(version: number) {
  const { revalidate } = useRevalidator();
  const sent = useRef(new Set<string>());
  const [pending, setPending] = useState<readonly LogEntry[]>([]);
  useEffect(
    () =>
      theOutbox().listen(({ aggregate, patch }) => {
        if (aggregate !== LOG) return;
        for (const id of Object.keys(patch)) sent.current.delete(id);
        // What was on its way is shown until the page has it.
        void revalidate().then(() => sent.current.size === 0 && setPending([]));
      }),
    [revalidate],
  );
  const addAll = useCallback(
    (entries: Readonly<Record<string, LogEntry>>) => {
      for (const id of Object.keys(entries)) sent.current.add(id);
      setPending((all) => [...all, ...Object.values(entries)]);
      theOutbox().edit(LOG, version, entries, { label: t('what you practised') });
    },
    [version],
  );
  const add = useCallback((entry: LogEntry, id: string = newId()) => addAll({ [id]: entry }), [addAll]);
  /** The cards that what is on its way is about: taken up, or laid down. */
  const onTheWay = useMemo(() => {
    const cards = new Map<string, LogEntry['deed']>();
    for (const entry of pending) {
      const card = cardOfEntry(entry);
      if (card !== null) cards.set(card, entry.deed);
    }
    return cards;
  }, [pending]);
  const now = () => ({ schema: 1, at: Date.now() }) as const;
  return {
    add,
    takeUp: (...all: readonly Practised[]) =>
      addAll(Object.fromEntries(all.map((what) => [newId(), { deed: 'taken-up', ...now(), what }]))),
    layDown: (what: Practised) => add({ deed: 'laid-down', ...now(), what }),
    onTheWay,
  };
}
export type PracticeLog = ReturnType<typeof useLog>;

/* What is being played is kept here round by round, until it is in the log: a window that is killed loses no round. */
const UNDER_WAY = 'heron.under-way.';

/** Remembers what was played so far of an entry that is not in the log yet. */
export function keepUnderWay(id: string, entry: Played): void {
  try {
    localStorage.setItem(UNDER_WAY + id, JSON.stringify(entry));
  } catch {
    // No room: it is logged when the step ends.
  }
}
export const endUnderWay = (id: string): void => localStorage.removeItem(UNDER_WAY + id);
/** A window that plays holds a lock of this name. */
export const lockOf = (id: string): string => UNDER_WAY + id;

/** Logs what was under way in windows that are not there any more. */
export function useLeftUnderWay({ add }: PracticeLog): void {
  useEffect(() => {
    void locks.query().then(({ held }) => {
      // Which windows are open is not known: whoever is under way logs it.
      if (!held) return;
      const open = new Set(held.map(({ name }) => name));
      const left = Object.keys(localStorage).filter((key) => key.startsWith(UNDER_WAY) && !open.has(key));
      for (const key of left) {
        const entry = readLogEntry(parsed(localStorage.getItem(key)!));
        localStorage.removeItem(key);
        // The id is the entry's own: where it was logged after all, it is not logged twice.
        if (entry?.deed === 'played') add(entry, key.slice(UNDER_WAY.length));
      }
    });
  }, [add]);
}
function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}
