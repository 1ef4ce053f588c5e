import { expect, expectSaved, idle, openNew, symbols, test } from './player.ts';
import { THOROUGH } from './thorough.ts';

test('a move is looked for, heard, made, lifted and undone; what stands there says so, and it survives a reload', async ({
  page,
}) => {
  await openNew(page, 'title: Moved\nkey: C\ntempo: 200\n| Dm7 | G7 | C | % |\n');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('m');
  const moves = page.getByRole('list', { name: 'Moves' }).getByRole('listitem');
  const substitute = moves.filter({ hasText: 'tritone substitute' });
  await expect(substitute).toContainText('has the third and seventh of G7');
  await expect(substitute.locator('.option-price')).toHaveText(/^[+−]?\d/);
  await page.getByLabel('Find').fill('tritone');
  await expect(moves).toHaveCount(1);
  await substitute.getByRole('button', { name: 'Hear Db7' }).click();
  await expect(page.locator('.ground-playing')).toBeVisible();
  await substitute.getByRole('button').first().click();
  await idle(page);
  expect(await symbols(page)).toEqual(['D minor 9', 'D flat 7', 'C 6', 'C 6']);
  await expect(page.locator('.move-made')).toContainText('tritone substitute');
  await expectSaved(page);
  await page.reload();
  await idle(page);
  expect((await symbols(page))[1]).toBe('D flat 7');
  // One is where one was.
  await page.keyboard.press('l');
  await idle(page);
  expect((await symbols(page))[1]).toBe('G 9');
  await page.keyboard.press('Control+z');
  await idle(page);
  expect((await symbols(page))[1]).toBe('D flat 7');
});

test(
  'several chords are selected by keys and by dragging, and a move takes their place',
  THOROUGH,
  async ({ page }) => {
    await openNew(page, 'title: Span\nkey: C\n| Dm7 | G7 | C | % |\n');
    await page.keyboard.press('m');
    await page.keyboard.press('Shift+ArrowRight');
    await expect(page.getByRole('heading', { name: 'Moves in bars 1 to 2' })).toBeVisible();
    const moves = page.getByRole('list', { name: 'Moves' }).getByRole('listitem');
    await page.getByLabel('How far moves may stray').press('End');
    await moves.filter({ hasText: 'ii–V from a half step above' }).getByRole('button').first().click();
    await idle(page);
    expect(await symbols(page)).toEqual(['E flat minor 7', 'A flat 7', 'D minor 9', 'G 9', 'C 6', 'C 6']);
    const columns = page.locator('.column');
    await columns.nth(4).hover({ position: { x: 30, y: 40 } });
    await page.mouse.down();
    await columns.nth(5).hover({ position: { x: 30, y: 40 } });
    await page.mouse.up();
    await expect(page.getByRole('heading', { name: 'Moves in bars 3 to 4' })).toBeVisible();
    await moves
      .filter({ hasText: /coming round\. / })
      .getByRole('button')
      .first()
      .click();
    await idle(page);
    expect((await symbols(page)).slice(4)).toEqual(['C 6', 'A minor 7', 'D minor 7', 'G 7']);
  },
);

test('where no move fits it is said why, and the best few stand beside the colours', THOROUGH, async ({ page }) => {
  await openNew(page, 'title: Why\nkey: C\n| C | G7 | Am | F |\n');
  await expect(page.getByRole('list', { name: 'The best moves' }).getByRole('listitem').first()).toBeVisible();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('m');
  await expect(page.getByText('G7 does not fall a fifth here (Am follows): no substitute')).toBeVisible();
  await page.getByLabel('Find').fill('nothing like it');
  await expect(page.getByText('Nothing fits here within what you asked for.')).toBeVisible();
  await page.reload();
  await idle(page);
  await page.keyboard.press('m');
  await expect(page.getByLabel('Find')).toHaveValue('');
});

test(
  'a style is seen, copied and changed, a move switched off, and both are remembered',
  THOROUGH,
  async ({ page }) => {
    await openNew(page, 'title: Styled\nkey: C\n| C | Dm7 | G7 | C |\n');
    await page.keyboard.press('m');
    const moves = page.getByRole('list', { name: 'Moves' }).getByRole('listitem');
    await expect(moves.filter({ hasText: 'rising diminished' })).toHaveCount(1);
    await page.getByRole('combobox', { name: 'Style' }).click();
    await page.getByRole('option', { name: /See and change/ }).click();
    const sheet = page.getByRole('dialog', { name: 'Styles' });
    await sheet.getByRole('tab', { name: 'Grit', exact: true }).click();
    await expect(sheet.getByLabel('How much Planing is wanted')).toBeDisabled();
    await sheet.getByRole('button', { name: 'Copy to change' }).click();
    await sheet.getByLabel('How much Diminished is wanted').press('End');
    const colours = sheet.getByLabel('Colours it likes, best first');
    await colours.fill('m11 wobble');
    await expect(sheet.getByText('“wobble” is no colour.')).toBeVisible();
    await colours.fill('maj9 m11');
    await sheet.getByText('Diminished', { exact: true }).click();
    await sheet.getByRole('checkbox', { name: /^rising diminished/ }).uncheck();
    await sheet.getByRole('button', { name: 'Use Grit, mine' }).click();
    await expect(moves.first()).toContainText(/diminished|planing|approach|frets|half step/);
    await expect(moves.filter({ hasText: 'common-tone diminished' }).first()).toBeVisible();
    await expect(moves.filter({ hasText: 'rising diminished' })).toHaveCount(0);
    await page.reload();
    await idle(page);
    await page.keyboard.press('m');
    await expect(page.getByRole('combobox', { name: 'Style' })).toContainText('Grit, mine');
    await page.keyboard.press('c');
    await expect(page.locator('.option').nth(1)).toContainText('Grit, mine likes it');
    await expect(page.locator('.option').nth(1).locator('.symbol')).toHaveAttribute('aria-label', 'C major 9');
    await page.keyboard.press('m');
    await expect(moves.filter({ hasText: 'common-tone diminished' }).first()).toBeVisible();
    await expect(moves.filter({ hasText: 'rising diminished' })).toHaveCount(0);
  },
);
