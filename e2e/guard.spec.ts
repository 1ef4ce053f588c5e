import { brotliCompressSync } from 'node:zlib';
import { connect } from 'node:net';
import { axeClean, expect, newTune, openBench, priced, showStave, test, writeTune } from './player.ts';
import { THOROUGH } from './thorough.ts';

test('a form posted from elsewhere changes nothing', async ({ request, page }) => {
  const id = await newTune(page, 'title: Ours\n| C |\n');
  for (const headers of [{ origin: 'http://evil.example' }, { 'sec-fetch-site': 'cross-site' }] as Record<
    string,
    string
  >[]) {
    const form = { intent: 'rename', id, title: 'Theirs' };
    const reply = await request.post('/?index', { headers, form, maxRedirects: 0 });
    expect(reply.status()).toBeGreaterThanOrEqual(400);
    expect((await request.post('/edits', { headers, data: {} })).status()).toBeGreaterThanOrEqual(400);
  }
  await page.goto(`/tunes/${id}/chart`);
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Ours');
  // From here it would have been another matter.
  const own = await request.post('/?index', { form: { intent: 'rename', id, title: 'Renamed' } });
  expect(own.status()).toBe(200);
  await page.reload();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Renamed');
});

test('bad edits and oversized bodies are answered, and the server stays up', async ({ request }) => {
  const post = (data: unknown) => request.post('/edits', { data: data as object });
  expect((await post('no json')).status()).toBe(400);
  expect((await post({ editId: 'a.b' })).status()).toBe(400);
  expect((await post({ editId: 'a.b', aggregate: 'take:none', baseVersion: 1, patch: {} })).status()).toBe(400);
  expect(
    (await post({ editId: 'a.b', aggregate: 'take:none', baseVersion: 1, patch: { 'b:1:0': null } })).status(),
  ).toBe(404);
  expect((await post({ big: 'x'.repeat(5_000_000) })).status()).toBe(413);
  expect((await request.post('/?index', { form: { intent: 'sink' } })).status()).toBe(400);
  expect((await request.get('/edits')).status()).toBe(405);
  expect((await request.get('/')).status()).toBe(200);
});

/** Sends lines to the server as they are, and reads the first line of its answer, with the headers. */
function askRaw(baseURL: string, lines: readonly string[]): Promise<string> {
  const { port } = new URL(baseURL);
  return new Promise((resolve, reject) => {
    const socket = connect(Number(port), '127.0.0.1', () => socket.write(lines.join('\r\n')));
    socket.once('data', (data) => {
      resolve(data.toString().split('\r\n\r\n')[0]!);
      socket.destroy();
    });
    socket.once('error', reject);
  });
}

test('wrong requests are answered with what is wrong, files too, and the server stays up', async ({
  baseURL,
  request,
}) => {
  const { host } = new URL(baseURL!);
  const ask = (...lines: string[]) => askRaw(baseURL!, [...lines, '', '']);
  for (const path of ['/', '/heron.svg', '/sw.js', '/edits'])
    expect(await ask(`GET ${path} HTTP/1.1`, 'Host: strange.example')).toContain(' 421 ');
  expect(await ask('GET / HTTP/1.1')).toContain(' 400 ');
  expect(await ask('GET / HTTP/1.0')).toContain(' 400 ');
  expect(await ask('GET / HTTP/1.1', 'Host: 127.0.0.1:9@evil.example')).toContain(' 400 ');
  expect(await ask('GET http://evil.example/ HTTP/1.1', `Host: ${host}`)).toContain(' 400 ');
  expect(await ask('GET /%E0%A4%A HTTP/1.1', `Host: ${host}`)).toContain(' 400 ');
  for (const method of ['TRACE', 'PUT', 'DELETE', 'OPTIONS'])
    expect(await ask(`${method} / HTTP/1.1`, `Host: ${host}`)).toContain(' 405 ');
  const chunked = ['Transfer-Encoding: chunked', '', '2', '{}', '0'];
  expect(await ask('POST /edits HTTP/1.1', `Host: ${host}`, ...chunked)).toContain(' 411 ');
  for (const path of ['/?index', '/players/x', '/tunes/x/takes', '/keeping', '/tunes/x/history']) {
    expect((await request.post(path, { data: { intent: 'new' } })).status(), path).toBe(400);
    expect((await request.post(path, { headers: { 'content-type': 'text/plain' }, data: 'intent=new' })).status()).toBe(
      400,
    );
    const broken = { 'content-type': 'multipart/form-data; boundary=none' };
    expect((await request.post(path, { headers: broken, data: 'no part' })).status()).toBe(400);
  }
  expect((await request.post('/tunes/x/chart', { form: { intent: 'new' } })).status()).toBe(405);
  expect((await request.get('/')).status()).toBe(200);
});

test('files and workers carry a policy and nosniff, like pages', async ({ request, page }) => {
  await page.goto('/');
  const worker = await page.evaluate(() => fetch('/sw.js').then(({ url }) => url));
  const script = (await page.locator('link[rel=modulepreload]').first().getAttribute('href'))!;
  for (const file of ['/heron.svg', worker, script]) {
    const headers = (await request.get(file)).headers();
    expect(headers['content-security-policy'], file).toContain("default-src 'self'");
    expect(headers['x-content-type-options']).toBe('nosniff');
  }
});

test('pages do not go against their own policy', async ({ page }) => {
  const id = await newTune(page, 'title: Lawful\nkey: C\n| C | Am |\n');
  await page.addInitScript(() => {
    const seen = window as unknown as { broken: string[] };
    seen.broken = [];
    document.addEventListener('securitypolicyviolation', (event) =>
      seen.broken.push(`${event.effectiveDirective} ${event.blockedURI} ${event.sourceFile}`),
    );
  });
  for (const place of [
    '/',
    `/tunes/${id}/chart`,
    `/tunes/${id}/bench`,
    `/tunes/${id}/history`,
    `/tunes/${id}/sheet`,
    '/grips',
    '/moves',
    '/players',
    '/keeping',
  ]) {
    await page.goto(place);
    await expect(page.locator('.save')).toHaveText('saved');
    if (place.endsWith('bench')) await expect(page.locator('.note').first()).toBeVisible();
    expect(await page.evaluate(() => (window as unknown as { broken: string[] }).broken), place).toEqual([]);
  }
});

test('every page carries a strict policy with a nonce of its own', async ({ request }) => {
  const [one, two] = [await request.get('/'), await request.get('/')].map(
    (reply) => reply.headers()['content-security-policy']!,
  );
  expect(one).toMatch(/script-src 'self' 'nonce-[^']+'/);
  expect(one).not.toContain('unsafe-eval');
  expect(one).not.toBe(two);
});

// What is dark differs in nothing but its colours.
for (const [scheme, when] of [
  ['light', {}],
  ['dark', THOROUGH],
] as const) {
  test(
    `axe finds nothing on shelf, chart, bench, takes, grips, player, keeping, history, the stave and import, ${scheme}`,
    when,
    async ({ page }) => {
      await page.emulateMedia({ colorScheme: scheme });
      const id = await writeTune(page, 'title: Axe\nkey: C\n| C | Am | H7 |\n| Dm | G7 |\n'.replace('H7', 'E7'));
      const check = () => axeClean(page, scheme === 'dark' ? ['color-contrast'] : undefined);
      await check();
      await showStave(page);
      await page.keyboard.type('cdf');
      await check();
      await page.getByRole('button', { name: 'Melody', exact: true }).click();
      await page.goto('/import');
      const buffer = Buffer.from('X:1\nT:A\nM:3/4\nK:C\n"C"c2{d}d2e2|\nw:la\n\nX:2\nT:B\nK:C\nc|\n');
      await page.getByLabel('A file to import').setInputFiles({ name: 'a.abc', mimeType: 'text/plain', buffer });
      await expect(page.locator('.stave svg').first()).toBeVisible();
      await check();
      await page.goto(`/tunes/${id}/chart`);
      await openBench(page, id);
      await expect(page.getByRole('list', { name: 'Colours' })).toBeVisible();
      await check();
      await page.keyboard.press('g');
      await expect(page.getByRole('list', { name: 'Grips' })).toBeVisible();
      await check();
      await page.goto(`/tunes/${id}/takes`);
      await expect(page.locator('.pair-column').first()).toBeVisible();
      await page.getByRole('button', { name: 'Hand position' }).click();
      await expect(page.locator('.plot .main-svg').first()).toBeVisible();
      await check();
      await page.goto('/');
      await check();
      await page.goto('/grips');
      await expect(page.locator('.around')).toHaveAttribute('aria-busy', 'false');
      await check();
      await page.goto(`/players?tune=${id}`);
      await expect(page.locator('.players-holds')).toHaveAttribute('aria-busy', 'false');
      await check();
      for (const place of ['/keeping', `/tunes/${id}/history`]) {
        await page.goto(place);
        await expect(page.locator('.save')).toHaveText('saved');
        await check();
      }
    },
  );
}

test('nothing jumps while a page comes up', async ({ page }) => {
  await page.addInitScript(() => {
    const seen = window as unknown as { jumps: number };
    seen.jumps = 0;
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries() as (PerformanceEntry & { value: number; hadRecentInput: boolean })[])
        if (!entry.hadRecentInput) seen.jumps += entry.value;
    }).observe({ type: 'layout-shift', buffered: true });
  });
  const jumps = () => page.evaluate(() => (window as unknown as { jumps: number }).jumps);
  const id = await newTune(page, 'title: Steady\nkey: C\n| C | Am | Dm | G7 |\n');
  for (const place of ['/', `/tunes/${id}/chart`, `/tunes/${id}/bench`, '/players']) {
    await page.goto(place);
    if (place.endsWith('chart')) await expect(page.locator('.cm-editor')).toBeVisible();
    if (place.endsWith('bench')) {
      await expect(page.locator('.note').first()).toBeVisible();
      await expect(page.getByRole('list', { name: 'Colours' }).getByRole('listitem').nth(4)).toBeVisible();
    }
    if (place === '/players') await expect(page.locator('.players-holds')).toHaveAttribute('aria-busy', 'false');
    // The usual bound for a page that feels steady (Cumulative Layout Shift, "good": at most 0.1) is looser.
    expect(await jumps()).toBeLessThan(0.02);
  }
});

test('on a phone nothing runs over the edge, and everything is within reach', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  const id = await writeTune(page, 'title: Small\nkey: C\n| C | Am | Dm | G7 |\n');
  const overflow = () => page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
  expect(await overflow()).toBeLessThanOrEqual(0);
  await openBench(page, id);
  expect(await overflow()).toBeLessThanOrEqual(0);
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeInViewport();
  await page.getByRole('option').nth(1).click();
  await page.getByRole('tab', { name: 'Colour' }).click();
  await priced(page);
  await page.getByRole('list', { name: 'Colours' }).getByRole('listitem').nth(2).locator('.option-keep').click();
  await expect(page.locator('#column-1')).toContainText('chosen');
  for (const place of [
    '/players',
    '/keeping',
    `/moves?tune=${id}`,
    `/tunes/${id}/history`,
    `/tunes/${id}/takes`,
    '/',
  ]) {
    await page.goto(place);
    if (place.endsWith('takes')) await expect(page.locator('.pair-column').first()).toBeVisible();
    expect(await overflow(), place).toBeLessThanOrEqual(0);
  }
});

test('the bench comes with no more than 300 kB of script', async ({ request, page }) => {
  const id = await newTune(page, 'title: Light\n| C | F |');
  const html = await (await request.get(`/tunes/${id}/bench`)).text();
  const files = [...new Set(html.match(/\/assets\/[\w.-]+\.js/g))];
  expect(files.length).toBeGreaterThan(10);
  const sent = await Promise.all(
    files.map(async (file) => {
      const response = await request.get(file, { headers: { 'accept-encoding': 'br' } });
      // What is not packed beforehand is packed on the way, and its length not told.
      return Number(response.headers()['content-length'] ?? brotliCompressSync(await response.body()).length);
    }),
  );
  expect(sent.reduce((sum, bytes) => sum + bytes, 0)).toBeLessThan(300_000);
});
