import { expect, expectSaved, idle, openNew, symbols, test } from './player.ts';
import type { Page } from '@playwright/test';
import { THOROUGH } from './thorough.ts';

/* The takes of a tune, two of them side by side. */

const TUNE = 'title: Two ways\nkey: C\ntempo: 60\n[A]\n| C | Am7 | Dm7 | G7 |\n[B]\n| C | A7 | Dm7 G7 | C |\n';
const bar = (page: Page, number: number) => page.getByRole('option', { name: new RegExp(`^bar ${number}:`) });
const listed = (page: Page) => page.getByRole('region', { name: 'The takes of this tune' }).getByRole('listitem');
const place = async (page: Page) => {
  await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Takes' }).click();
  await expect(page.locator('.pair-column').first()).toBeVisible();
  await expect(page.locator('.takes-main')).toHaveAttribute('aria-busy', 'false');
};

test('a take is copied, changed, set beside the other; bars are taken from below, in one step that can be undone', async ({
  page,
}) => {
  await openNew(page, TUNE);
  await place(page);
  // The only take stands beside the plain chart.
  await expect(bar(page, 2)).toHaveAccessibleName(/above A minor 9, below A minor 7/);
  await expect(page.locator('.apart')).toContainText('the chart’s own chords in colour');
  await page.getByRole('button', { name: 'Take 1: more' }).click();
  await page.getByRole('menuitem', { name: 'Copy' }).click();
  await expect(listed(page)).toHaveCount(3);
  await expect(listed(page).nth(1)).toContainText('a copy of Take 1');
  // The copy gets a grip and a colour of its own on the bench.
  await listed(page).nth(1).getByRole('button', { name: 'above' }).click();
  await expect(listed(page).nth(1).getByRole('button', { name: 'above' })).toHaveAttribute('aria-pressed', 'true');
  await bar(page, 2).click();
  await page.keyboard.press('Enter');
  await idle(page);
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('c');
  await page.getByRole('list', { name: 'Colours' }).getByRole('listitem').nth(3).locator('.option-keep').click();
  await expect(page.locator('#column-1')).toContainText('chosen');
  await expectSaved(page);
  const changed = (await symbols(page))[1]!;
  // One key goes to the take before; the other way round it is above now.
  await page.keyboard.press(',');
  await idle(page);
  await expect(page.locator('#column-1')).not.toContainText('chosen');
  await place(page);
  await expect(bar(page, 2)).toHaveAccessibleName(new RegExp(`below ${changed}$`));
  await expect(bar(page, 3)).toHaveAccessibleName(/in both/);
  await expect(page.locator('.apart')).toContainText(/same chords in \d+ %/);
  await bar(page, 2).click();
  await page.keyboard.press('b');
  await expect(page.getByRole('alert')).toContainText('Bar 2');
  await expect(bar(page, 2)).toHaveAccessibleName(new RegExp(`: ${changed} in both$`));
  await page.keyboard.press('Control+z');
  await expect(bar(page, 2)).toHaveAccessibleName(new RegExp(`below ${changed}$`));
  await expectSaved(page);
});

test(
  'takes are ordered, renamed, deleted and brought back; the order survives a reload',
  THOROUGH,
  async ({ page }) => {
    await openNew(page, TUNE);
    await place(page);
    const more = async (take: string, deed: string) => {
      await page.getByRole('button', { name: `${take}: more` }).click();
      await page.getByRole('menuitem', { name: deed }).click();
    };
    await more('Take 1', 'Copy');
    await more('Take 1, copy', 'Rename');
    await page.getByRole('textbox', { name: 'Name' }).fill('For the singer');
    await page.getByRole('button', { name: 'Rename' }).click();
    await expect(listed(page).nth(1)).toContainText('For the singer');
    await more('For the singer', 'Move up');
    await expect(listed(page).first()).toContainText('For the singer');
    await page.reload();
    await expect(listed(page).first()).toContainText('For the singer');
    await page.getByRole('button', { name: 'For the singer: more' }).focus();
    await page.keyboard.press('Alt+ArrowDown');
    await expect(listed(page).first()).toContainText('Take 1');
    await more('For the singer', 'Delete');
    await expect(listed(page)).toHaveCount(2);
    await page.getByRole('button', { name: 'Undo', exact: true }).click();
    await expect(listed(page)).toHaveCount(3);
    await expect(listed(page).nth(1)).toContainText('For the singer');
  },
);

test('a take keeps its grips until it is solved anew, whoever plays', THOROUGH, async ({ page }) => {
  await openNew(page, TUNE);
  await place(page);
  await page.getByRole('button', { name: 'Keep its grips' }).click();
  await expect(page.getByRole('button', { name: 'Solve anew' })).toBeVisible();
  await page.keyboard.press('Enter');
  await idle(page);
  const grips = () => page.locator('.column-grip').allTextContents();
  const kept = await grips();
  await page.getByRole('button', { name: /^comped|Comped/ }).click();
  await page.getByRole('menuitem', { name: /Shells/ }).click();
  await idle(page);
  expect(await grips()).toEqual(kept);
  await page.getByRole('button', { name: /as kept: solve anew/ }).click();
  await idle(page);
  await expect.poll(grips).not.toEqual(kept);
});

test('both are heard in turn at the same place, and charts say what they show', THOROUGH, async ({ page }) => {
  await openNew(page, TUNE);
  await place(page);
  await bar(page, 2).click();
  await page.keyboard.press(' ');
  const sounds = page.locator('.pair-playing');
  await sounds.waitFor();
  const above = page.getByRole('button', { name: 'Take 1', exact: true });
  const below = page.getByRole('button', { name: 'The plain chart', exact: true });
  await expect(above).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('x');
  await expect(below).toHaveAttribute('aria-pressed', 'true');
  // It went on, from where it was.
  await expect(sounds).toHaveCount(1);
  await page.keyboard.press(' ');
  await expect(sounds).toHaveCount(0);
  for (const [chart, said] of [
    ['Voices over time', /over/],
    ['Movement by bar', /^\d+$/],
    ['Hand position', /fret|open/],
  ] as const) {
    await page.getByRole('button', { name: chart }).click();
    await expect(page.getByRole('img', { name: new RegExp(`^${chart}: Take 1 and The plain chart`) })).toBeVisible();
    await expect(page.locator('.plot .main-svg').first()).toBeVisible();
    await page.getByText('The same as a table').click();
    const table = page.getByRole('table', { name: chart });
    await expect(table.getByRole('row')).toHaveCount(9);
    await expect(table.getByRole('cell').first()).toHaveText(said);
    await page.getByText('The same as a table').click();
  }
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save it as PNG' }).click(),
  ]);
  expect(file.suggestedFilename()).toBe('two-ways-hand-position.png');
});
