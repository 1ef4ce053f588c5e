import type { Page } from '@playwright/test';
import { expect, expectSaved, gripInHand, idle, openNew, priced, symbols, test } from './player.ts';
import { THOROUGH } from './thorough.ts';

const TUNE = 'title: Lock\nkey: C\nmeter: 4/4\ntempo: 120\n| C | Dm7 | G7 | C |\n';

const outcomes = (page: Page) => page.getByRole('list', { name: 'What can come of it' }).getByRole('listitem');

/** Opens the voices of the ii. */
async function atVoices(page: Page): Promise<string> {
  const id = await openNew(page, TUNE);
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('v');
  await expect(outcomes(page).first()).toBeVisible();
  return id;
}

test('a voice is sent up in two keystrokes, what comes of it is named, kept, and undone', async ({ page }) => {
  await atVoices(page);
  const grip = await gripInHand(page).innerText();
  const ways = page.getByRole('list', { name: 'Voices, from the top' }).getByRole('listitem');
  expect(await ways.count()).toBeGreaterThan(2);
  await page.keyboard.press('2');
  await page.keyboard.press('ArrowUp');
  await expect(ways.nth(1).getByRole('button', { name: 'up' })).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('1');
  await page.keyboard.press('1');
  await expect(ways.first().getByRole('button', { name: 'held' })).toHaveAttribute('aria-pressed', 'true');
  await priced(page);
  const lacking = outcomes(page).filter({ hasText: /without its/ });
  await expect(lacking.first()).toBeVisible();
  const name = await lacking.first().locator('b').innerText();
  const led = (await lacking.first().locator('.visually-hidden').innerText()).replace(', ', '');
  await lacking.first().getByRole('button', { pressed: false }).first().click();
  await idle(page);
  const column = page.locator('#column-2');
  await expect(column.locator('.column-grip')).toContainText(led);
  await expect(page.locator('#column-1').locator('.column-grip')).toContainText(grip);
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('c');
  await expect(page.locator('.side-head')).toContainText('What sounds is');
  await expect(page.locator('.side-head')).toContainText(/without its/);
  expect(name).toContain('without its');
  await expectSaved(page);
  await page.reload();
  await expect(column.locator('.column-grip')).toContainText(led);
  await page.getByRole('button', { name: /^Undo: .* after bar 2/ }).click();
  await idle(page);
  await expect(column).not.toContainText('pinned');
});

test('a late voice makes a column of its own, heard on the way, and taken back', THOROUGH, async ({ page }) => {
  await atVoices(page);
  const before = await symbols(page);
  await page.keyboard.press('3');
  await page.keyboard.press('ArrowRight');
  await expect(outcomes(page).first()).toContainText('first ');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('h');
  await expect(page.locator('.ground-playing')).toBeVisible();
  await page.keyboard.press('Enter');
  await idle(page);
  await expect(page.locator('.column')).toHaveCount(before.length + 1);
  await page.keyboard.press('Control+z');
  await idle(page);
  await expect(page.locator('.column')).toHaveCount(before.length);
});

test('a note is dragged up, a line clicked level: the voices go there', THOROUGH, async ({ page }) => {
  await atVoices(page);
  await page.keyboard.press('c');
  const note = page.locator('#column-2 .note').last();
  const box = (await note.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2, box.y - 40, { steps: 4 });
  await expect(page.locator('.note-wanted')).toBeVisible();
  await page.mouse.up();
  await expect(page.getByRole('tab', { name: 'Voices' })).toHaveAttribute('aria-selected', 'true');
  await expect(page.locator('#column-1')).toHaveAttribute('aria-selected', 'true');
  await expect(page.getByRole('button', { name: /^to / })).toHaveAttribute('aria-pressed', 'true');
  const line = page.locator('#column-2 .ribbon-hold').first();
  await line.dispatchEvent('click');
  await expect(page.locator('#column-2')).toHaveAttribute('aria-selected', 'true');
  await expect(page.getByRole('button', { name: 'held', pressed: true })).toHaveCount(1);
});

test('after the last chord nothing follows, and it is said', THOROUGH, async ({ page }) => {
  await atVoices(page);
  await page.keyboard.press('End');
  await expect(page.getByText('Nothing follows this chord.')).toBeVisible();
});
