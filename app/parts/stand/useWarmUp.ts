import { useEffect, useRef, useState } from 'react';
import type { AtStand } from './at-stand.ts';

/** The seconds that are left of warming up; logged when it ends. */
export function useWarmUp({ step, log }: AtStand): number {
  const [begun] = useState(() => Date.now());
  const [passed, setPassed] = useState(0);
  useEffect(() => {
    const timer = setInterval(() => setPassed(Math.round((Date.now() - begun) / 1000)), 1000);
    return () => clearInterval(timer);
  }, [begun]);
  const add = useRef(log.add);
  useEffect(() => {
    const logged = add.current;
    return () => {
      const seconds = Math.min(600, Math.round((Date.now() - begun) / 1000));
      if (seconds < LEAST) return;
      const nothing = { goal: null, clean: null, rounds: { clean: 0, unclean: 0 }, hurt: null, note: '' };
      logged({ deed: 'played', schema: 1, at: begun, seconds, what: { kind: 'warm-up' }, ...nothing });
    };
  }, [begun]);
  return Math.max(0, Math.round(step.minutes * 60) - passed);
}
const LEAST = 10;
