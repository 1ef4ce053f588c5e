import { wrap, type Remote } from 'comlink';
import { startTransition, useEffect, useRef, useState } from 'react';
import type { InTime, PlaysAlong, Score, Scored } from '../../core/index.ts';
import type { Scores } from './score.worker.ts';

/** What a take is scored from. */
export interface ToScore extends InTime {
  readonly of: Scored;
  readonly along: PlaysAlong;
}

let scores: Remote<Scores> | null = null;
/** Told when the worker that scores fails: the next score is asked of a new one. */
let failed: (error: Error) => void = () => undefined;
function started(): Remote<Scores> {
  const worker = new Worker(new URL('./score.worker.ts', import.meta.url), { type: 'module' });
  worker.onerror = ({ message }) => {
    scores = null;
    failed(new Error(message || 'what scores could not be started'));
  };
  return wrap<Scores>(worker);
}
/** One at a time: what is not wanted any more by then is never begun. */
let last: Promise<unknown> = Promise.resolve();

/** Of the columns what is scored: the rest is not sent. */
const scoredOnly = ({ chart, open, columns }: Scored): Scored => ({
  chart,
  open,
  columns: columns.map(({ grip, column: { slot, symbol, chord, at } }) => ({
    grip,
    column: { slot, symbol, chord, ...(at !== undefined && { at }) },
  })),
});

/**
 * The score of a take, as it last was: finding what is added between its chords takes a while, and holds nothing up. While
 * other grips are `coming`, none is found for those that go.
 */
export function useScored(
  standing: ToScore,
  coming: boolean,
): { readonly from: ToScore; readonly score: Score } | null {
  const [scored, setScored] = useState<{ readonly from: ToScore; readonly score: Score } | null>(null);
  const hasOne = useRef(false);
  useEffect(() => {
    const { of, along, ...inTime } = standing;
    if (of.columns.length === 0 || (coming && hasOne.current)) return;
    let wanted = true;
    const ask = async () => {
      if (!wanted) return;
      const score = await new Promise<Score>((resolve, reject) => {
        failed = reject;
        scores ??= started();
        scores.score(scoredOnly(of), inTime, along).then(resolve, reject);
      });
      if (!wanted) return;
      hasOne.current = true;
      startTransition(() => setScored({ from: standing, score }));
    };
    // The music is painted first.
    const frame = requestAnimationFrame(() => {
      last = last.then(ask).catch((error: unknown) => console.error(error));
    });
    return () => {
      wanted = false;
      cancelAnimationFrame(frame);
    };
  }, [standing, coming]);
  return scored;
}
