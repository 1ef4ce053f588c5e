import type { Page } from '@playwright/test';
import german from '../words/de.json' with { type: 'json' };
import { expect, idle, openNew, test } from './player.ts';
import { THOROUGH } from './thorough.ts';

/** Sentences of more than a word that say something else in German: where one is seen, somebody forgot to say it. */
const ENGLISH = new Set(
  Object.entries(german).flatMap(([english, words]) => (english !== words && /\w \w/.test(english) ? [english] : [])),
);

/** All that is read on a page, aloud or not, each text by itself. */
const read = (page: Page) =>
  page.evaluate(() => {
    const texts: string[] = [];
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    while (walker.nextNode())
      if (!walker.currentNode.parentElement?.closest('script, style'))
        texts.push(walker.currentNode.textContent!.trim());
    for (const element of document.querySelectorAll('[aria-label], [title]'))
      texts.push(element.getAttribute('aria-label') ?? '', element.getAttribute('title') ?? '');
    return texts;
  });
const stillEnglish = async (page: Page) => (await read(page)).filter((text) => ENGLISH.has(text));

async function readGerman(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Language and names of notes' }).click();
  const sheet = page.getByRole('dialog');
  await sheet.getByRole('button', { name: 'Deutsch' }).click();
  await sheet.getByRole('button', { name: 'H, B' }).click();
  await sheet.getByLabel('In chord symbols, too').check();
  await sheet.getByRole('button', { name: 'Read it so' }).click();
  await expect(page.locator('html')).toHaveAttribute('lang', 'de');
}

test('one reads it in German, notes and chords as they are called there; the browser remembers it', async ({
  page,
}) => {
  await openNew(page, 'title: Two banks\nkey: Cm\n| Cm | G7/B | Fm | Bb7 |\n| Eb | Ab | Dm7b5 G7 | Cm |');
  await readGerman(page);
  await expect(page.getByRole('button', { name: 'Abspielen' })).toBeVisible();
  await idle(page);
  // B♭7 is called B7, the B under C is H; what stands in the chart stays.
  await expect(page.locator('.column-plain', { hasText: /^G7\/H$/ })).toBeVisible();
  await expect(page.locator('.column-plain', { hasText: /^B7$/ })).toBeVisible();
  // What the worker says is German, too.
  await page.keyboard.press('m');
  await expect(page.locator('.option .move-name').first()).toBeVisible();
  await page.keyboard.press('ArrowDown');
  expect(await stillEnglish(page)).toEqual([]);
  await page.getByRole('link', { name: 'Akkorde', exact: true }).click();
  await expect(page.locator('.cm-content')).toContainText('G7/B');
  await page.reload();
  await expect(page.locator('html')).toHaveAttribute('lang', 'de');
  await page.getByRole('button', { name: 'Sprache und Namen der Töne' }).click();
  await page.getByRole('button', { name: 'English' }).click();
  await page.getByRole('button', { name: 'So lesen' }).click();
  await expect(page.getByRole('link', { name: 'Shelf', exact: true })).toBeVisible();
});

test('every place is German, with nothing left of the English', THOROUGH, async ({ page }) => {
  const tune = await openNew(
    page,
    'title: Both banks\nkey: Em\n| Em | Am7 D7 | Gmaj7 | Cmaj7 |\n| F#m7b5 | B7 | Em | B7 |',
  );
  await readGerman(page);
  const places = ['/', `/tunes/${tune}/chart`, `/tunes/${tune}/bench`, `/tunes/${tune}/takes`, `/tunes/${tune}/sheet`];
  const others = ['grips', 'moves', `practice?tune=${tune}`, 'players', 'keeping', 'import', `tunes/${tune}/history`];
  for (const place of [...places, ...others.map((name) => `/${name}`)]) {
    await page.goto(place);
    await page.waitForLoadState('networkidle');
    await expect.poll(() => stillEnglish(page)).toEqual([]);
    await page.keyboard.press('?');
    await page.waitForTimeout(300);
    expect(await stillEnglish(page)).toEqual([]);
  }
});
