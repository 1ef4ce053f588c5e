/* global document, window, MutationObserver, requestAnimationFrame, addEventListener */

/** Milliseconds as they are told. */
export const ms = (value) => `${Math.round(value)} ms`;

/**
 * From a key that pins a grip or lets it go to the painted screen, on a bench that is open and at rest: the median, in
 * milliseconds, and the tasks of over 50 ms on the main thread meanwhile.
 */
export async function medianEdit(page, edits = 24) {
  await page.evaluate(() => {
    window.tasks = [];
    const watch = (list) => window.tasks.push(...list.getEntries().map(({ duration }) => duration));
    new PerformanceObserver(watch).observe({ entryTypes: ['longtask'] });
    /** Milliseconds from a key to the frame that shows its result. */
    window.edited = new Promise(() => undefined);
    const bench = document.querySelector('.bench');
    addEventListener(
      'keydown',
      ({ key, timeStamp }) => {
        if (key !== 'p') return;
        window.edited = new Promise((resolve) => {
          let asked = false;
          const drawn = new MutationObserver(() => {
            if (bench.getAttribute('aria-busy') === 'true') asked = true;
            else if (asked) {
              drawn.disconnect();
              const { port1, port2 } = new MessageChannel();
              port1.onmessage = () => resolve(performance.now() - timeStamp);
              // A message sent in a frame arrives once the frame is painted.
              requestAnimationFrame(() => port2.postMessage(null));
            }
          });
          drawn.observe(bench, { attributeFilter: ['aria-busy'] });
        });
      },
      true,
    );
  });
  const settled = () => page.locator('#options-panel[aria-busy=false]').waitFor();
  const times = [];
  for (let i = 0; i < edits; i++) {
    await page.keyboard.press(i % 12 < 6 ? 'ArrowRight' : 'ArrowLeft');
    await settled();
    // Nothing else is under way when one presses a key.
    await page.waitForTimeout(300);
    await page.keyboard.press('p');
    times.push(await page.evaluate(() => window.edited));
    await settled();
  }
  times.sort((a, b) => a - b);
  const median = times[edits >> 1];
  return {
    median,
    told: `${ms(median)}   ${edits} edits, ${ms(times[0])} to ${ms(times.at(-1))}`,
    tasks: await page.evaluate(() => window.tasks),
  };
}
