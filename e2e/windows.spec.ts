import type { Page } from '@playwright/test';
import {
  asOneWhoReadIt,
  expect,
  expectSaved,
  idle,
  newTune,
  openBench,
  openNew,
  priced,
  symbols,
  test,
  typeChart,
  writeTune,
} from './player.ts';
import { THOROUGH } from './thorough.ts';

const TUNE = 'title: Two Hands\nkey: C\n| C | Am | Dm | G7 |\n';

const choose = (where: Page, n: number) =>
  where.getByRole('list', { name: 'Colours' }).getByRole('listitem').nth(n).locator('.option-keep').click();

/** A page in a browser of its own, which hears nothing of this one. */
async function elsewhere(page: Page, baseURL: string): Promise<Page> {
  const context = await page
    .context()
    .browser()!
    .newContext({ baseURL, viewport: { width: 1280, height: 800 } });
  return context.newPage();
}

test('an open window shows at once what another does, and an undo leaves what the other did since', async ({
  page,
  context,
}) => {
  const id = await openNew(page, TUNE);
  const other = await context.newPage();
  await openBench(other, id);
  await choose(page, 3);
  await expect(other.locator('#column-0')).toContainText('chosen');
  await expect.poll(() => symbols(other)).toEqual(await symbols(page));
  await priced(other);
  await choose(other, 5);
  const stands = 'C major 9';
  for (const one of [other, page]) await expect.poll(async () => (await symbols(one))[0]).toBe(stands);
  await page.getByRole('button', { name: /^Undo:/ }).click();
  await expect(page.getByText('cannot be undone. What another window changed since stays')).toBeVisible();
  expect((await symbols(page))[0]).toBe(stands);
  await expectSaved(page);
});

test('a page that was on its way while something was saved shows it', THOROUGH, async ({ page, baseURL }) => {
  const id = await newTune(page, TUNE);
  const context = await page
    .context()
    .browser()!
    .newContext({ baseURL: baseURL!, viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' });
  const first = await context.newPage();
  await asOneWhoReadIt(first);
  await openBench(first, id);
  await priced(first);
  const second = await context.newPage();
  await asOneWhoReadIt(second);
  // The page is made before the edit is saved, and comes after it was.
  await second.route(`**/tunes/${id}/bench`, async (route) => {
    const made = await route.fetch();
    await choose(first, 3);
    await expect(first.locator('#column-0')).toContainText('chosen');
    await expectSaved(first);
    await route.fulfill({ response: made });
  });
  await second.goto(`/tunes/${id}/bench`);
  await expect(second.locator('#column-0')).toContainText('chosen');
  expect(await symbols(second)).toEqual(await symbols(first));
  await context.close();
});

test('a duplicated tab writes under a name of its own', THOROUGH, async ({ page, context }) => {
  const id = await openNew(page, TUNE);
  const other = await context.newPage();
  // As a browser duplicates a tab: with all that the session holds.
  const session = await page.evaluate(() => JSON.stringify(sessionStorage));
  await other.addInitScript((held) => {
    for (const [key, value] of Object.entries(JSON.parse(held) as Record<string, string>))
      sessionStorage.setItem(key, value);
  }, session);
  const sent: string[] = [];
  for (const one of [page, other])
    one.on('request', (request) => {
      if (request.url().endsWith('/edits'))
        sent.push((request.postDataJSON() as { editId: string }).editId.split('.')[0]!);
    });
  await openBench(other, id);
  await choose(page, 3);
  await expectSaved(page);
  await priced(other);
  await choose(other, 5);
  await expect.poll(() => new Set(sent).size).toBe(2);
});

test('two browsers on one chord: the first stands, the other is kept as a take, renamed, deleted and brought back', async ({
  page,
  baseURL,
  clean,
}) => {
  clean.allow(/409/);
  const id = await openNew(page, TUNE);
  const other = await elsewhere(page, baseURL!);
  await openBench(other, id);
  await choose(page, 3);
  await expectSaved(page);
  await choose(other, 5);
  await expect(other.getByText('This chord was changed in another window')).toBeVisible();
  await expect(page.getByText('changed in another window')).toHaveCount(0);
  expect((await symbols(other))[0]).toBe((await symbols(page))[0]);
  await other.getByRole('link', { name: 'Open it' }).click();
  const takes = other.getByRole('button', { name: /^Take 1 \(other window, \d+ \w+ \d\d:\d\d\)$/ });
  await expect(takes).toBeVisible();
  expect((await symbols(other))[0]).toBe('C major 9');

  await takes.click();
  await other.getByRole('menuitem', { name: 'Rename this take…' }).click();
  await other.getByRole('textbox', { name: 'Name' }).fill('With nines');
  await other.keyboard.press('Enter');
  await other.getByRole('button', { name: 'With nines' }).click();
  await other.getByRole('menuitem', { name: 'Delete this take' }).click();
  await expect(other.getByRole('button', { name: 'Take 1', exact: true })).toBeVisible();
  await other.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(other.getByRole('button', { name: 'With nines' })).toBeVisible();
  await idle(other);
  expect((await symbols(other))[0]).toBe('C major 9');
  await other.context().close();
});

test(
  'two windows of a chart: what one types in its line comes into the other, a rename on the shelf too',
  THOROUGH,
  async ({ page, context }) => {
    const id = await writeTune(page, TUNE);
    const other = await context.newPage();
    await other.goto(`/tunes/${id}/chart`);
    const text = other.getByRole('textbox', { name: 'Chart text' });
    await text.click();
    await other.keyboard.press('Control+End');
    await other.keyboard.insertText('| F | Bb |\n');
    await expect(page.getByRole('textbox', { name: 'Chart text' })).toContainText('| F | Bb |');
    const shelf = await context.newPage();
    await shelf.goto('/');
    const row = shelf.locator(`.shelf-tune[data-id="${id}"]`);
    await row.getByRole('button', { name: /^More for/ }).click();
    await other.keyboard.insertText('| Eb |');
    await shelf.getByRole('menuitem', { name: 'Rename' }).click();
    await shelf.getByRole('textbox', { name: 'Title' }).fill('Four Hands');
    await shelf.keyboard.press('Enter');
    await expect(text).toContainText('title: Four Hands');
    await expect(text).toContainText('| Eb |');
    await expectSaved(other);
    // What was typed here is undone here, and nothing else.
    await text.click();
    await other.keyboard.press('Control+z');
    await expect(text).toContainText('title: Four Hands');
    await expect(text).not.toContainText('| Eb |');
  },
);

test(
  'two browsers in one line of a chart: the later text is kept as a tune of its own, the earlier stands',
  THOROUGH,
  async ({ page, baseURL, clean }) => {
    clean.allow(/409/);
    const id = await writeTune(page, 'title: Two Hands\nkey: C\n| C |\n');
    const other = await elsewhere(page, baseURL!);
    await other.goto(`/tunes/${id}/chart`);
    await expect(other.getByRole('textbox', { name: 'Chart text' })).toBeVisible();
    await typeChart(page, 'title: Two Hands\nkey: C\n| C | F |\n');
    await expectSaved(page);
    await typeChart(other, 'title: Two Hands\nkey: C\n| C | G |\n');
    await expect(other.getByText('The same line was changed in another window')).toBeVisible();
    await expect(other.getByRole('textbox', { name: 'Chart text' })).toContainText('| C | F |');
    await other.getByRole('link', { name: 'Open mine' }).click();
    await expect(other.getByRole('heading', { level: 1 })).toHaveText(/^Two Hands \(other window, /);
    await expect(other.getByRole('textbox', { name: 'Chart text' })).toContainText('| C | G |');
    await other.context().close();
  },
);

test(
  'two browsers on one setting: the second is told, keeps its own, and can apply it again',
  THOROUGH,
  async ({ page, baseURL, clean }) => {
    clean.allow(/409/);
    await page.goto('/players');
    await page.waitForURL(/\/players\/.{20}/);
    const first = page.url();
    await page.getByRole('button', { name: 'New player' }).click();
    await expect(page).not.toHaveURL(first);
    const other = await elsewhere(page, baseURL!);
    await other.goto(page.url());
    const name = (where: Page) => where.getByRole('textbox', { name: 'Name' });
    await expect(name(other)).toBeVisible();
    await name(page).fill('Left hand');
    await name(page).blur();
    await expectSaved(page);
    await name(other).fill('Right hand');
    await name(other).blur();
    await expect(other.getByRole('button', { name: '1 change not saved' })).toBeVisible();
    await expect(name(other)).toHaveValue('Left hand');
    await other.getByRole('button', { name: '1 change not saved' }).click();
    await other.getByRole('button', { name: 'Apply again' }).click();
    await expect(name(other)).toHaveValue('Right hand');
    await expectSaved(other);
    await other.context().close();
  },
);
