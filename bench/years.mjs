/*
 * Years of it: 2,000 tunes with melodies and takes, 100,000 edits, a year's log of practice. Each place as the server
 * answers it, and in a browser from asking for it to its first paint. Times are of this machine, which is shared.
 */
import { randomUUID } from 'node:crypto';
import { chromium } from '@playwright/test';
import Database from 'better-sqlite3';
import { build } from '../scripts/prepare.mjs';
import { stage } from '../scripts/storms.mjs';

const TUNES = 2000;
const EDITS = 100_000;
const DAYS = 365;
const ROUNDS_A_DAY = 12;
const DAY_MS = 86_400_000;
const TIMES = 9;
const GOAL = '300 ms';
build('build-test');

const one = await stage();
one.prepare('--demo');
const db = new Database(one.database);
const [{ id: first, take: firstTake }] = db
  .prepare(`select tune.id, take.id as take from tune join take on take.tune_id = tune.id where title = 'Slack Water'`)
  .all();
const columns = db
  .prepare(`select name from pragma_table_info('tune') where name not in ('id', 'title', 'changed_at')`)
  .pluck()
  .all();
const names = columns.map((name) => `"${name}"`).join(', ');
db.transaction(() => {
  const addTune = db.prepare(
    `insert into tune (id, title, changed_at, ${names}) select ?, ?, ?, ${names} from tune where id = ?`,
  );
  const addTake = db.prepare(
    'insert into take (id, tune_id, name, doc, created_at) select ?, ?, name, doc, ? from take where id = ?',
  );
  const takes = [];
  for (let n = 0; n < TUNES; n++) {
    const [tune, take] = [randomUUID(), randomUUID()];
    addTune.run(tune, `Tune of the ${n}th crossing`, 1000 + n, first);
    addTake.run(take, tune, 1000 + n, firstTake);
    takes.push(take);
  }
  const addEdit = db.prepare(
    'insert into edit (edit_id, aggregate, base_version, version, patch, inverse, at) values (?, ?, ?, ?, ?, ?, ?)',
  );
  const patch = JSON.stringify({ 'bar-3:1:0': { layer: 'chord', on: 'C7', colour: '9' } });
  const inverse = JSON.stringify({ 'bar-3:1:0': null });
  const now = Date.now();
  for (let n = 0; n < EDITS; n++) {
    // A third of them of one tune: that of somebody's life.
    const aggregate = `take:${n % 3 === 0 ? firstTake : takes[n % takes.length]}`;
    const version = 2 + Math.floor(n / 3);
    addEdit.run(`years.${n}`, aggregate, version - 1, version, patch, inverse, now - (EDITS - n) * 60_000);
  }
  db.prepare('update take set version = ? where id = ?').run(3 + Math.floor(EDITS / 3), firstTake);
  const addLog = db.prepare('insert into practice_log (id, at, card_id, doc, logged_at) values (?, ?, ?, ?, ?)');
  const addCard = db.prepare('insert or ignore into card (id, kind, what, state, due) values (?, ?, ?, ?, ?)');
  for (let day = 0; day < DAYS; day++)
    for (let round = 0; round < ROUNDS_A_DAY; round++) {
      const at = now - (DAYS - day) * DAY_MS + round * 60_000;
      const frets = `x-3-2-${round}-1-${day % 12}`;
      const what = { kind: 'grip', tuning: 'E2 A2 D3 G3 B3 E4', symbol: 'C6/9', grip: frets };
      const card = `grip ${what.tuning} ${frets}`;
      const doc = {
        ...{ deed: 'played', schema: 1, at, seconds: 60, what, goal: 120, clean: 90 + (day % 30) },
        ...{ rounds: { clean: 3, unclean: day % 3 }, hurt: null, note: '' },
      };
      addLog.run(`years.${day}.${round}`, at, card, JSON.stringify(doc), at);
      const state = {
        ...{ schema: 1, due: at + DAY_MS, stability: 3, difficulty: 5, reviews: 3, lapses: 0, learnt: true },
        ...{ lastAt: at, grade: 'good', clean: 100 },
      };
      addCard.run(card, 'grip', JSON.stringify(what), JSON.stringify(state), at + (day % 40) * DAY_MS);
    }
})();
db.close();
await one.start();

const PLACES = [
  ['shelf', '/', '.shelf-tune'],
  ['chart', `/tunes/${first}/chart`, '.chart'],
  ['bench', `/tunes/${first}/bench`, '.bench'],
  ['takes', `/tunes/${first}/takes`, '.takes-list, .takes'],
  ['sheet', `/tunes/${first}/sheet`, '.sheet'],
  ['history', `/tunes/${first}/history`, 'main li, main p'],
  ['grips', '/grips', 'main'],
  ['moves', '/moves', 'main'],
  ['practice', '/practice', 'main'],
  ['progress', '/practice?view=progress', 'main'],
  ['players', '/players', 'main'],
  ['keeping', '/keeping', 'main'],
];
const median = (times) => times.sort((a, b) => a - b)[Math.floor(times.length / 2)];
const ms = (time) => `${time.toFixed(time < 10 ? 1 : 0)} ms`;
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] });
const rows = [['place', 'from the server', 'painted', 'goal']];
for (const [name, path, shown] of PLACES) {
  const served = [];
  for (let i = 0; i < TIMES; i++) {
    const start = performance.now();
    await (await fetch(one.address + path)).arrayBuffer();
    served.push(performance.now() - start);
  }
  const painted = [];
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  for (let i = 0; i < TIMES; i++) {
    const page = await context.newPage();
    await page.goto(one.address + path);
    await page.locator(shown).first().waitFor();
    const paint = await page.waitForFunction(
      () => performance.getEntriesByName('first-contentful-paint')[0]?.startTime,
    );
    painted.push(await paint.jsonValue());
    await page.close();
  }
  await context.close();
  rows.push([name, ms(median(served)), ms(median(painted)), GOAL]);
}
await browser.close();
await one.remove();
const widths = rows[0].map((_, i) => Math.max(...rows.map((cells) => cells[i].length)));
console.log(`\n${TUNES} tunes, ${EDITS.toLocaleString('en')} edits, ${DAYS} days of practice`);
for (const cells of rows) console.log(cells.map((cell, i) => cell.padEnd(widths[i])).join('  '));
process.exit(0);
