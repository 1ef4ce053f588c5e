import { useEffect } from 'react';
import { useRevalidator } from 'react-router';
import { theOutbox } from './browser.ts';

/** Loads the page's data anew when a change to a tune, sent from another place, has arrived. */
export function useFreshTune(): void {
  const { revalidate } = useRevalidator();
  useEffect(
    () =>
      theOutbox().listen((edit, answer) => {
        if (edit.aggregate.startsWith('tune:') && answer.status === 'saved') void revalidate();
      }),
    [revalidate],
  );
}
