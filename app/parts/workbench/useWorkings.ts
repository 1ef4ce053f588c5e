import { useEffect, useState } from 'react';
import type * as workings from './workings.ts';

export type Workings = typeof workings;

const AGAIN_MS = 2000;
let fetched: Workings | null = null;

/** What the bench works with beyond the chords and grips that stand; null until it is fetched, which is tried until it succeeds. */
export function useWorkings(): Workings | null {
  const [made, setMade] = useState(fetched);
  useEffect(() => {
    if (made) return;
    let timer: ReturnType<typeof setTimeout> | undefined;
    let wanted = true;
    const take = (all: Workings) => {
      fetched = all;
      if (wanted) setMade(all);
    };
    const again = () => {
      if (wanted) timer = setTimeout(load, AGAIN_MS);
    };
    const load = () => void import('./workings.ts').then(take, again);
    load();
    return () => {
      wanted = false;
      clearTimeout(timer);
    };
  }, [made]);
  return made;
}
