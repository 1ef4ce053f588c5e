import { useEffect } from 'react';
import { useRevalidator } from 'react-router';
import { missedAnswer, theOutbox, useChanges } from './browser.ts';

/** After a backup was put back, nothing that a window still has is worth anything. */
export const EVERYTHING = 'everything';

/** Loads the page's data anew when something it may show was changed: in another place, in another window, or while it was hidden. */
export function useFresh(): void {
  const { revalidate } = useRevalidator();
  useEffect(
    () =>
      theOutbox().listen((edit, answer) => {
        // What a place has in hand it follows by itself; lists, charts and what a move was, and what was refused, are looked at anew.
        const followed =
          (answer.status === 'saved' && !/^(tune|moves):/.test(edit.aggregate)) ||
          (answer.status === 'conflict' && answer.kept === null);
        if (!followed) void revalidate();
      }),
    [revalidate],
  );
  useEffect(() => {
    if (missedAnswer()) void revalidate();
  }, [revalidate]);
  useChanges((what) => (what === EVERYTHING ? location.reload() : void revalidate()));
  useEffect(() => {
    const look = () => document.visibilityState === 'visible' && navigator.onLine && void revalidate();
    document.addEventListener('visibilitychange', look);
    return () => document.removeEventListener('visibilitychange', look);
  }, [revalidate]);
}
