import { expect, idle, openNew, symbols, test } from './player.ts';
import { THOROUGH } from './thorough.ts';

/* Whole takes: chords, grips and connection chosen together. */

const TUNE = 'title: Taken\nkey: C\ntempo: 120\n| C | Am7 | Dm7 | G7 |\n| C | A7 | Dm7 G7 | C |\n';

test('three takes of the tune are found, named and told apart; one goes on the bench, and one undo takes it back', async ({
  page,
}) => {
  await openNew(page, TUNE);
  const before = await symbols(page);
  await page.keyboard.press('t');
  const sheet = page.getByRole('dialog', { name: 'Three takes' });
  const takes = sheet.getByRole('list', { name: 'Takes' }).getByRole('listitem');
  await expect(takes).toHaveCount(3, { timeout: 120_000 });
  await expect(takes.nth(1)).toContainText(/\d+ % as take 1/);
  await expect(takes.nth(2)).toContainText(/\d+ % as take 1, \d+ % as take 2/);
  const told = takes.first().locator('.take-chords .symbol');
  const chords = await told.evaluateAll((all) => all.map((one) => one.getAttribute('aria-label') ?? ''));
  expect(chords.length).toBeGreaterThanOrEqual(8);
  await takes.first().getByRole('button', { name: 'Put it on the bench' }).click();
  await expect(sheet).toBeHidden();
  await idle(page);
  expect(await symbols(page)).toEqual(chords);
  await page.keyboard.press('Control+z');
  await idle(page);
  expect(await symbols(page)).toEqual(before);
});

test('takes of what is selected leave the rest as it is', THOROUGH, async ({ page }) => {
  await openNew(page, TUNE);
  const before = await symbols(page);
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('Shift+ArrowRight');
  await page.getByRole('button', { name: 'Three takes' }).click();
  const sheet = page.getByRole('dialog', { name: 'Three takes' });
  await expect(sheet.getByRole('switch', { name: /^Only bars 1 to 3/ })).toBeChecked();
  const takes = sheet.getByRole('list', { name: 'Takes' }).getByRole('listitem');
  await expect(takes.first()).toBeVisible({ timeout: 120_000 });
  await takes.first().getByRole('button', { name: 'Put it on the bench' }).click();
  await idle(page);
  expect((await symbols(page)).slice(-6)).toEqual(before.slice(-6));
});

test('looking for takes can be stopped, and the bench goes on as it was', THOROUGH, async ({ page }) => {
  await openNew(page, TUNE.replace('| C | A7', '| Em7 | A7 | Bm7b5 | E7 |\n| C | A7'));
  await page.keyboard.press('t');
  const sheet = page.getByRole('dialog', { name: 'Three takes' });
  await sheet.getByRole('button', { name: 'Stop' }).click();
  await expect(sheet.getByRole('progressbar')).toBeHidden();
  await sheet.getByRole('button', { name: 'Back to the bench' }).click();
  await expect(sheet).toBeHidden();
  await page.keyboard.press('ArrowRight');
  await expect(page.locator('#column-1')).toHaveAttribute('aria-selected', 'true');
});
