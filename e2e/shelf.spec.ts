import { expect, newTune, test, writeTune } from './player.ts';

test('the shelf shows the demo tunes with key, meter, tempo and last change', async ({ page }) => {
  await page.goto('/');
  for (const [title, facts] of [
    ['Gangplank Strut', /D.*4\/4 · 160 swing/],
    ['Slack Water', /Cm · 3\/4 · 76/],
    ['Foghorn Blues', /B.*m · 4\/4 · 138 swing/],
    ['Cable and Pulley', /F.*m · 4\/4 · 92/],
  ] as const) {
    // On a long shelf it is looked for.
    const search = page.getByLabel('Find a tune');
    if (await search.isVisible()) await search.fill(title);
    const row = page.getByRole('listitem').filter({ has: page.getByText(title, { exact: true }) });
    await expect(row.locator('.facts')).toHaveText(facts);
    await expect(row.locator('.shelf-changed')).toHaveText(/ago|now/);
  }
});

test('a tune is renamed, duplicated, deleted, and brought back', async ({ page }) => {
  await newTune(page, 'title: Tow Rope\nkey: G\n| G | C |\n');
  await page.goto('/');
  const rows = page.locator('.shelf-tune');
  const row = (title: string) => rows.filter({ has: page.getByText(title, { exact: true }) });
  const choose = async (title: string, what: string) => {
    await page.getByRole('button', { name: `More for ${title}`, exact: true }).click();
    await page.getByRole('menuitem', { name: what }).click();
  };
  await choose('Tow Rope', 'Rename');
  await page.getByRole('textbox', { name: 'Title' }).fill('');
  await expect(page.getByText('A tune needs a title.')).toBeVisible();
  await page.getByRole('textbox', { name: 'Title' }).fill('Bow Line');
  await page.keyboard.press('Enter');
  await expect(row('Bow Line')).toBeVisible();

  await choose('Bow Line', 'Duplicate');
  await expect(row('Bow Line (copy)')).toBeVisible();

  await choose('Bow Line (copy)', 'Delete');
  await expect(row('Bow Line (copy)')).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(row('Bow Line (copy)')).toBeVisible();
});

test('a menu stays where it was opened, whatever comes to the shelf meanwhile', async ({ page }) => {
  await newTune(page, 'title: Heaving Line\nkey: G\n| G | C |\n');
  await page.goto('/');
  const row = (title: string) => page.locator('.shelf-tune', { has: page.getByText(title, { exact: true }) });
  await page.getByRole('button', { name: 'More for Heaving Line', exact: true }).click();
  const item = page.getByRole('menuitem', { name: 'Duplicate' });
  await item.click({ trial: true });
  const before = await item.boundingBox();
  const moved = (await row('Heaving Line').boundingBox())!.y;
  // Other tests delete tunes above meanwhile: one more is put in until the row has moved down.
  await expect(async () => {
    await newTune(page, 'title: Came Between\nkey: G\n| G | C |\n');
    await page.evaluate(() => document.dispatchEvent(new Event('visibilitychange')));
    await expect
      .poll(async () => (await row('Heaving Line').boundingBox())!.y, { timeout: 3000 })
      .toBeGreaterThan(moved);
  }).toPass();
  expect(await item.boundingBox()).toEqual(before);
  await item.click();
  await expect(row('Heaving Line (copy)')).toBeVisible();
});

test('what cannot be done to a tune that is gone is said', async ({ page, clean }) => {
  clean.allow(/404|Failed to load resource/);
  const id = await newTune(page, 'title: Slipped Away\nkey: G\n| G | C |\n');
  // Only the newest tunes come, with the page: what is deleted then it does not hear of.
  await page.route('**/shelf-rows', (route) => route.abort());
  await page.goto('/');
  const row = page.locator('.shelf-tune', { has: page.getByText('Slipped Away', { exact: true }) });
  await expect(row).toBeVisible();
  await page.request.post('/?index', { form: { intent: 'delete', id } });
  await page.getByRole('button', { name: 'More for Slipped Away' }).click();
  await page.getByRole('menuitem', { name: 'Duplicate' }).click();
  await expect(page.getByText('This tune is not on the shelf any more.')).toBeVisible();
  await expect(row).toHaveCount(0);
});

test('a title of markup is a title', async ({ page }) => {
  const title = '<img src=x onerror=alert(1)>';
  await writeTune(page, `title: ${title}\n| C |\n`);
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(title);
  await page.goto('/');
  await expect(page.getByText(title, { exact: true })).toBeVisible();
});

test('an address that leads nowhere says so, with a way back', async ({ page, clean }) => {
  clean.allow(/404/);
  await page.goto('/tunes/none/bench');
  await expect(page.getByText('This tune is not on the shelf.')).toBeVisible();
  await page.getByRole('link', { name: 'Back to the shelf' }).click();
  await expect(page.getByRole('button', { name: 'New tune', exact: true })).toBeVisible();
});

test('the shelf is worked by keys alone', async ({ page }) => {
  await newTune(page, 'title: Spring Line\nkey: G\n| G | C |\n');
  await page.goto('/');
  const row = (title: string) => page.locator('.shelf-tune', { has: page.getByText(title, { exact: true }) });
  // The tune changed last stands first.
  await expect(row('Spring Line')).toBeVisible();
  await expect(async () => {
    await page.keyboard.press('ArrowUp');
    await expect(page.locator('.shelf-link').first()).toBeFocused({ timeout: 500 });
    // A tune that is put on the shelf meanwhile moves all the others down.
    await page.keyboard.press('ArrowDown');
    await expect(page.locator('.shelf-link').nth(1)).toBeFocused({ timeout: 500 });
  }).toPass();
  await row('Spring Line').locator('.shelf-link').focus();
  await page.keyboard.press('d');
  await expect(row('Spring Line (copy)')).toBeVisible();
  await row('Spring Line (copy)').locator('.shelf-link').focus();
  await page.keyboard.press('Delete');
  await expect(row('Spring Line (copy)')).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(row('Spring Line (copy)')).toBeVisible();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toContainText('bring back the deleted tune');
  await page.keyboard.press('Escape');
  await row('Spring Line').locator('.shelf-link').focus();
  await page.keyboard.press('r');
  await expect(page.getByRole('textbox', { name: 'Title' })).toHaveValue('Spring Line');
  await page.keyboard.press('Escape');
  await row('Spring Line').locator('.shelf-link').focus();
  await page.keyboard.press('c');
  await expect(page.getByRole('textbox', { name: 'Chart text' })).toContainText('Spring Line');
  await page.getByRole('textbox', { name: 'Chart text' }).click();
  await page.keyboard.press('Control+Enter');
  await expect(page).toHaveURL(/\/bench$/);
});

test('N starts a new tune', async ({ page }) => {
  await page.goto('/');
  await expect(async () => {
    await page.keyboard.press('n');
    await expect(page).toHaveURL(/\/chart$/, { timeout: 2000 });
  }).toPass();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('New tune');
});
