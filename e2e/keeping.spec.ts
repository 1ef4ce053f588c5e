import { readFile, writeFile } from 'node:fs/promises';
import { expect, type Page } from '@playwright/test';
import { ownTest as test } from './own-server.ts';
import { axeClean, expectSaved, typeChart } from './player.ts';
import { THOROUGH } from './thorough.ts';

/* Backups take the place of everything: each test has a shelf of its own. */
const row = (page: Page, title: string) => page.locator('.shelf-tune', { has: page.getByText(title, { exact: true }) });

test('everything is backed up, looked into, put back, and the way back is there', async ({ page, own }, {
  outputDir,
}) => {
  await page.goto(`${own.address}/keeping`);
  await page.getByRole('button', { name: 'Back everything up' }).click();
  await expect(page.getByText('Everything was backed up, and checked.')).toBeVisible();
  const backups = page.getByRole('list', { name: 'Backups' }).getByRole('listitem');
  const mine = backups.filter({ hasText: 'made by you' });
  await expect(mine).toHaveCount(1);
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    mine.getByRole('link', { name: 'Save as a file' }).click(),
  ]);
  const saved = `${outputDir}/all.db`;
  await file.saveAs(saved);

  const other = await page.context().newPage();
  await other.goto(own.address);
  await row(other, 'Slack Water').getByRole('link').first().focus();
  await other.keyboard.press('Delete');
  await expect(row(other, 'Slack Water')).toHaveCount(0);

  await mine.getByRole('button', { name: 'Look into it' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog).toContainText('holds 8 tunes, 12 takes');
  await expect(dialog).toContainText('Gangplank Strut');
  await axeClean(page);
  // axe looks through a page of its own, and leaves another of ours in front.
  await page.bringToFront();
  await dialog.getByRole('button', { name: 'Put it back' }).click();
  await expect(row(page, 'Slack Water')).toBeVisible();
  // Every open window shows it.
  await expect(row(other, 'Slack Water')).toBeVisible();

  await page.getByRole('link', { name: 'Keeping' }).click();
  await backups
    .filter({ hasText: 'before another was put back' })
    .getByRole('button', { name: 'Look into it' })
    .click();
  await page.getByRole('dialog').getByRole('button', { name: 'Put it back' }).click();
  await expect(page.locator('.shelf-tune')).toHaveCount(7);

  await page.getByRole('link', { name: 'Keeping' }).click();
  await page.getByLabel('A backup from elsewhere').setInputFiles(saved);
  await expect(page.getByRole('dialog')).toContainText('holds 8 tunes');
  await page.getByRole('button', { name: 'Leave it' }).click();
  await expect(backups.filter({ hasText: 'brought in' })).toHaveCount(1);
  const bytes = await readFile(saved);
  await writeFile(`${outputDir}/bad.db`, bytes.fill(0, 20_000));
  await page.getByLabel('A backup from elsewhere').setInputFiles(`${outputDir}/bad.db`);
  await expect(page.getByRole('alert')).toContainText('This is no backup of Yellow Heron');
  await expect(backups.filter({ hasText: 'brought in' })).toHaveCount(1);
});

test(
  'deletions are undone one after the other, and the bin has what was deleted, found by a word',
  THOROUGH,
  async ({ page, own }) => {
    await page.goto(own.address);
    const titles = ['Slack Water', 'Foghorn Blues', 'Midstream'];
    for (const title of titles) {
      await row(page, title).getByRole('link').first().focus();
      await page.keyboard.press('Delete');
      await expect(row(page, title)).toHaveCount(0);
    }
    await page.keyboard.press('Control+z');
    await expect(row(page, 'Midstream')).toBeVisible();
    await page.keyboard.press('Control+z');
    await expect(row(page, 'Foghorn Blues')).toBeVisible();
    await row(page, 'Foghorn Blues').getByRole('link').first().focus();
    await page.keyboard.press('Delete');
    await page.reload();
    await expect(page.locator('.shelf-tune')).toHaveCount(6);
    await page.getByRole('link', { name: 'Keeping' }).click();
    const bin = page.getByRole('list', { name: 'The bin' }).getByRole('listitem');
    await expect(bin).toHaveCount(2);
    await page.goto(`${own.address}/keeping?words=fog`);
    await expect(bin).toHaveCount(1);
    await bin.getByRole('button', { name: 'Bring back' }).click();
    await expect(bin).toHaveCount(0);
    await page.getByRole('link', { name: 'Shelf', exact: true }).click();
    await expect(row(page, 'Foghorn Blues')).toBeVisible();
    await expect(page.locator('.shelf-tune')).toHaveCount(7);
  },
);

test(
  'an edit of a tune that another window put in the bin is kept, and saved with it when it is brought back',
  THOROUGH,
  async ({ page, own }) => {
    await page.goto(own.address);
    await row(page, 'Slack Water').getByRole('link', { name: 'Chart' }).click();
    const text = page.getByRole('textbox', { name: 'Chart text' });
    await expect(text).toBeVisible();
    const other = await page.context().newPage();
    // The edit waits while the tune is deleted.
    await page.route('**/edits', (route) => route.abort());
    await typeChart(page, 'title: Slack Water\nkey: Cm\nmeter: 3/4\n| Cm | Ab7 |\n');
    await expect(page.getByRole('button', { name: 'Try now' })).toBeVisible();
    const id = /tunes\/([^/]+)/.exec(page.url())![1]!;
    await other.request.post(`${own.address}/?index`, { form: { intent: 'delete', id } });
    await page.unroute('**/edits');
    await expect(page.getByRole('button', { name: '1 change not saved' })).toBeVisible();
    // The place does not turn into an error page under one's hands.
    await expect(page.getByText('This was deleted in another window')).toBeVisible();
    await expect(text).toContainText('| Cm | Ab7 |');
    await other.goto(`${own.address}/keeping`);
    await other.getByRole('button', { name: 'Bring back' }).click();
    await expect(other.getByText('It is empty.')).toBeVisible();
    await expect(other.getByRole('button', { name: /not saved/ })).toHaveCount(0);
    await expectSaved(other);
    await other.goto(`${own.address}/tunes/${id}/chart`);
    await expect(other.getByRole('textbox', { name: 'Chart text' })).toContainText('| Cm | Ab7 |');
  },
);

test('a tune goes back to what it was on another day, and forward again', THOROUGH, async ({ page, own }) => {
  await page.goto(own.address);
  await row(page, 'Slack Water').getByRole('link', { name: 'Chart' }).click();
  await typeChart(page, 'title: Slack Water\nkey: Cm\nmeter: 3/4\n| Cm | Ab7 | Fm |\n');
  await expectSaved(page);
  await page.getByRole('link', { name: 'History' }).click();
  const days = page.getByRole('navigation', { name: 'Days' }).getByRole('link');
  await expect(days).toHaveCount(1);
  await days.first().click();
  await expect(page.getByText('This is what it is now.')).toBeVisible();
  await axeClean(page);
  await page.getByRole('link', { name: 'To the chart' }).click();
  await typeChart(page, 'title: Slack Water\nkey: Cm\nmeter: 3/4\n| Db |\n');
  await expectSaved(page);
  // As if that had been a day later.
  const { default: Database } = await import('better-sqlite3');
  const db = new Database(own.database);
  db.prepare(`update edit set at = at - 100000000 where version = 2`).run();
  db.close();
  await page.getByRole('link', { name: 'History' }).click();
  await expect(days).toHaveCount(2);
  await days.nth(1).click();
  await expect(page.getByText('The chart was another.')).toBeVisible();
  await page.getByRole('button', { name: 'Go back to this day' }).click();
  await expect(page.getByRole('textbox', { name: 'Chart text' })).toContainText('| Cm | Ab7 | Fm |');
});

test(
  'two thousand tunes: the shelf shows the first at once, scrolls to the last, and finds one by a word',
  THOROUGH,
  async ({ page, own }) => {
    const { default: Database } = await import('better-sqlite3');
    const db = new Database(own.database);
    const insert = db.prepare(
      `insert into tune (id, title, chart_text, doc, facts, changed_at) select ?, ?, chart_text, doc, facts, ? from tune where title = 'Slack Water' limit 1`,
    );
    db.transaction(() => {
      for (let n = 0; n < 2000; n++) insert.run(`many-${n}`, `Tune of the ${n}th crossing`, 1000 + n);
    })();
    db.close();
    await page.goto(own.address);
    await expect(page.getByText('2008 tunes')).toBeVisible();
    await page.keyboard.press('/');
    await page.getByRole('textbox', { name: 'Find a tune' }).fill('1234th');
    await expect(page.locator('.shelf-tune')).toHaveCount(1);
    await page.keyboard.press('ArrowDown');
    await expect(page.locator('.shelf-link').first()).toBeFocused();
    await page.keyboard.press('Delete');
    await expect(page.getByText('No tune is called so.')).toBeVisible();
    await page.keyboard.press('Control+z');
    await expect(row(page, 'Tune of the 1234th crossing')).toBeVisible();
    await page.getByRole('textbox', { name: 'Find a tune' }).fill('');
    // The list grows long again first.
    await expect(async () => {
      await page.locator('#place').evaluate((place) => place.scrollTo(0, place.scrollHeight));
      await expect(row(page, 'Tune of the 0th crossing')).toBeInViewport({ timeout: 500 });
    }).toPass();
    expect(await page.locator('.shelf-tune').count()).toBeLessThan(60);
    await row(page, 'Tune of the 0th crossing').getByRole('link').first().focus();
    for (let n = 0; n < 3; n++) await page.keyboard.press('ArrowUp');
    await expect(row(page, 'Tune of the 3th crossing').getByRole('link').first()).toBeFocused();
  },
);
