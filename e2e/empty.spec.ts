import Database from 'better-sqlite3';
import { expect } from '@playwright/test';
import { idle, symbols } from './player.ts';
import { ownTest as test } from './own-server.ts';

test('an empty shelf offers an example, and the demo tunes', async ({ page, own }) => {
  const db = new Database(own.database);
  db.prepare('update tune set deleted_at = 1').run();
  db.close();
  await page.goto(own.address);
  await expect(page.getByRole('heading', { name: 'The shelf is empty' })).toBeVisible();
  await page.getByRole('button', { name: 'Put the eight demo tunes on the shelf' }).click();
  await expect(page.locator('.shelf-link')).toHaveCount(8);
  // Their players are there already, and are no second time.
  await page.goto(`${own.address}/players`);
  await expect(page.locator('.players-list a', { hasText: 'Band night' })).toHaveCount(1);
  const again = new Database(own.database);
  again.prepare('update tune set deleted_at = 1').run();
  again.close();
  await page.goto(own.address);
  await page.getByRole('button', { name: 'Open an example' }).click();
  await page.waitForURL(/bench$/);
  await expect(page.locator('.note').first()).toBeVisible();
  await idle(page);
  expect((await symbols(page))[0]).toMatch(/^F/);
});
