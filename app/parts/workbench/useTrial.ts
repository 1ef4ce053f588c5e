import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import { useLatest } from '../../keep/latest.ts';
import { useConsequence, useHoldingOthers } from '../../work/answers.ts';
import type { Solving } from '../../work/solver.ts';
import type { optionDeeds } from './optionDeeds.ts';
import type { Offered } from './useOffered.ts';

/** So long is waited for what is to be kept. */
const PATIENCE_MS = 3000;
const NONE: ReadonlyMap<string, string> = new Map();

/** What the option being tried would change beside its own chord, and keys that wait until it is there to be kept. */
export function useTrial(
  deeds: ReturnType<typeof optionDeeds>,
  offered: Offered,
  column: number,
  { solved, busy }: Pick<Solving, 'solved' | 'busy'>,
) {
  const change = deeds.tried;
  const patch = change?.patch ?? null;
  const consequence = useConsequence(column, patch, solved);
  const moves = (consequence?.others.length ?? 0) > 0;
  const held = useHoldingOthers(column, moves ? patch : null, solved);
  const others = useMemo(
    () => (consequence ? new Map(consequence.others.map(({ at, grip }) => [at, grip])) : NONE),
    [consequence],
  );

  /** Something is to be kept as soon as it is there: what is typed meanwhile comes after it. */
  const [isAwaited, setAwaited] = useState(false);
  const queue = useRef<(() => void)[]>([]);
  const waits = useRef(false);
  const drain = useRef(() => {
    while (!waits.current && queue.current.length > 0) flushSync(queue.current.shift()!);
  });
  const after = useCallback((act: () => void) => {
    if (waits.current) queue.current.push(act);
    else act();
  }, []);
  const wait = (on: boolean) => {
    waits.current = on;
    setAwaited(on);
  };
  const settle = useLatest(() => {
    wait(false);
    deeds.take(change);
    setTimeout(drain.current);
  });
  const isThere = change !== null || !offered.awaited;
  useEffect(() => {
    if (!isAwaited || busy) return;
    if (isThere) {
      settle.current();
      return;
    }
    // Where nothing is to come, the keys are not held up for it.
    const timer = setTimeout(() => settle.current(), PATIENCE_MS);
    return () => clearTimeout(timer);
  }, [isAwaited, isThere, busy, settle]);

  return {
    change,
    /** Null while it is looked for. */
    consequence,
    /** The grips other columns would have, by the columns' names. */
    others,
    /** What keeping the rest costs; null while it is looked for, or where it cannot be. */
    held,
    keepRest: () => held && deeds.take(change, held.patch),
    /** Keeps what is tried: now, or as soon as it is there. */
    keep(): void {
      if (isThere && !busy) deeds.take(change);
      else wait(true);
    },
    /** Does something after whatever is awaited. The same function always. */
    after,
    /** Nothing is waited for any more. */
    forget(): void {
      queue.current = [];
      wait(false);
    },
  };
}
