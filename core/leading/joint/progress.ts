import type { Progress } from '../search.ts';

/** Steps whose progress is told as a part of longer work: from `from` to `to`, of 1. */
export function* asPart<T>(steps: Generator<Progress, T>, from: number, to: number): Generator<Progress, T> {
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
    const { done, total } = step.value;
    yield { done: from + ((to - from) * done) / Math.max(1, total), total: 1 };
  }
}
