import {
  expect,
  expectSaved,
  gripInHand,
  idle,
  newTune,
  openBench,
  openNew,
  priced,
  symbols,
  test,
  writeTune,
} from './player.ts';
import { THOROUGH } from './thorough.ts';

/* The bench says why, what else changes, and where things stand. */

const TUNE = 'title: Told\nkey: C\ntempo: 200\n| C | Am7 | Dm7 | G7 |\n| C | A7 | Dm7 G7 | C |\n';

test('what prices, ribbons and dots mean is said at first use, and stays under the question mark', async ({ page }) => {
  const id = await writeTune(page, TUNE);
  await page.evaluate(() => localStorage.setItem('heron.legend-read', 'false'));
  await openBench(page, id);
  const first = page.getByRole('region', { name: 'How to read the bench' });
  await expect(first).toContainText('is what an option adds to the whole way through the tune');
  await expect(first.getByText('a note that is held')).toBeVisible();
  await expect(first.getByText('how far a move strays')).toBeVisible();
  await first.getByRole('button', { name: 'Got it' }).click();
  await expect(first).toHaveCount(0);
  await page.reload();
  await idle(page);
  await expect(first).toHaveCount(0);
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog')).toContainText('a leap, more than a whole step');
});

test('a cheaper option says why it does not stand, and is taken in one click', THOROUGH, async ({ page }) => {
  await openNew(page, TUNE);
  await priced(page);
  // Pinned far from where the path would go, anything is cheaper.
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('g');
  await priced(page);
  const grips = page.getByRole('list', { name: 'Grips' }).getByRole('listitem');
  const best = await gripInHand(page).innerText();
  await grips.nth(5).getByRole('button').first().click();
  await idle(page);
  const cheaper = page.locator('.cheaper');
  await expect(cheaper).toContainText(/costs [\d.]+ less\. A\S* stands because you pinned its grip\./);
  await cheaper.getByRole('button', { name: 'Take it' }).click();
  await idle(page);
  await expect(gripInHand(page)).toHaveText(best);
  await expect(cheaper).toHaveCount(0);
});

test(
  'what else a tried option changes is marked and told; the rest is kept on wish; what moved stays marked',
  THOROUGH,
  async ({ page }) => {
    await openNew(page, TUNE);
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press('g');
    await priced(page);
    const status = page.locator('.take-status');
    const changing = page.locator('.column-becomes');
    /** Tries grips down the list until one moves others. */
    await expect(async () => {
      await page.keyboard.press('ArrowDown');
      await expect(status).toContainText(/other grips? change/, { timeout: 2000 });
      await expect(changing.first()).toBeVisible({ timeout: 500 });
    }).toPass();
    const count = await changing.count();
    await expect(status).toContainText(`${count} other grip`);
    await expect(page.locator('.note-ghost').first()).toBeVisible();
    const grips = () =>
      page.locator('.column').evaluateAll((all) => all.map((one) => one.querySelector('.column-grip')!.textContent));
    await page.keyboard.press('Escape');
    const before = await grips();
    // The same again, kept with the rest where it is.
    await expect(async () => {
      await page.keyboard.press('ArrowDown');
      await expect(changing.first()).toBeVisible({ timeout: 1500 });
    }).toPass();
    await status.getByRole('button', { name: /^Keep the rest/ }).click();
    await idle(page);
    const kept = await grips();
    expect(kept[1]).not.toBe(before[1]);
    expect(kept.filter((_, i) => i !== 1)).toEqual(before.filter((_, i) => i !== 1));
    await expect(page.locator('.column-was')).toHaveCount(1);
    await page.keyboard.press('Control+z');
    await idle(page);
    expect(await grips()).toEqual(before);
    // Without it the others move, and are marked until the next change.
    await expect(async () => {
      await page.keyboard.press('ArrowDown');
      await expect(changing.first()).toBeVisible({ timeout: 1500 });
    }).toPass();
    const others = await changing.count();
    await page.keyboard.press('Enter');
    await idle(page);
    await expect(page.locator('.column-was')).toHaveCount(others + 1);
    await expect(status).toContainText(`last change: ${others + 1} grips`);
    await expectSaved(page);
  },
);

test('wishes stand over their bars and in one list, met or not; one goes there, or takes one back', async ({
  page,
}) => {
  await openNew(page, TUNE);
  await page.keyboard.press('Home');
  for (let i = 0; i < 2; i++) await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('w');
  await page.getByRole('group', { name: 'The top line' }).getByRole('button', { name: 'falls' }).click();
  await idle(page);
  await page.keyboard.press('Escape');
  await page.locator('#column-4').click();
  await page.getByLabel('Strings', { exact: true }).click();
  await page.getByRole('option', { name: '1 to 3' }).click();
  await page.getByRole('group', { name: 'Notes in a grip' }).getByRole('button', { name: '5' }).click();
  await idle(page);
  const lines = page.locator('.wish-line');
  await expect(lines).toHaveCount(3);
  await expect(lines.filter({ hasText: 'the top line falls' })).toBeVisible();
  await expect(page.locator('.wish-unmet').first()).toBeVisible();
  // The line lies over bars 1 to 3, and over no other.
  const line = (await lines.filter({ hasText: 'the top line falls' }).boundingBox())!;
  const third = (await page.locator('#column-2').boundingBox())!;
  expect(line.x + line.width).toBeGreaterThan(third.x);
  expect(line.x + line.width).toBeLessThanOrEqual(third.x + third.width);
  const list = page.getByRole('button', { name: /^3 wishes, [12] not met$/ });
  await list.click();
  await page.getByRole('menuitem', { name: 'the top line falls, bars 1 to 3: met', exact: true }).click();
  await expect(page.locator('#column-0')).toHaveClass(/column-marked/);
  await list.click();
  await page.getByRole('menuitem', { name: /^Take back: the top line falls/ }).click();
  await idle(page);
  await expect(lines.filter({ hasText: 'the top line falls' })).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await idle(page);
  await expect(lines.filter({ hasText: 'the top line falls' })).toHaveCount(1);
});

test('how the take stands is told, and each figure leads to its columns', THOROUGH, async ({ page }) => {
  await openNew(page, TUNE);
  const status = page.getByRole('group', { name: 'How the take stands' });
  await expect(status).toContainText(/all 9 say their chord/);
  await expect(status).toContainText(/root lowest in \d/);
  await page.locator('#column-5').click();
  await page.keyboard.press('p');
  await page.locator('#column-2').click();
  await page.keyboard.press('p');
  await idle(page);
  await page.keyboard.press('Home');
  await status.getByRole('button', { name: '2 pinned' }).click();
  await expect(page.locator('.column-marked')).toHaveCount(2);
  await expect(page.getByRole('heading', { name: 'Colours in bar 3' })).toBeVisible();
  await status.getByRole('button', { name: '2 pinned' }).click();
  await expect(page.getByRole('heading', { name: 'Colours in bar 6' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.locator('.column-marked')).toHaveCount(0);
});

test(
  'the neck names the chord of a move that is tried, and its reason stands in one place',
  THOROUGH,
  async ({ page }) => {
    await openNew(page, TUNE);
    for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowRight');
    await page.keyboard.press('m');
    await priced(page);
    const row = page
      .getByRole('list', { name: 'Moves' })
      .getByRole('listitem')
      .filter({ hasText: 'tritone substitute' });
    await expect(async () => {
      // The list may have gone on under the pointer.
      await page.mouse.move(1100, 420);
      await row.first().hover();
      await expect(page.locator('.hand-symbol')).toHaveAttribute('aria-label', /^D flat/, { timeout: 2000 });
    }).toPass();
    await expect(page.locator('.take-status')).toContainText('Trying D♭');
    await expect(page.locator('.side-told')).toContainText('tritone substitute');
    expect(await symbols(page)).toContain('G 9');
  },
);

test('a chord this hand cannot hold says where, why, and what would help', THOROUGH, async ({ page }) => {
  const id = await newTune(page, 'title: Far\nkey: F\n| F | C7#9b13 | F | Bb | C7#9b13 | F |\n');
  await page.goto(`/players?tune=${id}`);
  const before = page.url();
  await page.getByRole('button', { name: 'New player' }).click();
  await page.waitForURL((url) => url.href !== before);
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(/^Player \d+$/);
  for (const finger of ['Ring', 'Little']) await page.getByRole('button', { name: finger, exact: true }).click();
  await page.getByRole('group', { name: 'Barres' }).getByRole('button', { name: 'None' }).click();
  await page.getByRole('slider', { name: 'Reach in millimetres' }).press('Home');
  await page.getByRole('button', { name: /^Let .* play it$/ }).click();
  await expectSaved(page);
  await openBench(page, id);
  await expect(
    page.getByText('This hand cannot hold C7♯9♭13 in bars 2 and 5; the path goes on past it.'),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Show them' }).click();
  await expect(page.getByRole('heading', { name: 'Colours in bar 2' })).toBeVisible();
  const why = page.getByText(
    /^This hand has no grip of C7♯9♭13\. It has a reach of 50 mm, no barre, the ring and little at rest/,
  );
  await expect(why).toBeVisible();
  await page.keyboard.press('g');
  await expect(why).toBeVisible();
  await expect(page.getByRole('list', { name: 'Grips' }).getByRole('listitem')).toHaveCount(0);
  // The nearest remedy is one click.
  await page.locator('.no-grip-ways').getByRole('button').first().click();
  await idle(page);
  await expect(page.getByText('This hand cannot hold C7♯9♭13 in bar 5; the path goes on past it.')).toBeVisible();
  await expect(gripInHand(page)).toHaveText(/^[-x\d]+$/);
});
