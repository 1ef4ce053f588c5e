import { expect, expectSaved, idle, openNew, test } from './player.ts';
import { THOROUGH } from './thorough.ts';

test('wishes over a span shape the lines, tell what they cannot have, and are taken back', async ({ page }) => {
  await openNew(page, 'title: Tidal\nkey: C\ntempo: 120\n| C | Am7 | Dm7 | G7 | C | C |\n');
  const heights = (which: 'top' | 'bass') =>
    page.locator('.stream-column').evaluateAll((columns, one) => {
      const y = (note: Element) => Number(note.getAttribute('y'));
      return columns.map((column) => {
        const all = [...column.querySelectorAll('.note rect')].map(y);
        return one === 'top' ? -Math.min(...all) : -Math.max(...all);
      });
    }, which);
  await page.keyboard.press('Home');
  for (let i = 0; i < 3; i++) await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('w');
  await expect(page.getByRole('heading', { name: 'Wishes in bars 1 to 4' })).toBeVisible();
  await page.getByRole('group', { name: 'The top line' }).getByRole('button', { name: 'rises' }).click();
  await idle(page);
  const rising = (await heights('top')).slice(0, 4);
  expect(rising).toEqual([...rising].sort((a, b) => a - b));
  await expect(page.getByRole('list', { name: 'Wishes here' })).toContainText('the top line rises');
  await page.getByRole('group', { name: 'The top line' }).getByRole('button', { name: 'falls' }).click();
  await idle(page);
  const falling = (await heights('top')).slice(0, 4);
  expect(falling).toEqual([...falling].sort((a, b) => b - a));
  await expectSaved(page);
  // Five frets up the neck.
  await page.getByRole('group', { name: 'Frets' }).getByRole('button', { name: '6–10' }).click();
  await idle(page);
  for (const grip of (await page.locator('.column-grip').allInnerTexts()).slice(0, 4))
    for (const fret of grip.match(/\b\d+\b/g)!)
      expect(Number(fret) === 0 || fret >= '6' || Number(fret) === 10).toBe(true);
  // Five notes on three strings cannot be.
  await page.getByRole('group', { name: 'Notes in a grip' }).getByRole('button', { name: '5' }).click();
  await page.getByLabel('Strings', { exact: true }).click();
  await page.getByRole('option', { name: '1 to 3' }).click();
  await idle(page);
  await expect(page.getByRole('list', { name: 'What cannot be met' })).toContainText(
    'on strings 1, 2 and 3: cannot be met in bars 1 to 4',
  );
  await expect(page.locator('.wish-unmet').first()).toBeVisible();
  // Weighed against the rest nothing is called impossible; then all is taken back, and one step of undo brings one back.
  await page.getByRole('button', { name: 'weighed' }).click();
  await idle(page);
  await expect(page.getByRole('list', { name: 'What cannot be met' })).toHaveCount(0);
  const standing = page.getByRole('list', { name: 'Wishes here' }).getByRole('listitem');
  await expect(standing).toHaveCount(4);
  for (let i = 4; i > 0; i--) {
    await standing.first().getByRole('button').click();
    if (i > 1) await expect(standing).toHaveCount(i - 1);
  }
  await expect(page.getByText('Nothing is wished here')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(standing).toHaveCount(1);
  await expectSaved(page);
  await page.reload();
  await idle(page);
  await page.keyboard.press('w');
  await expect(standing).toHaveCount(1);
});

test('two other ways through the tune are found, and one is taken in one step', THOROUGH, async ({ page }) => {
  await openNew(page, 'title: Channels\nkey: C\n| C | Am7 | Dm7 | G7 | C |\n');
  const grips = () => page.locator('.column-grip').allInnerTexts();
  const before = await grips();
  await page.keyboard.press('w');
  const ways = page.getByRole('region', { name: 'Other ways' });
  await ways.getByRole('button', { name: 'Find two that differ' }).click();
  await expect(ways.getByText(/semitones in all/)).toHaveCount(2);
  // Behind what stands, while one points at it.
  await ways
    .getByText(/semitones in all/)
    .last()
    .hover();
  await expect(page.locator('.note-ghost').first()).toBeVisible();
  await ways
    .getByRole('button', { name: /^Take it/ })
    .first()
    .click();
  await idle(page);
  await expect.poll(grips).not.toEqual(before);
  await expect(page.locator('.column-pin').first()).toHaveText('pinned');
  await page.keyboard.press('Control+z');
  await idle(page);
  await expect.poll(grips).toEqual(before);
  await expectSaved(page);
});

test('one arrives at a grip with the last chord of a span, a finger rests on the way', THOROUGH, async ({ page }) => {
  await openNew(page, 'title: Berth\nkey: C\n| C | Am7 | Dm7 | G7 |\n');
  await page.keyboard.press('Home');
  for (let i = 0; i < 3; i++) await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('w');
  const arrives = page.getByLabel('Arrives at');
  await arrives.fill('3-x-3');
  await arrives.press('Enter');
  await expect(page.getByText(/A fret for each of 6 strings/)).toBeVisible();
  await arrives.fill('3-x-3-4-3-x');
  await arrives.press('Enter');
  await page.getByLabel('A finger rests').click();
  await page.getByRole('option', { name: 'little' }).click();
  await idle(page);
  await expect(page.locator('.wish-line', { hasText: 'arrives at 3-x-3-4-3-x' })).toBeVisible();
  await expect(page.getByRole('list', { name: 'Wishes here' })).toContainText('the little finger rests');
  await expectSaved(page);
});
