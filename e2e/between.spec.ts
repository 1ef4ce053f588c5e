import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { axeClean, expect, expectSaved, idle, openNew, test } from './player.ts';
import { THOROUGH } from './thorough.ts';

/* What lies between the chords: offered, kept by keys, chosen three ways for a span, switched one by one, heard, written. */

const TUNE = 'title: Spare Rope\nkey: C\ntempo: 90\n| C | Am | Dm | G7 |\n| C | F | G7 | C |\n';
const panel = (page: Page) => page.getByRole('tabpanel');
const offers = (page: Page) => panel(page).getByRole('list', { name: 'What could be added' });
const told = (page: Page) => page.getByRole('button', { name: /^something added in \d/ });
const tab = async (page: Page) => {
  await page.getByRole('button', { name: 'Take it away' }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('menuitem', { name: 'Text tab' }).click();
  return readFileSync(await (await download).path()).toString();
};
const openSpan = async (page: Page) => {
  await panel(page)
    .getByText(/^Decorate /)
    .click();
  return panel(page).locator('details').filter({ hasText: 'Decorate ' });
};

test('an option is tried and kept by keys, seen in the stream, written, switched off and on again, undone', async ({
  page,
}) => {
  await openNew(page, TUNE);
  const plain = await tab(page);
  await page.locator('#column-1').click();
  await page.keyboard.press('a');
  await expect(offers(page).getByRole('listitem').first()).toBeVisible();
  await page.keyboard.press('ArrowDown');
  // What is tried is drawn where it would sound.
  await expect(page.locator('#column-1 .added-tried')).toBeVisible();
  await expect(page.locator('#column-1')).toContainText(/Added: /);
  await page.keyboard.press('Enter');
  await expect(told(page)).toHaveText('something added in 1');
  await expect(offers(page).locator('em', { hasText: 'stands' })).toBeVisible();
  expect(await tab(page)).not.toBe(plain);
  await expectSaved(page);
  await page.reload();
  await idle(page);
  await expect(told(page)).toHaveText('something added in 1');
  await panel(page).getByText('1 added in the tune').click();
  await panel(page).getByRole('switch').click();
  await expect(told(page)).toHaveCount(0);
  expect(await tab(page)).toBe(plain);
  await page.keyboard.press('Control+z');
  await expect(told(page)).toHaveText('something added in 1');
});

test('a span is decorated one of three ways in a style; each can be switched off and on; the rest of the tune has nothing', async ({
  page,
}) => {
  await openNew(page, TUNE);
  await page.locator('#column-0').click();
  for (let i = 0; i < 3; i++) await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('a');
  const span = await openSpan(page);
  await expect(span).toContainText('Decorate bars 1 to 4');
  await span.getByRole('combobox').click();
  await page.getByRole('option', { name: /^Dancehall/ }).click();
  await span.getByRole('slider', { name: 'Added between' }).focus();
  await page.keyboard.press('End');
  await span.getByRole('button', { name: 'Three ways' }).click();
  const ways = span.getByRole('list', { name: 'Three ways' }).getByRole('listitem');
  await expect(ways).toHaveCount(3);
  await ways
    .nth(1)
    .getByRole('button', { name: /^Way 2/ })
    .click();
  await expect(ways.nth(1).getByRole('button', { name: /^Way 2/ })).toHaveAttribute('aria-pressed', 'true');
  await expect(told(page)).toBeVisible();
  const many = Number(/\d+/.exec((await told(page).textContent())!)![0]);
  expect(many).toBeGreaterThan(1);
  await panel(page).getByText(`${many} added in bars 1 to 4`).click();
  for (const column of [4, 5, 6, 7]) await expect(page.locator(`#column-${column} .added`)).toHaveCount(0);
  await panel(page).getByRole('switch').first().click();
  await expect(told(page)).toHaveText(`something added in ${many - 1}`);
  await panel(page)
    .getByRole('switch', { name: /^Decoration of bar/ })
    .click();
  await expect(told(page)).toHaveText(`something added in ${many}`);
  await expectSaved(page);
});

test('it is heard with and without, and what cannot be added says why', THOROUGH, async ({ page }) => {
  await openNew(page, TUNE);
  await page.locator('#column-7').click();
  await page.keyboard.press('a');
  await panel(page)
    .getByText(/not here, and why$/)
    .click();
  await expect(panel(page)).toContainText('No chord comes straight after it.');
  await page.locator('#column-1').click();
  await expect(panel(page)).toContainText('It needs a chord after it whose root lies a whole step higher.');
  await offers(page)
    .getByRole('button', { name: /^Hear / })
    .first()
    .click();
  await expect(page.getByRole('button', { name: 'Stop' })).toBeVisible();
  await page.getByRole('button', { name: 'Stop' }).click();
  await page.locator('#column-1').click();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(told(page)).toBeVisible();
  await panel(page).getByText('1 added in the tune').click();
  await panel(page).getByRole('button', { name: 'Loop with and without' }).click();
  await panel(page).getByRole('button', { name: 'Heard with; without it' }).click();
  await expect(panel(page).getByRole('button', { name: 'Heard without; with it' })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await page.keyboard.press('Escape');
  await axeClean(page);
});

test(
  'a span is played in tenths, each chord told by what is heard of it; undone, the grips are there again',
  THOROUGH,
  async ({ page }) => {
    await openNew(page, TUNE);
    await page.locator('#column-1').click();
    await page.keyboard.press('Shift+ArrowRight');
    const before = await page.getByRole('option', { selected: true }).allTextContents();
    await page.getByRole('button', { name: /^Rhythm:/ }).click();
    const sheet = page.getByRole('dialog', { name: 'In time' });
    await sheet.getByRole('button', { name: 'bars 2 to 3' }).click();
    await sheet.getByRole('combobox').nth(0).click();
    await page.getByRole('option', { name: /^Tenths/ }).click();
    await sheet.locator('label', { hasText: 'They change' }).getByRole('combobox').click();
    await page.getByRole('option', { name: 'on each beat' }).click();
    await page.keyboard.press('Escape');
    await idle(page);
    await expect(page.locator('#column-2')).toContainText('Am');
    await page.locator('#column-1').click();
    await page.keyboard.press('c');
    await expect(page.getByText(/^Two by two .* heard/)).toBeVisible();
    await expect(page.locator('.stage .column-texture').first()).toHaveText('tenths');
    await expectSaved(page);
    await page.keyboard.press('Control+z');
    await page.keyboard.press('Control+z');
    await idle(page);
    await page.locator('#column-1').click();
    await page.locator('#column-2').click({ modifiers: ['Shift'] });
    expect(await page.getByRole('option', { selected: true }).allTextContents()).toEqual(before);
  },
);

test(
  'what was chosen and cannot be any more is told with the reason, and comes back with the rhythm it needs',
  THOROUGH,
  async ({ page }) => {
    await openNew(page, TUNE);
    await page.locator('#column-1').click();
    await page.keyboard.press('a');
    await offers(page).locator('.option', { hasText: 'rolled slowly' }).locator('.option-keep').click();
    await expect(told(page)).toHaveText('something added in 1');
    await page.getByRole('button', { name: /^Rhythm:/ }).click();
    await page
      .getByRole('dialog', { name: 'In time' })
      .getByRole('option', { name: /^Four, leaning/ })
      .click();
    await page.keyboard.press('Escape');
    await expect(told(page)).toHaveCount(0);
    await panel(page).getByText('0 added in the tune, 1 that cannot be any more').click();
    await expect(panel(page)).toContainText('bar 2: rolledThe rhythm strikes the chord again there.');
    await page.keyboard.press('Control+z');
    await expect(told(page)).toHaveText('something added in 1');
  },
);

test('nothing is added in a part of a tune that is decorated', THOROUGH, async ({ page }) => {
  await openNew(page, TUNE);
  await page.keyboard.press('a');
  const whole = await openSpan(page);
  await whole.getByRole('slider', { name: 'Added between' }).focus();
  await page.keyboard.press('End');
  await expect(page.locator('.stage .added').nth(2)).toBeVisible();
  await page.locator('#column-1').click();
  for (let i = 0; i < 2; i++) await page.locator(`#column-${i + 2}`).click({ modifiers: ['Shift'] });
  await panel(page).getByRole('slider', { name: 'Added between' }).focus();
  // From nothing of its own to something, and back to nothing.
  await page.keyboard.press('End');
  await page.keyboard.press('Home');
  for (const column of [1, 2, 3]) await expect(page.locator(`#column-${column} .added`)).toHaveCount(0);
  await expect(page.locator('.stage .added').first()).toBeVisible();
});
