import { expect, test, type APIRequestContext } from '@playwright/test';
import { expectSaved, idle } from './player.ts';
import { ownServer, type OwnServer } from './own-server.ts';

/** Another address of this machine, as a network would have it. */
const LAN = '127.0.0.2';

let own: OwnServer;
let there: string;
test.beforeAll(async () => {
  own = await ownServer({ HERON_LAN: LAN });
  await own.start();
  there = `http://${LAN}:${own.port}`;
});
test.afterAll(() => own.remove());

const code = () =>
  own
    .printed()
    .match(/[A-Z2-9]{4} [A-Z2-9]{4}/g)!
    .at(-1)!;
const join = (request: APIRequestContext, typed: string, headers = {}) =>
  request.post(`${there}/join`, { form: { code: typed }, headers, maxRedirects: 0 });

test('a device in the network comes in by the printed code, and works like any window', async ({ page }) => {
  expect(own.printed()).toContain(`In your network Yellow Heron is at ${there}/`);
  await page.goto(there);
  await expect(page.getByText('Type the code')).toBeVisible();
  await page.getByLabel('Code').fill('AAAA AAAA');
  await page.getByRole('button', { name: 'Come in' }).click();
  await expect(page.getByRole('alert')).toContainText('not the code');
  await page.getByLabel('Code').fill(code().toLowerCase());
  await page.getByRole('button', { name: 'Come in' }).click();
  await page
    .getByRole('link', { name: /Slack Water/ })
    .first()
    .click();
  await page.getByRole('link', { name: 'Bench', exact: true }).click();
  await expect(page.locator('.note').first()).toBeVisible();
  await idle(page);
  await page.getByRole('list', { name: 'Colours' }).getByRole('listitem').nth(4).locator('.option-keep').click();
  await expectSaved(page);
});

test('nobody else sees or changes anything from there', async ({ playwright }) => {
  const stranger = await playwright.request.newContext();
  const known = await playwright.request.newContext();
  const used = code();
  const joined = await join(known, used);
  expect(joined.status()).toBe(303);
  expect(joined.headers()['set-cookie']).toMatch(/^heron\.guest=[\w-]{43}; Path=\/; HttpOnly; SameSite=Strict$/);

  for (const path of ['/', '/edits', '/shelf-rows', '/keeping/backups/x.db', '/assets/x.js', '/files.json', '/sw.js']) {
    const reply = await stranger.get(there + path);
    expect([path, reply.status()]).toEqual([path, 401]);
    expect(await reply.text()).not.toContain('Slack Water');
  }
  expect((await stranger.post(`${there}/edits`, { data: {} })).status()).toBe(401);
  // A code is good for one; one that comes from another site is none.
  expect((await join(stranger, used)).status()).toBe(403);
  expect((await join(stranger, code(), { origin: 'http://elsewhere.example' })).status()).toBe(403);
  expect((await stranger.get(there, { headers: { cookie: `heron.guest=${'a'.repeat(43)}` } })).status()).toBe(401);
  // Another name that points here is answered nothing, and the guest's cookie opens nothing at home.
  expect((await known.get(there, { headers: { host: `elsewhere.example:${own.port}` } })).status()).toBe(421);
  expect((await known.get(there)).status()).toBe(200);
  // All of the data is taken along, and put back, only at home.
  for (const path of ['/keeping/bring-in', '/keeping'])
    expect((await known.post(there + path, { form: { intent: 'back-up' } })).status()).toBe(403);
  expect((await known.get(`${there}/keeping/backups/x.db`)).status()).toBe(403);
  await stranger.dispose();
  await known.dispose();
});

test('five wrong codes use a code up', async ({ playwright }) => {
  const stranger = await playwright.request.newContext();
  const right = code();
  for (let i = 0; i < 5; i++) expect((await join(stranger, 'AAAAAAAA')).status()).toBe(403);
  expect((await join(stranger, right)).status()).toBe(403);
  await stranger.dispose();
});
