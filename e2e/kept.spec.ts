import { readFileSync } from 'node:fs';
import { axeClean, expect, expectSaved, idle, newTune, openBench, openNew, priced, symbols, test } from './player.ts';
import { THOROUGH } from './thorough.ts';

/* Kept moves: kept on the bench, found, heard in other keys, put into another tune in another meter, changed, brought in and out. */

/** A name that no other run has used; its b is no flat. */
const named = (name: string) => `${name} b${Math.random().toString(36).slice(2, 8)}`;
const FOUR = 'title: Lower Deck\nkey: E\ntempo: 120\n| F#m B7 | E | E | A |\n';
const WALTZ = 'title: Upper Deck\nkey: G\nmeter: 3/4\ntempo: 120\n| Am . D7 | G | G | C |\n';

test('a passage is kept in two keys, found by a word, heard in three keys, and put into a tune in another meter', async ({
  page,
}) => {
  const name = named('Lower deck home');
  await openNew(page, FOUR);
  await page.locator('#column-0').click();
  await page.locator('#column-2').click({ modifiers: ['Shift'] });
  await page.keyboard.press('k');
  const sheet = page.getByRole('dialog');
  await expect(sheet).toContainText('Keep bars 1 to 2 as a move');
  await expect(sheet.getByLabel('Name')).toHaveValue('ii–V–I, by fifths');
  await page.keyboard.type(name);
  await page.keyboard.press('Enter');
  await expect(page.getByText(`“${name}” is kept`)).toBeVisible();
  await expectSaved(page);

  await page.getByRole('link', { name: 'See it' }).click();
  await page.getByLabel(/^Find: a word/).fill(name);
  const list = page.getByRole('region', { name: 'The library' });
  await expect(list.getByRole('listitem')).toHaveCount(1);
  const strip = page.getByRole('list', { name: 'Its chords' });
  const last = strip.locator('.symbol').nth(2);
  // In the key of the tune it comes from, then by fourths.
  for (const root of ['E', 'A', 'D']) {
    await expect(last).toHaveAttribute('aria-label', new RegExp(`^${root}( |$)`));
    await expect(page.locator('.moves-main')).toHaveAttribute('aria-busy', 'false');
    await page.getByRole('button', { name: 'Play', exact: true }).click();
    await expect(strip.locator('.strip-playing')).toHaveCount(1);
    await page.getByRole('button', { name: 'Stop', exact: true }).click();
    await page.locator('h2', { hasText: name }).click();
    await page.keyboard.press('ArrowRight');
  }

  const waltz = await newTune(page, WALTZ);
  await openBench(page, waltz);
  await page.locator('#column-0').click();
  await page.locator('#column-2').click({ modifiers: ['Shift'] });
  await page.keyboard.press('m');
  await page.getByLabel('Find').fill(name);
  const move = page.getByRole('list', { name: 'Moves' }).getByRole('listitem');
  await expect(move).toHaveCount(1);
  await expect(move).toContainText('From 4/4.');
  await priced(page);
  const price = await move.locator('.option-price').textContent();
  expect(price).toMatch(/\d/);
  await move.locator('.option-keep').click();
  await idle(page);
  await expect(page.locator('.side')).toContainText(name);
  expect((await symbols(page)).slice(0, 3).map((symbol) => symbol.split(' ')[0])).toEqual(['A', 'D', 'G']);
  await expectSaved(page);

  // Put away, it is gone from the library, and the tune is as it was.
  await page.goto('/moves');
  await page.getByLabel(/^Find: a word/).fill(name);
  await expect(list.getByRole('listitem')).toContainText('used 1 time');
  await list.getByRole('listitem').getByRole('button').click();
  await page.getByRole('button', { name: 'Put away' }).click();
  await expect(list.getByRole('listitem')).toHaveCount(0);
  await expectSaved(page);
  await openBench(page, waltz);
  await page.locator('#column-0').click();
  await expect(page.locator('.side')).toContainText(name);
});

test('what cannot be kept is said, and what is there already is told', THOROUGH, async ({ page }) => {
  await openNew(page, 'title: Silent Hour\nkey: C\n| C | N.C. | Dm7 | G7 |\n');
  await page.locator('#column-0').click();
  await page.locator('#column-2').click({ modifiers: ['Shift'] });
  await page.keyboard.press('k');
  await expect(page.getByRole('dialog')).toContainText('There is a rest in it');
  await page.keyboard.press('Escape');
  await openNew(page, 'title: Again\nkey: C\n| C6 Am7 | Dm7 G7 | C | C |\n');
  await page.locator('#column-0').click();
  await page.locator('#column-3').click({ modifiers: ['Shift'] });
  await page.getByRole('button', { name: 'Keep what is selected as a move' }).click();
  await expect(page.getByRole('dialog')).toContainText('“I vi ii V” has');
});

test('one of ours is made one’s own, changed, undone, saved as a file, brought in again; a hostile file is refused', async ({
  page,
}) => {
  const name = named('Galley turn');
  await page.goto('/moves?move=turn-plain');
  await expect(page.getByRole('heading', { name: 'I vi ii V', level: 2 })).toBeVisible();
  await page.getByRole('button', { name: 'Make it yours' }).click();
  await page.getByRole('button', { name: 'Change' }).click();
  const sheet = page.getByRole('dialog');
  await sheet.getByLabel('Name').fill(name);
  await sheet.getByLabel('Chords by degree').fill('I6 VIm7 | IIm7 Q7');
  await expect(sheet).toContainText('“Q7” is no chord by its degree');
  await expect(sheet.getByRole('button', { name: 'Save' })).toBeDisabled();
  await sheet.getByLabel('Chords by degree').fill('I6 VIm7 | IIm7 bII7');
  await sheet.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('heading', { name, level: 2 })).toBeVisible();
  await expectSaved(page);
  // What it was is there, and the way back.
  await page.getByRole('button', { name: 'As it was' }).click();
  await expect(page.getByRole('menuitem', { name: /^I vi ii V, before/ })).toBeVisible();
  await page.keyboard.press('Escape');
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save yours as a file' }).click();
  const file = await (await download).path();
  const saved = JSON.parse(readFileSync(file, 'utf8')) as { moves: { name: string; chords: string }[] };
  expect(saved.moves.map((one) => `${one.name}: ${one.chords}`)).toContain(`${name}: I6 VIm7 | IIm7 bII7`);

  await page.getByRole('button', { name: 'Put away' }).click();
  await expect(page.getByText(`“${name}” is in the bin for thirty days.`)).toBeVisible();
  await page.getByLabel('A file of moves').setInputFiles(file);
  await expect(page.getByText(/brought in|among yours now/).first()).toBeVisible();
  await page.getByLabel(/^Find: a word/).fill(name);
  await expect(page.getByRole('region', { name: 'The library' }).getByRole('listitem')).toHaveCount(1);

  const hostile = {
    yellowHeron: 'moves',
    moves: [{ id: 'x', schema: 1, name: '<img src=x onerror=alert(1)>', chords: 'I' }],
  };
  await page
    .getByLabel('A file of moves')
    .setInputFiles({ name: 'moves.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(hostile)) });
  await expect(page.getByText('Nothing was brought in. Move 1: “use” is not right.')).toBeVisible();
});

test('a tune is begun from an introduction, and whole takes may use a move that is let', THOROUGH, async ({ page }) => {
  await page.goto('/moves?move=intro-bass-down&key=F');
  await expect(page.getByRole('heading', { name: 'down the stairs', level: 2 })).toBeVisible();
  await page.getByRole('switch', { name: 'Three takes may use it' }).click();
  await expectSaved(page);
  await page.getByRole('button', { name: 'Begin a tune with it' }).click();
  await page.waitForURL(/\/chart$/);
  await expect(page.getByRole('textbox', { name: 'Chart text' })).toContainText('F F/E');
  await page.getByRole('button', { name: 'To the bench' }).click();
  await idle(page);
  expect((await symbols(page)).slice(0, 2)).toEqual(['F', 'F over E']);
  await expect(page.locator('.side')).toContainText('down the stairs');
});

test('the moves are worked by keys, on a phone too, with nothing for axe to say', THOROUGH, async ({ page }) => {
  await page.goto('/moves?move=intro-rounds');
  await expect(page.locator('.strip li').first()).toBeVisible();
  await page.keyboard.press('ArrowDown');
  await expect(page.getByRole('heading', { name: 'over the fifth', level: 2 })).toBeVisible();
  // A hand that holds everything is shown everything.
  const items = page.getByRole('region', { name: 'The library' }).getByRole('listitem');
  const all = await items.count();
  await page.getByRole('switch', { name: 'Only what this hand holds' }).click();
  await expect(page.locator('.moves-main')).toHaveAttribute('aria-busy', 'false');
  await expect(items).toHaveCount(all);
  await page.keyboard.press('/');
  await page.keyboard.type('ii bii i');
  await expect(page.getByRole('region', { name: 'The library' }).getByRole('listitem').first()).toContainText('♭II');
  await page.setViewportSize({ width: 390, height: 844 });
  const wide = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
  expect(wide).toBe(0);
  for (const scheme of ['light', 'dark'] as const) {
    await page.emulateMedia({ colorScheme: scheme });
    await axeClean(page);
  }
});
