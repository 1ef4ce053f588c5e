/*
 * Storms over the keeping of edits, on this machine alone: servers killed under load, upgrades killed half-way, a full
 * disk, windows of a browser whose server comes and goes. Each returns what was tried and what was lost of it. What
 * SQLite promises, and these hold it to: a commit in WAL mode with `synchronous=FULL` is durable (sqlite.org/pragma.html),
 * a log is recovered by whoever opens the file next (sqlite.org/wal.html).
 */
import { spawn, spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import {
  copyFileSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { findPort } from './ports.mjs';
import { program, ROOT } from './prepare.mjs';

const BUILD = process.env.HERON_BUILD ?? 'build-test';
const later = (ms) => new Promise((resolve) => setTimeout(resolve, ms));
const TSX = program('tsx', 'dist', 'cli.mjs');

/** A server over data of its own, to be killed and started again. */
export async function stage(folder = mkdtempSync(join(tmpdir(), 'heron-storm-'))) {
  const database = join(folder, 'heron.db');
  const port = await findPort(undefined, 5000 + Math.floor(Math.random() * 900));
  const env = { ...process.env, HERON_DB: database, HOST: '127.0.0.1', PORT: String(port), NODE_ENV: 'production' };
  const address = `http://127.0.0.1:${port}`;
  let server = null;
  const one = {
    folder,
    database,
    address,
    prepare: (...args) =>
      spawnSync(process.execPath, [TSX, 'db/setup.ts', ...args], { cwd: ROOT, env, encoding: 'utf8' }),
    async start() {
      server = spawn(process.execPath, ['scripts/server.mjs', BUILD], { cwd: ROOT, env, stdio: 'ignore' });
      while (!(await fetch(`${address}/heron.svg`).catch(() => null))?.ok) await later(20);
    },
    async kill() {
      const dying = server;
      server = null;
      if (!dying || dying.exitCode !== null) return;
      const gone = new Promise((resolve) => dying.once('exit', resolve));
      dying.kill('SIGKILL');
      await gone;
    },
    async remove() {
      await one.kill();
      rmSync(folder, { recursive: true, force: true });
    },
    read(sql, ...values) {
      const db = new Database(database, { readonly: true });
      try {
        return db.prepare(sql).all(...values);
      } finally {
        db.close();
      }
    },
    whole() {
      const db = new Database(database);
      try {
        return db.pragma('quick_check', { simple: true }) === 'ok';
      } finally {
        db.close();
      }
    },
  };
  return one;
}

/** Documents of each kind to write in: the name of the nth cell of a client, what it holds, and the names of those that are kept. */
function documentsOf(one) {
  const [{ takeId, tuneId, doc }] = one.read(
    'select take.id as takeId, tune.id as tuneId, tune.doc from take join tune on tune.id = tune_id limit 1',
  );
  const bars = JSON.parse(doc).bars.map(({ id }) => id);
  const namesIn = (cells) => new Set(Object.keys(cells));
  const at = Date.now();
  const round = { deed: 'played', schema: 1, at, seconds: 60, goal: null, clean: null, hurt: null, note: '' };
  return [
    {
      aggregate: `take:${takeId}`,
      cell: (name, n) => `${name}:1:${n}`,
      value: () => ({ layer: 'chord', on: 'C7', colour: null }),
      kept: () => namesIn(JSON.parse(one.read('select doc from take where id = ?', takeId)[0].doc).cells),
    },
    {
      aggregate: `melody:${tuneId}`,
      // A bar is written again and again.
      cell: (_, n) => bars[n % bars.length],
      value: (n) => [{ tick: 0, ticks: 480, pitch: 60 + (n % 12), spelling: 'C', tied: false }],
      kept() {
        const [{ melody }] = one.read('select melody from tune where id = ?', tuneId);
        return new Set((JSON.parse(melody)?.notes ?? []).map(({ bar }) => bar));
      },
    },
    {
      aggregate: 'practice:log',
      cell: (name, n) => `${name}-${n}`,
      value: () => ({ ...round, what: { kind: 'warm-up' }, rounds: { clean: 1, unclean: 0 } }),
      kept: () => new Set(one.read('select id from practice_log').map(({ id }) => id)),
    },
    {
      aggregate: 'setting:moves',
      cell: (name, n) => `${name}-${n}`,
      value: () => ({ used: 1 }),
      kept: () => namesIn(JSON.parse(one.read(`select doc from setting where key = 'moves'`)[0]?.doc ?? '{}')),
    },
  ];
}

/** A client without a browser, which sends edits of cells of its own one after the other, and notes what was acknowledged. */
async function client(address, { aggregate, cell, value }, acknowledged, running) {
  const name = randomUUID();
  let version = 1;
  for (let n = 0; running(); n++) {
    const body = JSON.stringify({
      editId: `${name}.${n}`,
      aggregate,
      baseVersion: version,
      after: null,
      patch: { [cell(name, n)]: value(n) },
    });
    try {
      const reply = await fetch(`${address}/edits`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body,
      });
      const answer = await reply.json();
      if (answer.status !== 'saved') continue;
      acknowledged.set(`${name}.${n}`, cell(name, n));
      version = answer.version;
    } catch {
      await later(15);
    }
  }
}

/** Kills a server under load, again and again; every edit that it acknowledged must be there, and the file whole. */
export async function killStorm({ rounds, clients = 4, longestMs = 400 }) {
  const one = await stage();
  one.prepare('--demo');
  const documents = documentsOf(one);
  /** By document: the ids of edits, and the cell of each. */
  const acknowledged = documents.map(() => new Map());
  let on = true;
  let broken = 0;
  await one.start();
  const all = Array.from({ length: clients }, (_, i) => i % documents.length).map((k) =>
    client(one.address, documents[k], acknowledged[k], () => on),
  );
  for (let round = 0; round < rounds; round++) {
    await later(Math.random() * longestMs);
    await one.kill();
    if (!one.whole()) broken++;
    await one.start();
  }
  on = false;
  await Promise.all(all);
  await one.kill();
  const edits = new Set(one.read('select edit_id as id from edit').map(({ id }) => id));
  // A document in which nothing could be written is none that was tried.
  broken += acknowledged.filter(({ size }) => size === 0).length;
  const lost = documents.reduce((sum, { kept }, k) => {
    const cells = kept();
    return sum + [...acknowledged[k]].filter(([id, cell]) => !edits.has(id) || !cells.has(cell)).length;
  }, 0);
  await one.remove();
  return {
    storm: `server killed ${rounds} times under ${clients} clients: a take, a melody, the log, how moves are used`,
    tried: acknowledged.reduce((sum, { size }) => sum + size, 0),
    lost: lost + broken,
  };
}

/** Kills an upgrade of an old database half-way; afterwards it must go through, with everything in it, and each backup whole. */
export async function upgradeStorm({ rounds, longestMs = 900 }) {
  const one = await stage();
  let lost = 0;
  for (let round = 0; round < rounds; round++) {
    for (const end of ['', '-wal', '-shm']) rmSync(one.database + end, { force: true });
    copyFileSync(join(ROOT, 'db', 'fixtures', 'schema-2.db'), one.database);
    const [before] = one.read('select (select count(*) from tune) as tunes, (select count(*) from edit) as edits');
    const env = { ...process.env, HERON_DB: one.database };
    // Without its launcher, so that what is killed is what writes.
    const upgrade = spawn(process.execPath, ['--import', 'tsx', 'db/setup.ts'], { cwd: ROOT, env, stdio: 'ignore' });
    const gone = new Promise((resolve) => upgrade.once('exit', resolve));
    await later(200 + Math.random() * longestMs);
    upgrade.kill('SIGKILL');
    await gone;
    const { status } = one.prepare();
    const [after] = one.read('select (select count(*) from tune) as tunes, (select count(*) from edit) as edits');
    if (status !== 0 || after.tunes !== before.tunes || after.edits !== before.edits || !one.whole()) lost++;
  }
  const backups = join(one.folder, 'backups');
  for (const name of existsSync(backups) ? readdirSync(backups) : []) {
    if (!name.endsWith('.db')) continue;
    const db = new Database(join(backups, name), { readonly: true });
    if (db.pragma('quick_check', { simple: true }) !== 'ok') lost++;
    db.close();
  }
  await one.remove();
  return { storm: 'upgrades of an old database killed half-way', tried: rounds, lost };
}

const SMALL_DISK = '6m';

/** Fills the disk under a server; what it acknowledged must be there, and once there is room it must go on. Null where no small disk can be had. */
export async function fullDisk({ edits }) {
  const folder = mkdtempSync(join(tmpdir(), 'heron-disk-'));
  if (spawnSync('mount', ['-t', 'tmpfs', '-o', `size=${SMALL_DISK}`, 'tmpfs', folder]).status !== 0) {
    rmSync(folder, { recursive: true });
    return null;
  }
  const inside = join(folder, 'data');
  mkdirSync(inside);
  const one = await stage(inside);
  const acknowledged = new Map();
  let refusedInWords = 0;
  let lost = 0;
  try {
    one.prepare('--demo');
    const takeId = one.read('select id from take limit 1')[0].id;
    await one.start();
    const filler = join(folder, 'filler');
    const send = async (n) => {
      const cell = `${randomUUID()}:1:${n}`;
      const editId = `disk.${n}`;
      const version = one.read('select version from take where id = ?', takeId)[0].version;
      const patch = { [cell]: { layer: 'chord', on: 'C7', colour: null, voicing: { grip: 'x-3-2-3-3-x' } } };
      const body = JSON.stringify({ editId, aggregate: `take:${takeId}`, baseVersion: version, after: null, patch });
      const reply = await fetch(`${one.address}/edits`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body,
      });
      const answer = await reply.json();
      if (answer.status === 'saved') acknowledged.set(editId, cell);
      else if (reply.status === 503 && answer.message.startsWith('The disk is full')) refusedInWords++;
      else lost++;
      return answer.status;
    };
    for (let n = 0; n < edits; n++) await send(n);
    // All the room there is, in pieces that get smaller.
    let written = Buffer.alloc(0);
    for (let size = 4_000_000; size >= 512; size = Math.floor(size / 2)) {
      try {
        writeFileSync(`${filler}${size}`, Buffer.alloc(size));
        written = Buffer.alloc(size);
      } catch {
        rmSync(`${filler}${size}`, { force: true });
      }
    }
    if (written.length === 0) lost++;
    for (let n = edits; n < 2 * edits; n++) await send(n);
    for (const name of readdirSync(folder)) if (name.startsWith('filler')) rmSync(join(folder, name));
    for (let n = 2 * edits; n < 3 * edits; n++) if ((await send(n)) !== 'saved') lost++;
    await one.kill();
    const cells = JSON.parse(one.read('select doc from take where id = ?', takeId)[0].doc).cells;
    lost += [...acknowledged.values()].filter((cell) => !(cell in cells)).length + (one.whole() ? 0 : 1);
  } finally {
    await one.kill();
    spawnSync('umount', [folder]);
    rmSync(folder, { recursive: true, force: true });
  }
  return {
    storm: `the disk full for a while (${refusedInWords} edits told so)`,
    tried: acknowledged.size,
    lost: lost + (refusedInWords === 0 ? 1 : 0),
  };
}

/**
 * Two windows of one browser, one of them duplicated with its session, its clock set back, type lines of their own into
 * a chart and choose chords while the server is killed and started again. In the end every line must stand, or lie where
 * the window says that it is not saved.
 */
export async function windowStorm(browser, { rounds }) {
  const one = await stage();
  one.prepare('--demo');
  await one.start();
  const context = await browser.newContext({ viewport: { width: 1000, height: 700 } });
  const id = one.read(`select id from tune where title = 'Slack Water'`)[0].id;
  const pages = [await context.newPage(), await context.newPage(), await context.newPage()];
  await pages[1].addInitScript(() => {
    const now = Date.now;
    let back = 0;
    Date.now = () => now() - (back += 60_000);
  });
  for (const page of pages) await page.goto(`${one.address}/tunes/${id}/chart`);
  const session = await pages[0].evaluate(() => JSON.stringify(sessionStorage));
  await pages[2].evaluate((held) => {
    for (const [key, value] of Object.entries(JSON.parse(held))) sessionStorage.setItem(key, value);
  }, session);
  await pages[2].reload();
  const typed = [];
  for (let round = 0; round < rounds; round++) {
    if (round % 2 === 1) await one.kill();
    for (const [n, page] of pages.entries()) {
      const line = `# line ${round} of window ${n}`;
      await page.getByRole('textbox', { name: 'Chart text' }).click();
      await page.keyboard.press('Control+End');
      await page.keyboard.insertText(`\n${line}`);
      typed.push(line);
      await later(round % 3 === 0 ? 700 : 100);
    }
    if (round % 4 === 3) await pages[round % 3].reload();
    if (round % 2 === 1) await one.start();
  }
  const quiet = () =>
    Promise.all(pages.map((page) => page.locator('.save', { hasText: /^saved$/ }).waitFor({ timeout: 90_000 })));
  await quiet();
  await later(1500);
  await quiet();
  const kept = await pages[0].evaluate(() =>
    Object.entries(localStorage)
      .filter(([key]) => key.startsWith('heron.aside'))
      .map(([, text]) => text),
  );
  const texts = one.read('select chart_text as text from tune').map(({ text }) => text);
  const all = [...texts, ...kept].join('\n');
  const lost = typed.filter((line) => !all.includes(line)).length;
  await context.close();
  await one.remove();
  return {
    storm: `three windows typing, the server killed ${Math.floor(rounds / 2)} times`,
    tried: typed.length,
    lost,
  };
}

/** Backups made while edits are written: each must be whole, and hold all that was acknowledged before it was begun. */
export async function backupStorm({ backups }) {
  const one = await stage();
  one.prepare('--demo');
  await one.start();
  const acknowledged = new Map();
  let on = true;
  const all = documentsOf(one).map((document) => client(one.address, document, acknowledged, () => on));
  let lost = 0;
  let held = 0;
  for (let n = 0; n < backups; n++) {
    await later(100);
    const before = [...acknowledged.keys()];
    const file = join(one.folder, `backup-${n}.db`);
    const env = { ...process.env, HERON_DB: one.database };
    const made = spawn(process.execPath, [TSX, 'db/backup.ts', file], { cwd: ROOT, env, stdio: 'ignore' });
    await new Promise((resolve) => made.once('exit', resolve));
    if (!existsSync(file) || statSync(file).size === 0) {
      lost += before.length;
      continue;
    }
    const db = new Database(file, { readonly: true });
    const ids = new Set(db.prepare('select edit_id from edit').pluck().all());
    if (db.pragma('quick_check', { simple: true }) !== 'ok') lost++;
    db.close();
    lost += before.filter((edit) => !ids.has(edit)).length;
    held += before.length;
  }
  on = false;
  await Promise.all(all);
  await one.remove();
  return { storm: `${backups} backups made under load`, tried: held, lost };
}
