import { expect, expectSaved, idle, openNew, test } from './player.ts';

test('a tune is comped in a manner of its own, a span of it in another, and both are undone', async ({ page }) => {
  await openNew(page, 'title: Eddy\nkey: F\ntempo: 100\n| Gm7 | C7 | Fmaj7 | Dm7 |\n');
  const grips = () => page.locator('.column-grip').allInnerTexts();
  const lowest = async () => (await grips()).map((grip) => grip.split('-').findIndex((fret) => /^\d/.test(fret)));
  const rooted = await grips();
  // Roots lie on the two low strings.
  expect((await lowest()).every((string) => string <= 1)).toBe(true);

  await page.getByRole('button', { name: 'Comped: Rooted' }).click();
  await page.getByRole('menuitem', { name: /^Small/ }).click();
  await expect(page.getByRole('button', { name: 'Comped: Small' })).toBeVisible();
  await idle(page);
  expect((await lowest()).every((string) => string >= 1)).toBe(true);
  expect(await grips()).not.toEqual(rooted);

  // The last two chords over their roots again.
  await page.keyboard.press('End');
  await page.keyboard.press('Shift+ArrowLeft');
  await page.keyboard.press('w');
  await page.getByLabel('Comped', { exact: true }).click();
  await page.getByRole('option', { name: 'rooted' }).click();
  await idle(page);
  await expect(page.locator('#column-2')).toContainText('rooted');
  expect((await lowest()).slice(2).every((string) => string <= 1)).toBe(true);
  await expectSaved(page);
  await page.reload();
  await idle(page);
  await expect(page.locator('#column-2')).toContainText('rooted');

  await page.getByRole('button', { name: /^Undo: rooted/ }).click();
  await idle(page);
  await expect(page.locator('#column-2')).not.toContainText('rooted');
  await page.getByRole('button', { name: 'Comped: Small' }).click();
  await page.getByRole('menuitem', { name: /^As / }).click();
  await idle(page);
  expect(await grips()).toEqual(rooted);
});
