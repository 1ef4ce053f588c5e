import { connect, type Socket } from 'node:net';
import { expect, test, type Page } from '@playwright/test';
import Database from 'better-sqlite3';
import { keptMoveDoc, SHIPPED_MOVES, shippedMove } from '../core/index.ts';
import { asOneWhoReadIt } from './player.ts';
import { ownServer, type OwnServer } from './own-server.ts';
import { THOROUGH } from './thorough.ts';

let own: OwnServer;
test.beforeAll(async () => {
  own = await ownServer();
  await own.start();
});
test.afterAll(() => own.remove());

const is = async (path = '/') => (await fetch(own.address + path)).status;
let count = 0;
const edit = (aggregate: string, patch: object, baseVersion = 1) =>
  fetch(`${own.address}/edits`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ editId: `attack.${count++}`, aggregate, baseVersion, after: null, patch }),
  });

/** Lines sent as they are; what came back until the server closed, or a moment passed. */
function raw(lines: readonly string[], patienceMs = 3000): Promise<string> {
  return new Promise((resolve) => {
    let told = '';
    const socket = connect(own.port, '127.0.0.1', () => socket.write(lines.join('\r\n')));
    socket.on('data', (data) => (told += data.toString()));
    const end = () => {
      socket.destroy();
      resolve(told);
    };
    socket.on('close', end);
    socket.on('error', end);
    setTimeout(end, patienceMs);
  });
}

test('paths that climb out of their folder lead nowhere', async () => {
  const paths = [
    '/assets/../../db/schema.ts',
    '/assets/..%2f..%2fpackage.json',
    '/assets/%2e%2e/%2e%2e/package.json',
    '/..%5c..%5cpackage.json',
    '/keeping/backups/..%2fheron.db',
    '/keeping/backups/%2e%2e%2f%2e%2e%2fetc%2fpasswd',
    '/keeping/raw/tune/..%2f..%2fheron.db',
    '/heron.svg%00.db',
    '//evil.example/',
  ];
  for (const path of paths) {
    const told = await raw([`GET ${path} HTTP/1.1`, `Host: 127.0.0.1:${own.port}`, 'Connection: close', '', '']);
    expect([path, told.split('\r\n')[0]]).toEqual([path, expect.stringMatching(/ (308|30[1-8]|40[0-9]) /)]);
    expect(told).not.toMatch(/SQLite format|"dependencies"|root:|sqliteTable/);
  }
  expect(await is()).toBe(200);
});

test('keys of prototypes and JSON without a bottom change nothing, and are answered', async () => {
  const send = (body: string, headers = {}) =>
    fetch(`${own.address}/edits`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', ...headers },
      body,
    });
  const whole = (patch: string) =>
    `{"editId":"proto.${count++}","aggregate":"setting:taste.x","baseVersion":1,"after":null,"patch":${patch}}`;
  for (const patch of [
    '{"__proto__":{"stray":5}}',
    '{"constructor":{"prototype":{"polluted":1}}}',
    '{"toString":1,"hasOwnProperty":2}',
    '['.repeat(50_000),
    `{"stray":${'['.repeat(20_000)}${']'.repeat(20_000)}}`,
  ])
    expect((await send(whole(patch))).status).toBe(400);
  expect((await send('{"__proto__":{"editId":"a.b"}}')).status).toBe(400);
  // What is packed is not unpacked, whatever it would come to.
  expect((await send('\u001f\u008b', { 'content-encoding': 'gzip' })).status).toBeGreaterThanOrEqual(400);
  expect(await is()).toBe(200);
});

test('who holds hundreds of connections, or sends a letter at a time, keeps nobody waiting', async () => {
  const idle: Socket[] = Array.from({ length: 300 }, () => connect(own.port, '127.0.0.1').on('error', () => undefined));
  const slow = Array.from({ length: 20 }, () => {
    const socket = connect(own.port, '127.0.0.1').on('error', () => undefined);
    socket.write(`POST /edits HTTP/1.1\r\nHost: 127.0.0.1:${own.port}\r\nContent-Length: 900000\r\n\r\n{`);
    return { socket, timer: setInterval(() => socket.write(' '), 50) };
  });
  for (let i = 0; i < 5; i++) {
    expect(await is()).toBe(200);
    expect((await edit(`setting:taste.calm${i}`, { stray: 2 })).status).toBe(200);
  }
  for (const { socket, timer } of slow) {
    clearInterval(timer);
    socket.destroy();
  }
  for (const socket of idle) socket.destroy();
  expect(await is()).toBe(200);
});

const EVIL = `<img src=x onerror=alert(1)>"'</script><script>alert(2)</script>{{7*7}}\${7*7}`;

test('markup in whatever is kept is text, wherever it is shown', THOROUGH, async ({ page }) => {
  await asOneWhoReadIt(page);
  const alerts: string[] = [];
  page.on('dialog', (dialog) => {
    alerts.push(dialog.message());
    void dialog.dismiss();
  });
  const db = new Database(own.database, { readonly: true });
  const playerId = db.prepare('select id from player limit 1').pluck().get() as string;
  db.close();
  const made = await fetch(`${own.address}/?index`, {
    method: 'POST',
    redirect: 'manual',
    body: new URLSearchParams({ intent: 'new' }),
  });
  const id = /tunes\/([^/]+)/.exec(made.headers.get('location')!)![1]!;
  const text = `title: ${EVIL}\nkey: C\n[${EVIL.replaceAll(/[[\]]/g, '')}]\n| C | Am7 |\n> ${EVIL.replaceAll('|', '')} | on\n| Dm7 | G7 |`;
  expect((await edit(`tune:${id}`, { chartText: text })).status).toBe(200);
  const move = {
    ...keptMoveDoc(shippedMove(SHIPPED_MOVES[0]!)),
    name: EVIL,
    mood: EVIL,
    reason: EVIL,
    note: EVIL,
    tags: [EVIL.slice(0, 30)],
  };
  const grip = { banished: false, name: EVIL.slice(0, 40), tags: [EVIL.slice(0, 20)], note: EVIL };
  const style = { id: 'own', name: EVIL, words: EVIL, groups: { planing: 3 }, stray: 3, colours: ['7#9'] };
  const log = {
    ...{ deed: 'played', schema: 1, at: Date.now(), seconds: 60, goal: null, clean: null, hurt: null, note: EVIL },
    ...{ what: { kind: 'warm-up' }, rounds: { clean: 1, unclean: 0 } },
  };
  for (const [aggregate, patch] of [
    ['moves:own', { evil: move }],
    [`grips:${playerId}`, { 'E2 A2 D3 G3 B3 E4/x-3-2-0-1-0': grip }],
    ['setting:styles', { own: style }],
    ['setting:rhythms', { own: { name: EVIL.slice(0, 100), text: '4/4: 1:1W' } }],
    ['practice:log', { evil: log }],
  ] as const)
    expect([aggregate, (await edit(aggregate, patch)).status]).toEqual([aggregate, 200]);
  const looked = async (at: Page, where: string) => {
    await at.goto(own.address + where);
    await at.waitForLoadState('networkidle');
    expect([where, await at.locator('img[src="x"]').count()]).toEqual([where, 0]);
    expect(await at.evaluate(() => [...document.scripts].filter(({ text }) => text.startsWith('alert')).length)).toBe(
      0,
    );
  };
  const tune = `/tunes/${id}`;
  const places = ['/', `${tune}/chart`, `${tune}/bench`, `${tune}/takes`, `${tune}/sheet`, `${tune}/history`];
  for (const where of [...places, '/grips', '/moves', '/practice', '/players', '/keeping', '/practice/log/csv'])
    if (!where.endsWith('csv')) await looked(page, where);
  await page.goto(`${own.address}/moves`);
  await page
    .getByRole('button', { name: /onerror/ })
    .first()
    .click();
  await expect(page.getByRole('heading', { name: /onerror/ })).toBeVisible();
  expect(alerts).toEqual([]);
});
