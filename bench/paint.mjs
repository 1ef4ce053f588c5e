/*
 * From an edit to the painted screen, in Chromium, on the demo tune of 32 bars: a grip is pinned or let go, and what the
 * whole tune then becomes is drawn. Times are medians; the machines are shared.
 */
/* global document, window, MutationObserver, requestAnimationFrame, addEventListener */
import { chromium } from '@playwright/test';
import { served } from '../scripts/served.mjs';

const EDITS = 24;
const { address, stop } = await served();
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] });
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
await page.goto(address);
const bench = await page.locator('.shelf-link', { hasText: 'Gangplank Strut' }).getAttribute('href');

/* What is sent when the bench is opened first of all. */
const fresh = await (await browser.newContext()).newPage();
const sent = [];
fresh.on('requestfinished', (request) => {
  if (request.resourceType() === 'script') sent.push(request.sizes());
});
await fresh.goto(address + bench, { waitUntil: 'networkidle' });
await fresh.locator('.note').first().waitFor({ state: 'attached' });
const script = (await Promise.all(sent)).reduce((sum, { responseBodySize }) => sum + responseBodySize, 0);
await fresh.close();

await page.goto(address + bench);
await page.locator('.bench[aria-busy=false] .note').first().waitFor();
const settled = () => page.locator('#options-panel[aria-busy=false]').waitFor();
await settled();

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
const times = [];
for (let i = 0; i < EDITS; i++) {
  await page.keyboard.press(i % 12 < 6 ? 'ArrowRight' : 'ArrowLeft');
  await settled();
  // Nothing else is under way when one presses a key.
  await page.waitForTimeout(300);
  await page.keyboard.press('p');
  times.push(await page.evaluate(() => window.edited));
  await settled();
}
const tasks = await page.evaluate(() => window.tasks);
times.sort((a, b) => a - b);
const ms = (value) => `${Math.round(value)} ms`;
const longest =
  tasks.length === 0 ? 'none over 50 ms' : `${tasks.length} over 50 ms, the longest ${ms(Math.max(...tasks))}`;
console.log(
  `edit to painted screen   ${ms(times[EDITS / 2])}   ${EDITS} edits, ${ms(times[0])} to ${ms(times.at(-1))}   goal 50 ms`,
);
console.log(`tasks on the main thread   ${longest}   of ${EDITS} edits and steps   goal none`);
console.log(`script of the bench, as sent   ${Math.round(script / 1000)} kB   goal 300 kB`);
await browser.close();
stop();
