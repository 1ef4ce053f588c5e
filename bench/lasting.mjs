/*
 * A thousand edits of one take in one window: what the page holds after the first hundred, and after all, once what
 * nobody holds is let go. The renderer's memory is that of the page and of its workers. And from an edit to the painted
 * screen in a tune of 128 bars beside the same in one of 32.
 */
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { chromium } from '@playwright/test';
import { served } from '../scripts/served.mjs';
import { medianEdit } from './edited.mjs';

const EDITS = 1000;
const FIRST = 100;
const BARS = ['C', 'Am7', 'Dm7', 'G7', 'Em7', 'A7', 'Dm7', 'G7'];
const { address, stop } = await served();
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] });
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });

/** Makes a tune and opens its bench. */
async function openTune(title, bars) {
  const made = await page.request.post(`${address}/?index`, { form: { intent: 'new' }, maxRedirects: 0 });
  const id = /tunes\/([^/]+)/.exec(made.headers().location)[1];
  const chords = Array.from({ length: bars }, (_, i) => `| ${BARS[i % BARS.length]} `).join('');
  const patch = { chartText: `title: ${title}\nkey: C\n${chords}|\n` };
  const data = { editId: `${id}.1`, aggregate: `tune:${id}`, baseVersion: 1, patch };
  await page.request.post(`${address}/edits`, { data });
  await page.goto(`${address}/tunes/${id}/bench`);
  await settled();
}
const settled = () => page.locator('.bench[aria-busy=false]').waitFor();

const devtools = await page.context().newCDPSession(page);
/** Kilobytes of the heaviest renderer: the page with its workers. */
const renderer = () =>
  Math.max(
    ...execFileSync('pgrep', ['-f', 'type=renderer'], { encoding: 'utf8' })
      .trim()
      .split('\n')
      .map((pid) => {
        try {
          return Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0);
        } catch {
          // It ended meanwhile.
          return 0;
        }
      }),
  );
async function held() {
  await page.waitForTimeout(1500);
  for (let i = 0; i < 3; i++) await devtools.send('HeapProfiler.collectGarbage');
  const { usedSize } = await devtools.send('Runtime.getHeapUsage');
  const { nodes } = await devtools.send('Memory.getDOMCounters');
  return { heap: usedSize / 1e6, nodes, renderer: renderer() / 1000 };
}
const told = ({ heap, nodes, renderer: all }) =>
  `${heap.toFixed(1)} MB of heap, ${nodes} nodes, ${all.toFixed(0)} MB with its workers`;

await openTune('Thirty-two bars', 32);
const short = await medianEdit(page);
await openTune('A hundred and twenty-eight', 128);
const long = await medianEdit(page);
console.log(`edit to painted screen   ${short.told}   32 bars`);
console.log(`edit to painted screen   ${long.told}   128 bars, ${(long.median / short.median).toFixed(1)} times`);

await openTune('A thousand edits', 32);
for (let i = 1; i <= EDITS; i++) {
  await page.keyboard.press(i % 2 === 0 ? 'p' : 'ArrowRight');
  if (i % 2 === 0) await settled();
  if (i === FIRST) console.log(`after ${FIRST} edits and steps   ${told(await held())}`);
  if (i % 60 === 0) await page.keyboard.press('Home');
}
console.log(`after ${EDITS} edits and steps   ${told(await held())}`);
await browser.close();
stop();
