import type { Page } from '@playwright/test';
import { expect, expectSaved, newTune, test } from './player.ts';

const names = (page: Page) =>
  page
    .getByRole('list', { name: 'Names' })
    .locator('.symbol')
    .evaluateAll((all) => all.map((one) => one.getAttribute('aria-label')));

test('a grip is named as it is typed, and again as fingers move, by keys and by pointing', async ({ page }) => {
  await page.goto('/grips');
  const field = page.getByLabel(/^A grip, a chord/);
  await field.fill('x-3-2-0-1-0');
  await field.press('Enter');
  await expect.poll(() => names(page)).toContain('C');
  expect((await names(page))[0]).toBe('C');
  // The finger on the fifth string's third fret away: a name without it.
  const neck = page.getByRole('group', { name: /^The neck/ });
  await neck.focus();
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('x');
  await expect(field).toHaveValue('x-x-2-0-1-0');
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('ArrowRight');
  await expect(field).toHaveValue('x-x-3-0-1-0');
  await page.keyboard.press('0');
  await expect(field).toHaveValue('x-x-0-0-1-0');
  // The place of string 4 at its second fret.
  const places = page.locator('.neck-places rect');
  await places.nth(2 * 16 + 2).click();
  await expect(field).toHaveValue('x-x-2-0-1-0');
  await page.reload();
  await expect(field).toHaveValue('x-x-2-0-1-0');
});

test('notes are named, in a key, and nonsense is refused with what would be right', async ({ page }) => {
  await page.goto('/grips');
  const field = page.getByLabel(/^A grip, a chord/);
  await field.fill('A C E G');
  await field.press('Enter');
  await expect.poll(async () => (await names(page))[0]).toBe('A minor 7');
  await field.fill('Ab C Eb');
  await field.press('Enter');
  await page.getByLabel('In the key of').fill('E');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/key=E/);
  for (const [wrong, message] of [
    ['x-3-5', /is no grip/],
    ['C H', /“H” is no note/],
    ['Cfoo', /no chord I can read/],
    ['x-x-x-1-2-3-4', /7 strings, and this tuning 6/],
  ] as const) {
    await field.fill(wrong);
    await expect(page.getByText(message)).toBeVisible();
  }
});

test('what lies around a grip is shown, and one click goes there', async ({ page }) => {
  await page.goto('/grips?grip=4-6-5-5-4-4');
  await expect(page.getByText('A small change of your A')).toBeVisible();
  const inversions = page.getByRole('region', { name: 'Inversions on the same strings' }).getByRole('button');
  await expect(inversions.first()).toBeVisible();
  const there = (await inversions.first().locator('small').innerText()).trim();
  await inversions.first().click();
  await expect(page.getByLabel(/^A grip, a chord/)).toHaveValue(there);
  await page.goto('/grips?grip=0-2-2-1-0-0');
  await expect(page.getByText('To move it along the neck, leave out strings 6, 2, 1.')).toBeVisible();
  await page.goto('/grips?grip=x-3-5-4-5-3');
  for (const title of ['The same notes elsewhere', 'One finger a fret up or down'])
    await expect(page.getByRole('region', { name: title })).toBeVisible();
});

test('a chord is asked for, its grips filtered, and one is taken', async ({ page }) => {
  const id = await newTune(page, 'title: Asked\nkey: Eb\n| Eb | Bb7 |\n');
  await page.goto(`/grips?tune=${id}`);
  await expect(page.getByLabel('In the key of')).toHaveValue('Eb');
  const field = page.getByLabel(/^A grip, a chord/);
  await field.fill('Ebmaj9');
  await field.press('Enter');
  const rows = page.getByRole('list', { name: 'Grips' }).getByRole('listitem');
  await expect(rows.nth(2)).toBeVisible();
  await expect(page.getByText(/[\d,]+ grips, easiest first/)).toBeVisible();
  const grip = await rows.nth(2).locator('b').innerText();
  await rows.nth(2).locator('.option-keep').click();
  await expect(page.locator('.grips-said code')).toHaveText(grip);
  await page.getByRole('button', { name: 'Back to the names' }).click();
  await expect.poll(async () => (await names(page)).join()).toContain('E flat major 9');
});

test('a grip is kept with a name, tags and a note, found by them, and forgotten', async ({ page }) => {
  await page.goto('/players');
  await page.waitForURL(/players\/[\w-]+/);
  const before = page.url();
  await page.getByRole('button', { name: 'New player' }).click();
  await page.waitForURL((url) => url.href !== before);
  const player = /players\/([\w-]+)/.exec(page.url())![1]!;
  for (const [grip, name, tags] of [
    ['x-3-5-4-5-3', 'Gangway', 'opening, calm'],
    ['x-x-5-5-5-5', 'Ripple', 'calm'],
    ['3-x-4-4-3-x', 'Bollard', ''],
    ['x-x-2-2-1-3', 'Keel', ''],
  ] as const) {
    await page.goto(`/grips?player=${player}&grip=${grip}`);
    await page.getByRole('button', { name: 'Keep among mine' }).click();
    await page.getByLabel('Its name').fill(name);
    await page.keyboard.press('Enter');
    if (tags) {
      await page.getByLabel('Tags, with commas').fill(tags);
      await page.keyboard.press('Enter');
    }
    await expectSaved(page);
  }
  const mine = page.getByRole('region', { name: 'Grips of mine' });
  await expect(mine.getByRole('listitem')).toHaveCount(4);
  await mine.getByLabel(/^Find by/).fill('calm');
  await expect(mine.locator('b')).toHaveText(['Gangway', 'Ripple']);
  await mine.getByRole('button', { name: 'Show Gangway' }).click();
  await expect(page.getByLabel(/^A grip, a chord/)).toHaveValue('x-3-5-4-5-3');
  await expect(page.getByLabel('Its name')).toHaveValue('Gangway');
  await expect(page.getByLabel('Tags, with commas')).toHaveValue('opening, calm');
  await page.getByRole('button', { name: 'One of mine' }).click();
  await expect(mine.getByRole('listitem')).toHaveCount(1);
  await expectSaved(page);
  await page.reload();
  await expect(mine.getByRole('listitem')).toHaveCount(3);
});
