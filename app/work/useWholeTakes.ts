import { proxy } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { FoundTake, Job, Phase, TakesWanted } from './questions.ts';
import { solver } from './solver.ts';

interface Finding {
  readonly phase: Phase | null;
  readonly takes: readonly FoundTake[] | null;
  readonly failed: string | null;
}
const NOTHING: Finding = { phase: null, takes: null, failed: null };

/** Whole takes of a tune, once they are asked for; what was found stays until the next are there. */
export function useWholeTakes() {
  const [finding, setFinding] = useState(NOTHING);
  const asked = useRef(0);
  const stop = useCallback(() => {
    asked.current++;
    void solver().stopTakes();
    setFinding((before) => ({ ...before, phase: null }));
  }, []);
  const find = useCallback((job: Job, wanted: TakesWanted) => {
    const mine = ++asked.current;
    const isNewest = () => asked.current === mine;
    setFinding((before) => ({ ...before, phase: { phase: 'path', share: 0 }, failed: null }));
    const onProgress = proxy((phase: Phase) => {
      if (isNewest()) setFinding((before) => ({ ...before, phase }));
    });
    solver()
      .takes(job, wanted, onProgress)
      .then(
        (takes) => {
          if (isNewest() && takes !== null) setFinding({ phase: null, takes, failed: null });
        },
        (error: unknown) => {
          if (isNewest()) setFinding((before) => ({ ...before, phase: null, failed: String(error) }));
        },
      );
  }, []);
  useEffect(() => stop, [stop]);
  return { ...finding, find, stop };
}
