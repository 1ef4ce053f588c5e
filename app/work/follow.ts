import type { Follow } from './kept.ts';

/** Lets messages in. */
export const pause = () => new Promise<void>((resolve) => setTimeout(resolve));

/** Runs steps until done; null when a newer request came. */
export async function follow<T>(
  steps: Generator<unknown, T>,
  current: () => boolean,
  each?: (value: unknown) => void,
): Promise<T | null> {
  let last = performance.now();
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
    each?.(step.value);
    // Messages are let in about 30 times a second.
    if (performance.now() - last > 30) {
      await pause();
      if (!current()) return null;
      last = performance.now();
    }
  }
}

/** Works off steps for whoever asks, as long as they do. */
export const followWhile =
  (current: () => boolean): Follow =>
  (steps, each) =>
    follow(steps, current, each);
