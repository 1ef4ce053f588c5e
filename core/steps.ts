/** Goes through work that comes in steps to its end, and hands back what it came to. */
export function run<T>(steps: Generator<unknown, T>): T {
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}
