/*
 * The keeping of 2,000 tunes: the shelf, edits while it loads, and a page with 2,000 edits that wait. Times are of this
 * machine, which is shared; counts stand beside them.
 */
/* global window */
import { fork } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { chromium } from '@playwright/test';
import Database from 'better-sqlite3';
import { build } from '../scripts/prepare.mjs';
import { stage } from '../scripts/storms.mjs';

if (process.env.LOAD) {
  for (;;) {
    for (const path of ['/', '/shelf-rows']) await (await fetch(process.argv[2] + path)).arrayBuffer();
    process.send('loaded');
    await new Promise((resolve) => setTimeout(resolve, Number(process.env.LOAD)));
  }
}

const TUNES = 2000;
const EDITS = 400;
const WAITING = 2000;
build('build-test');
const at = (times, share) => times.sort((a, b) => a - b)[Math.floor((times.length - 1) * share)];
const one = await stage();
one.prepare('--demo');
await one.start();
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] });
const paintOfEight = await firstPaint();
const db = new Database(one.database);
const [{ id: first, take }] = db
  .prepare(`select tune.id, take.id as take from tune join take on take.tune_id = tune.id where title = 'Slack Water'`)
  .all();
db.transaction(() => {
  const insert = db.prepare(
    'insert into tune (id, title, chart_text, doc, facts, changed_at) select ?, ?, chart_text, doc, facts, ? from tune where id = ?',
  );
  for (let n = 0; n < TUNES; n++) insert.run(randomUUID(), `Tune of the ${n}th crossing`, 1000 + n, first);
})();
db.close();
const rows = [];
const row = (what, told, goal) => rows.push([what, told, goal]);
const ms = (time) => `${time.toFixed(time < 10 ? 1 : 0)} ms`;
async function timed(times, work) {
  const all = [];
  for (let i = 0; i < times; i++) {
    const start = performance.now();
    await work();
    all.push(performance.now() - start);
  }
  return all;
}

/** From asking for the shelf to its first paint, which has the rows that come with the page: the median of nine fresh profiles. */
async function firstPaint() {
  const paints = [];
  for (let i = 0; i < 9; i++) {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    const fresh = await context.newPage();
    await fresh.goto(`${one.address}/heron.svg`);
    await fresh.goto(one.address);
    await fresh.locator('.shelf-tune').nth(7).waitFor();
    paints.push(await fresh.evaluate(() => performance.getEntriesByName('first-contentful-paint')[0].startTime));
    await context.close();
  }
  return at(paints, 0.5);
}

let bytes = 0;
const read = async (path) => (bytes = (await (await fetch(one.address + path)).arrayBuffer()).byteLength);
const page = await timed(15, () => read('/'));
row(
  `the shelf of ${TUNES + 8} tunes from the server`,
  `${ms(at(page, 0.5))}, ${Math.round(bytes / 1000)} kB`,
  '300 ms',
);
const rest = await timed(15, () => read('/shelf-rows'));
row('the rest of it', `${ms(at(rest, 0.5))}, ${Math.round(bytes / 1000)} kB`, '');

let version = one.read('select version from take where id = ?', take)[0].version;
/** Edits while another process loads the shelf, with a pause between loads; so that what it reads holds up no edit of this one. */
async function editsUnderLoad(pause) {
  const loader =
    pause === null ? null : fork(import.meta.filename, [one.address], { env: { ...process.env, LOAD: String(pause) } });
  let loads = 0;
  loader?.on('message', () => loads++);
  while (loader && loads === 0) await new Promise((resolve) => setTimeout(resolve, 10));
  let cell = 0;
  const edits = await timed(EDITS, async () => {
    // A tune of 32 chords.
    const patch = { [`bar-${cell++ % 32}:1:0`]: { layer: 'chord', on: 'C7', colour: null } };
    const editId = `bench.${randomUUID()}`;
    const body = JSON.stringify({ editId, aggregate: `take:${take}`, baseVersion: version, after: null, patch });
    const headers = { 'content-type': 'application/json' };
    version = (await (await fetch(`${one.address}/edits`, { method: 'POST', headers, body })).json()).version;
  });
  loader?.kill();
  return `${ms(at(edits, 0.5))}, p99 ${ms(at(edits, 0.99))}${loads > 0 ? ` (${loads} loads)` : ''}`;
}
row('an edit alone', await editsUnderLoad(null), '');
row('an edit while the shelf loads, four times a second', await editsUnderLoad(250), 'p99 20 ms');
row('an edit while the shelf loads without a pause', await editsUnderLoad(0), '');
row(
  'the shelf in a fresh browser, to its painted rows; with eight tunes',
  `${ms(await firstPaint())}, ${ms(paintOfEight)}`,
  '300 ms',
);

const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
const waiting = await context.newPage();
await waiting.goto(`${one.address}/heron.svg`);
await waiting.evaluate(
  ({ many, take: of }) => {
    for (let n = 1; n <= many; n++) {
      const patch = { [`bar-${n}:1:0`]: { layer: 'chord', on: 'C7', colour: null } };
      const edit = {
        editId: `w.${n}`,
        aggregate: `take:${of}`,
        baseVersion: 1,
        after: n > 1 ? `w.${n - 1}` : null,
        patch,
        count: n,
        at: n,
        label: '',
      };
      localStorage.setItem(`heron.outbox.${String(n).padStart(12, '0')}.w.${n}`, JSON.stringify(edit));
    }
  },
  { many: WAITING, take },
);
await waiting.addInitScript(() => {
  window.tasks = [];
  new PerformanceObserver((list) => window.tasks.push(...list.getEntries().map(({ duration }) => duration))).observe({
    entryTypes: ['longtask'],
  });
});
const longest = async (page) => page.evaluate(() => Math.max(0, ...window.tasks));
await waiting.route('**/edits', (route) => route.abort());
const bench = `${one.address}/tunes/${first}/bench`;
const bare = await (await browser.newContext()).newPage();
await bare.addInitScript(() => {
  window.tasks = [];
  new PerformanceObserver((list) => window.tasks.push(...list.getEntries().map(({ duration }) => duration))).observe({
    entryTypes: ['longtask'],
  });
});
for (const page of [bare, waiting]) {
  await page.goto(bench);
  await page.locator('.bench[aria-busy=false] .note').first().waitFor();
  await page.waitForTimeout(1000);
}
row(
  `the longest task of a bench with ${WAITING} edits that wait, and with none`,
  `${ms(await longest(waiting))}, ${ms(await longest(bare))}`,
  '100 ms apart',
);
await browser.close();
await one.remove();
const widths = [0, 1, 2].map((i) => Math.max(...rows.map((cells) => cells[i].length)));
console.log('\nthe keeping of many tunes');
for (const cells of rows) console.log(cells.map((cell, i) => cell.padEnd(widths[i])).join('  '));
process.exit(0);
