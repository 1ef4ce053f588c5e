import { spawn } from 'node:child_process';
import { rename } from 'node:fs/promises';
import Database from 'better-sqlite3';
import { expect } from '@playwright/test';
import { expectSaved, idle, symbols, tryNow, typeChart } from './player.ts';
import { ownTest as test, type OwnServer } from './own-server.ts';
import { THOROUGH } from './thorough.ts';

/* What a player sees while the server is away, or its data are not as they should be: each test has a server of its own. */
const tuneNamed = (own: OwnServer, title: string) => {
  const db = new Database(own.database, { readonly: true });
  const id = db.prepare('select id from tune where title = ?').pluck().get(title) as string;
  db.close();
  return id;
};
/** Changes the data behind the server's back. */
function change(own: OwnServer, sql: string, ...values: unknown[]): void {
  const db = new Database(own.database);
  db.pragma('ignore_check_constraints = ON');
  db.prepare(sql).run(...values);
  db.close();
}

test('the server away: links, loads and reloads keep the page and say so, the work goes on, and is saved in the end', async ({
  page,
  own,
}) => {
  const id = tuneNamed(own, 'Slack Water');
  await page.goto(`${own.address}/tunes/${id}/bench`);
  await expect(page.locator('.note').first()).toBeVisible();
  await idle(page);
  // What the browser keeps for a reload is there once its worker is.
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await page.reload();
  await expect(page.locator('.note').first()).toBeVisible();
  // And the files of every place a while later.
  const missing = () =>
    page.evaluate(async () => {
      const files = (await (await fetch('/files.json')).json()) as string[];
      const kept = await Promise.all(files.map((file) => caches.match(file)));
      return kept.filter((one) => one === undefined).length;
    });
  await expect.poll(missing).toBe(0);
  expect(await own.end('SIGKILL')).toBe(true);

  await page.getByRole('link', { name: 'Player', exact: true }).click();
  await expect(page.getByText('this place was not opened before')).toBeVisible();
  await expect(page).toHaveURL(new RegExp(`/tunes/${id}/bench`));
  await expect(page.locator('.save')).toContainText('Yellow Heron does not answer');

  const before = (await symbols(page))[0];
  await page.getByRole('list', { name: 'Colours' }).getByRole('listitem').nth(4).locator('.option-keep').click();
  await expect(page.getByRole('button', { name: 'Try now' })).toBeVisible();
  const chosen = (await symbols(page))[0];
  expect(chosen).not.toBe(before);

  await page.reload();
  await expect(page.locator('.note').first()).toBeVisible();
  expect((await symbols(page))[0]).toBe(chosen);
  await expect(page.getByRole('button', { name: 'Try now' })).toBeVisible();

  await own.start();
  await expectSaved(page);
  await page.evaluate(() => localStorage.clear());
  await page.reload();
  await expect(page.locator('.note').first()).toBeVisible();
  expect((await symbols(page))[0]).toBe(chosen);
});

test('a place that was opened before can be gone to while the server is away', async ({ page, own }) => {
  await page.goto(own.address);
  await page.getByRole('link', { name: 'Keeping' }).click();
  await expect(page.getByRole('heading', { name: 'The bin' })).toBeVisible();
  await page.getByRole('link', { name: 'Shelf', exact: true }).click();
  await expect(page.getByText('Slack Water', { exact: true })).toBeVisible();
  await own.end('SIGKILL');
  await page.getByRole('link', { name: 'Keeping' }).click();
  await expect(page.getByRole('heading', { name: 'The bin' })).toBeVisible();
  await expect(page.locator('.save')).toContainText('does not answer');
  await page.getByRole('button', { name: 'Back everything up' }).click();
  await expect(page.getByText('nothing was changed').first()).toBeVisible();
});

test(
  'edits that one document cannot take are set aside in sight, and keep no other from being saved',
  THOROUGH,
  async ({ page, own }) => {
    const id = tuneNamed(own, 'Slack Water');
    await page.goto(`${own.address}/tunes/${id}/chart`);
    await page.route('**/edits', async (route) => {
      const { aggregate } = route.request().postDataJSON() as { aggregate: string };
      if (aggregate === 'take:broken') await route.fulfill({ status: 500, body: 'Unexpected Server Error' });
      else await route.continue();
    });
    await page.evaluate(() =>
      localStorage.setItem(
        'heron.outbox.000000000001.w.1',
        JSON.stringify({
          editId: 'w.1',
          aggregate: 'take:broken',
          baseVersion: 1,
          patch: { b: 1 },
          after: null,
          count: 1,
          at: 1,
          label: 'the colour in bar 7',
        }),
      ),
    );
    await page.reload();
    await typeChart(page, 'title: Slack Water\nkey: Cm\nmeter: 3/4\n| Cm | G7 |\n');
    await expect(page.getByRole('button', { name: '1 change not saved' })).toBeVisible();
    await expectSaved(page);
    await page.reload();
    await expect(page.getByRole('textbox', { name: 'Chart text' })).toContainText('| Cm | G7 |');
    await page.getByRole('button', { name: '1 change not saved' }).click();
    const dialog = page.getByRole('dialog', { name: 'Not saved' });
    await expect(dialog).toContainText('The colour in bar 7');
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      dialog.getByRole('button', { name: 'Save as a file' }).click(),
    ]);
    expect(file.suggestedFilename()).toBe('not-saved.json');
    await dialog.getByRole('button', { name: 'Discard' }).click();
    await expect(page.getByRole('button', { name: /not saved/ })).toHaveCount(0);
  },
);

test(
  'a row that cannot be read stands as such, with its raw text to save; all else works',
  THOROUGH,
  async ({ page, own }) => {
    const [bad, good] = [tuneNamed(own, 'Foghorn Blues'), tuneNamed(own, 'Midstream')];
    change(own, `update tune set doc = 'no document' where id = ?`, bad);
    change(own, `update take set doc = '{"schema":7}' where tune_id = ?`, good);
    change(
      own,
      `insert into take (id, tune_id, name, doc, created_at) values ('second', ?, 'Second', '{"schema":1,"cells":{}}', 1)`,
      good,
    );
    await page.goto(own.address);
    const row = page.locator('.shelf-tune', { hasText: 'Foghorn Blues' });
    await expect(row).toContainText('cannot be read');
    const [file] = await Promise.all([page.waitForEvent('download'), row.getByText('cannot be read').click()]);
    expect(await (await file.createReadStream()).toArray().then(String)).toContain('no document');
    await page.goto(`${own.address}/tunes/${bad}/bench`);
    await expect(page.getByRole('heading', { name: 'This cannot be read' })).toBeVisible();
    await expect(page.getByRole('link', { name: 'Save its raw text' })).toBeVisible();
    await page.goto(`${own.address}/tunes/${good}/bench`);
    await expect(page.locator('.note').first()).toBeVisible();
    await page.getByRole('button', { name: 'Second' }).click();
    await expect(page.getByRole('menuitem', { name: /Take 1 \(cannot be read/ })).toBeVisible();
    await page.keyboard.press('Escape');
    await page.getByRole('link', { name: 'Keeping' }).click();
    await expect(page.getByRole('heading', { name: 'Cannot be read' })).toBeVisible();
    expect(own.printed()).not.toContain('    at ');
  },
);

test('data that cannot be written are said in words at the edit, which waits, and nothing is called safe', async ({
  page,
  own,
}) => {
  const id = tuneNamed(own, 'Slack Water');
  await page.goto(`${own.address}/tunes/${id}/chart`);
  const holder = new Database(own.database);
  holder.exec('begin immediate');
  await typeChart(page, 'title: Slack Water\nkey: Cm\nmeter: 3/4\n| Cm | G7 |\n');
  // Others are answered meanwhile.
  const start = Date.now();
  expect((await page.request.get(own.address)).status()).toBe(200);
  expect(Date.now() - start).toBeLessThan(4000);
  await expect(page.locator('.save')).toContainText('Another program holds the file of your data');
  holder.exec('commit');
  holder.close();
  await tryNow(page);
  await expectSaved(page);
  change(own, 'alter table edit rename to gone');
  const reply = await page.request.post(`${own.address}/edits`, {
    data: { editId: 'w.x', aggregate: `tune:${id}`, baseVersion: 1, patch: { chartText: '| C |' } },
  });
  expect(reply.status()).toBe(503);
  expect(await reply.json()).toMatchObject({
    status: 'fault',
    message: expect.stringContaining('lacks its table') as unknown,
  });
  change(own, 'alter table gone rename to edit');
  await rename(own.database, `${own.database}.elsewhere`);
  await typeChart(page, 'title: Slack Water\nkey: Cm\nmeter: 3/4\n| Cm | D7 |\n');
  await expect(page.locator('.save')).toContainText('was moved or deleted while Yellow Heron ran');
  await rename(`${own.database}.elsewhere`, own.database);
  await tryNow(page);
  await expectSaved(page);
  expect(own.printed()).not.toContain('    at ');
});

test(
  'what waited under localhost is saved at the one address, and what cannot be is shown there',
  THOROUGH,
  async ({ page, own }) => {
    const id = tuneNamed(own, 'Slack Water');
    const db = new Database(own.database, { readonly: true });
    const takeId = db.prepare('select id from take where tune_id = ?').pluck().get(id) as string;
    const bar = (
      JSON.parse(db.prepare('select doc from tune where id = ?').pluck().get(id) as string) as {
        bars: { id: string }[];
      }
    ).bars[0]!.id;
    db.close();
    // As an earlier version left it in the browser.
    await page.route(`http://localhost:${own.port}/left`, (route) =>
      route.fulfill({ body: '<html></html>', contentType: 'text/html' }),
    );
    await page.goto(`http://localhost:${own.port}/left`);
    const key = `${bar}:1:0`;
    await page.evaluate(
      ([take, cell]) => {
        const edit = {
          editId: 'old.1',
          aggregate: `take:${take}`,
          baseVersion: 1,
          at: 1,
          patch: { [cell!]: { layer: 'chord', on: 'C-', colour: null } },
        };
        localStorage.setItem('heron.outbox.old.1', JSON.stringify(edit));
        localStorage.setItem(
          'heron.refused.old.2',
          JSON.stringify({ ...edit, editId: 'old.2', patch: { nonsense: 1 } }),
        );
      },
      [takeId, key],
    );
    await page.goto(`http://localhost:${own.port}/tunes/${id}/chart`);
    await expect(page).toHaveURL(`${own.address}/tunes/${id}/chart`);
    await expect(page.getByRole('button', { name: '1 change not saved' })).toBeVisible();
    const read = new Database(own.database, { readonly: true });
    expect(JSON.parse(read.prepare('select doc from take where id = ?').pluck().get(takeId) as string)).toHaveProperty([
      'cells',
      key,
    ]);
    read.close();
  },
);

test('no room in the browser is said before anything is lost', THOROUGH, async ({ page, own }) => {
  const id = tuneNamed(own, 'Slack Water');
  await page.goto(`${own.address}/tunes/${id}/chart`);
  await expect(page.getByRole('textbox', { name: 'Chart text' })).toBeVisible();
  await page.evaluate(() => {
    // Fills it up to the last few characters.
    for (let size = 4_000_000; size >= 1; size = Math.floor(size / 2)) {
      try {
        for (;;) localStorage.setItem(`filler${localStorage.length}`, 'x'.repeat(size));
      } catch {
        continue;
      }
    }
  });
  await page.route('**/edits', (route) => route.abort());
  await typeChart(page, 'title: Slack Water\nkey: Cm\nmeter: 3/4\n| Cm | G7 |\n');
  await expect(page.locator('.save')).toContainText('keep this window open');
  await page.unroute('**/edits');
  await tryNow(page);
  await expectSaved(page);
});

test(
  'the server ends in time with pages open, and says nothing it did not look at',
  THOROUGH,
  async ({ page, own }) => {
    await page.goto(own.address);
    await expect(page.getByText('Slack Water', { exact: true })).toBeVisible();
    expect(await own.end('SIGINT')).toBe(true);
  },
);

test('a server ends with its starter, however that ends', THOROUGH, async ({ own }) => {
  await own.end();
  const start = `require('node:child_process').spawn(process.execPath, ['scripts/server.mjs', process.env.HERON_BUILD ?? 'build'], { stdio: ['ignore', 'ignore', 'ignore', 'ipc'] })`;
  const starter = spawn(process.execPath, ['-e', start], {
    env: { ...process.env, HERON_DB: own.database, HOST: '127.0.0.1', PORT: String(own.port), NODE_ENV: 'production' },
  });
  const answers = () =>
    fetch(`${own.address}/heron.svg`)
      .then(({ ok }) => ok)
      .catch(() => false);
  await expect.poll(answers).toBe(true);
  starter.kill('SIGKILL');
  await expect.poll(answers).toBe(false);
});

test('the app starts while the server is away, and what was never opened leads to what was', async ({ page, own }) => {
  const manifest = (await (await page.request.get(`${own.address}/manifest.webmanifest`)).json()) as {
    start_url: string;
    icons: readonly { src: string; type: string }[];
  };
  for (const { src, type } of manifest.icons)
    expect((await page.request.get(own.address + src)).headers()['content-type']).toContain(type);
  const id = tuneNamed(own, 'Slack Water');
  await page.goto(`${own.address}/tunes/${id}/chart`);
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await page.goto(own.address);
  // All files of the app are kept, those of sheets nobody opened, too.
  await expect
    .poll(async () =>
      page.evaluate(async () => {
        const files = (await (await fetch('/files.json')).json()) as string[];
        const kept = await Promise.all(files.map((file) => caches.match(file)));
        return kept.filter((file) => !file).length;
      }),
    )
    .toBe(0);
  await own.end('SIGKILL');
  await page.goto(own.address + manifest.start_url);
  await expect(page.getByText('Slack Water', { exact: true })).toBeVisible();
  await expect(page.locator('.rail-mark img')).not.toHaveJSProperty('naturalWidth', 0);
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog')).toContainText('find a tune');
  // A tune that was not opened leads to the shelf; one whose place has other choices to that place.
  await page.goto(`${own.address}/tunes/${tuneNamed(own, 'Midstream')}/chart`);
  await expect(page).toHaveURL(`${own.address}/`);
  await page.goto(`${own.address}/tunes/${id}/chart?from=elsewhere`);
  await expect(page.locator('.cm-content')).toContainText('G7/B');
});
