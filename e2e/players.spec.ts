import type { Page } from '@playwright/test';
import { expect, expectSaved, gripInHand, idle, newTune, openBench, openNew, test } from './player.ts';
import { THOROUGH } from './thorough.ts';

const TUNE = 'title: Wake\nkey: C\nmeter: 4/4\ntempo: 120\n| C | Am7 | Dm7 | G7 |\n| F | E7 | Am7 | % |\n';

/** Makes a player of one's own, and gives a tune to it when one comes from there. Returns its address. */
async function newPlayer(page: Page, tuneId?: string): Promise<string> {
  await page.goto(tuneId === undefined ? '/players' : `/players?tune=${tuneId}`);
  await page.waitForURL(/players\/[\w-]+/);
  const before = page.url();
  await page.getByRole('button', { name: 'New player' }).click();
  await page.waitForURL((url) => url.href !== before);
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(/^Player \d+$/);
  if (tuneId !== undefined) {
    await page.getByRole('button', { name: /^Let .* play it$/ }).click();
    await expect(page.getByText(/^Player \d+ plays Wake\.$/)).toBeVisible();
    await expectSaved(page);
  }
  return page.url();
}

const shapes = (page: Page) => page.locator('.players-holds');
async function counted(page: Page): Promise<number> {
  await expect(shapes(page)).toHaveAttribute('aria-busy', 'false');
  return Number(/Holds ([\d,]+)/.exec(await shapes(page).innerText())![1]!.replaceAll(',', ''));
}

test('a player is described, kept over a reload, and every change can be undone', async ({ page }) => {
  const address = await newPlayer(page);
  await page.getByLabel('Name of this player').fill('Low tide');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Little' }).click();
  await page.getByRole('button', { name: 'With a bass player' }).click();
  await page.getByLabel('Tuning').click();
  await page.getByRole('option', { name: 'Drop D' }).click();
  await expectSaved(page);
  await page.goto(address);
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Low tide');
  await expect(page.getByRole('button', { name: 'Little' })).toHaveAttribute('aria-pressed', 'false');
  await expect(page.getByRole('button', { name: 'With a bass player' })).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByLabel('Strings, lowest first')).toHaveValue('D2 A2 D3 G3 B3 E4');
  await page.getByRole('button', { name: 'Slanted too' }).click();
  await expect(page.getByText(/slanted barre bends the wrist/)).toBeVisible();
  await page.getByRole('button', { name: 'Undo the last change' }).click();
  await expect(page.getByRole('button', { name: 'Full' })).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('Control+Shift+z');
  await expect(page.getByRole('button', { name: 'Slanted too' })).toHaveAttribute('aria-pressed', 'true');
});

test('a setting that cannot be is refused where it stands, with what would be right', THOROUGH, async ({ page }) => {
  const address = await newPlayer(page);
  for (const [label, wrong, message] of [
    ['Capo', '12', /capo cannot be 12: it is a fret from 0/],
    ['Frets', '3', /highest fret cannot be 3/],
    ['Strings, lowest first', 'E2 A2 D3', /six or seven strings, lowest first/],
    ['mm', '900', /50 to 160/],
  ] as const) {
    const field = page.getByLabel(label, { exact: true });
    const right = await field.inputValue();
    await field.fill(wrong);
    await page.keyboard.press('Enter');
    await expect(page.getByText(message)).toBeVisible();
    await page.keyboard.press('Escape');
    await expect(field).toHaveValue(right);
  }
  await page.goto(address);
  await expect(page.getByLabel('Capo', { exact: true })).toHaveValue('0');
});

test('the reach is found by trying', THOROUGH, async ({ page }) => {
  await newPlayer(page);
  await page.getByRole('button', { name: 'Find it by trying' }).click();
  const trial = page.getByRole('group', { name: 'Finding the reach' });
  let held = 0;
  // A hand that holds 100 mm and no more.
  while (await trial.isVisible()) {
    const text = await trial.innerText();
    expect(text).toContain('stop at any pain');
    const mm = Number(/(\d+) mm/.exec(text)![1]);
    if (mm <= 100) held = Math.max(held, mm);
    await trial.getByRole('button', { name: mm <= 100 ? 'Yes, at ease' : 'No, it strains' }).click();
  }
  expect(held).toBeGreaterThan(90);
  await expect(page.getByLabel('mm', { exact: true })).toHaveValue(String(held));
});

test('what a hand holds is counted anew after each change, with what the change took', THOROUGH, async ({ page }) => {
  await newPlayer(page);
  const before = await counted(page);
  expect(before).toBeGreaterThan(400_000);
  await page.getByRole('button', { name: 'None' }).click();
  await expect(shapes(page)).toContainText('−');
  expect(await counted(page)).toBeLessThan(before);
});

test('a left-hander’s neck is mirrored; a capo and seven strings are drawn', THOROUGH, async ({ page }) => {
  await newPlayer(page);
  const nut = () => page.locator('.neck-nut').getAttribute('x1').then(Number);
  const right = await nut();
  await page.getByRole('switch', { name: /Left-handed/ }).click();
  expect(await nut()).toBeCloseTo(1000 - right, 1);
  await expect(page.locator('.neck-capo')).toHaveCount(0);
  await page.getByLabel('Capo', { exact: true }).fill('3');
  await page.keyboard.press('Enter');
  await expect(page.locator('.neck-capo')).toHaveCount(1);
  await page.getByLabel('Tuning').click();
  await page.getByRole('option', { name: 'Seven strings, low B' }).click();
  await expect(page.locator('.neck-string')).toHaveCount(7);
});

test('a tune given to another player is solved anew for that hand, and remembers it', THOROUGH, async ({ page }) => {
  const id = await newTune(page, TUNE);
  const address = await newPlayer(page, id);
  const name = await page.getByRole('heading', { level: 1 }).innerText();
  for (const string of ['E2', 'A2']) await page.getByRole('button', { name: string, exact: true }).click();
  await page.getByRole('button', { name: 'Little' }).click();
  await expectSaved(page);
  const grips = () => page.locator('.column-grip').allInnerTexts();
  await openBench(page, id);
  for (const grip of await grips()) expect(grip).toMatch(/^x-x-/);
  await expect(page.getByRole('button', { name: `Player: ${name}` })).toBeVisible();
  // Given to the first player, all strings are there again; given back, they are not.
  await page.getByRole('button', { name: `Player: ${name}` }).click();
  await page.getByRole('menuitem', { name: 'Evening crossings' }).click();
  await idle(page);
  await expect(page.getByRole('button', { name: 'Player: Evening crossings' })).toBeVisible();
  await page.getByRole('button', { name: 'Player: Evening crossings' }).click();
  await page.getByRole('menuitem', { name, exact: true }).click();
  await expect(page.getByRole('button', { name: `Player: ${name}` })).toBeVisible();
  await idle(page);
  await expectSaved(page);
  await openBench(page, id);
  for (const grip of await grips()) expect(grip).toMatch(/^x-x-/);
  // Whoever plays is deleted: the first player stands in, and comes back on undo.
  await page.goto(address);
  await page.getByRole('button', { name: 'Delete this player' }).click();
  await expect(page.getByText(`“${name}” is in the bin`)).toBeVisible();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(name);
});

/** A bench of its own player, at the grips of its first chord. */
async function atGrips(page: Page): Promise<{ id: string; rows: ReturnType<Page['locator']> }> {
  const id = await newTune(page, TUNE);
  await newPlayer(page, id);
  await openBench(page, id);
  await page.keyboard.press('g');
  const rows = page.getByRole('list', { name: 'Grips' }).getByRole('listitem');
  await expect(rows.nth(3)).toBeVisible();
  return { id, rows };
}

test('grips are filtered, and all come back', THOROUGH, async ({ page }) => {
  const { rows } = await atGrips(page);
  await page.getByRole('button', { name: 'Filter' }).click();
  const choose = async (question: string, answer: string) => {
    await page.getByRole('combobox', { name: question, exact: true }).click();
    await page.getByRole('option', { name: answer, exact: true }).click();
  };
  await choose('Family', 'drop 2');
  await choose('Strings', '4 3 2 1');
  await choose('Open strings', 'without');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('status').filter({ hasText: /^\d+ of [\d,]+ grips$/ })).toBeVisible();
  for (const grip of await rows.locator('b').allInnerTexts()) expect(grip).toMatch(/^x-x-[1-9]\d*(-[1-9]\d*){3}$/);
  for (const words of await rows.locator('small').allInnerTexts()) expect(words).toContain('drop 2');
  await page.getByRole('button', { name: 'Show all' }).click();
  await expect(page.getByText(/[\d,]+ grips, cheapest first/)).toBeVisible();
});

test('a kept grip comes first, a banished one is gone from list and arrangement until it is brought back', async ({
  page,
}) => {
  const { id, rows } = await atGrips(page);
  const wanted = await rows.nth(3).locator('b').innerText();
  await rows
    .nth(3)
    .getByRole('button', { name: /^More for/ })
    .click();
  await page.getByRole('menuitem', { name: 'Keep among mine' }).click();
  await expect(rows.first().locator('b')).toHaveText(new RegExp(`${wanted}$`));
  await page.mouse.move(400, 300);
  await page.keyboard.press('Escape');
  const stood = await gripInHand(page).innerText();
  await page.keyboard.press('x');
  await expect(gripInHand(page)).not.toHaveText(stood);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(gripInHand(page)).toHaveText(stood);
  await page.keyboard.press('x');
  await expect(gripInHand(page)).not.toHaveText(stood);
  await idle(page);
  await expectSaved(page);
  await openBench(page, id);
  await page.keyboard.press('g');
  await expect(rows.first().locator('b')).toHaveText(new RegExp(`${wanted}$`));
  for (const grip of await page.locator('.column-grip').allInnerTexts()) expect(grip).not.toBe(stood);
  await page.getByRole('button', { name: '1 banished on this tuning' }).click();
  await page.getByRole('menuitem', { name: `Bring back ${stood}` }).click();
  await expect(gripInHand(page)).toHaveText(stood);
});

test('two grips are compared', THOROUGH, async ({ page }) => {
  const { rows } = await atGrips(page);
  for (let i = 0; i < 2; i++) await page.keyboard.press('ArrowDown');
  await page.keyboard.press('b');
  const compared = page.getByRole('region', { name: 'Two grips compared' });
  for (let i = 0; i < 2; i++) await page.keyboard.press('ArrowDown');
  const grips = await rows.locator('b').allInnerTexts();
  await expect(compared.locator('b')).toHaveText([grips[1]!, grips[3]!]);
  await expect(compared).toContainText(/easy|moderate|hard/);
  await page.getByRole('button', { name: 'Stop comparing' }).click();
  await expect(compared).toHaveCount(0);
});

test('a hard grip has ways out, one click each, and its fingers can be chosen', THOROUGH, async ({ page }) => {
  const { rows } = await atGrips(page);
  const hard = rows.filter({ hasText: /hard|moderate/ }).first();
  // The cheapest are easy: some way down the list there are others.
  for (let i = 0; i < 40 && !(await hard.isVisible()); i++) await rows.last().scrollIntoViewIfNeeded();
  await hard.locator('.option-keep').click();
  await idle(page);
  await page.mouse.move(400, 300);
  const ways = page.getByRole('group', { name: 'Ways out of a hard grip' }).getByRole('button');
  await expect(ways.first()).toBeVisible();
  const stood = await gripInHand(page).innerText();
  await ways.first().click();
  await idle(page);
  await page.mouse.move(400, 300);
  await expect(gripInHand(page)).not.toHaveText(stood);
  await expect(page.locator('#column-0')).toContainText('pinned');

  await page.keyboard.press('c');
  const other = page.getByRole('button', { name: /^fingers \d+ of \d+/ });
  for (let i = 0; i < 6 && !(await other.isVisible()); i++) await page.keyboard.press('ArrowRight');
  await other.click();
  const choices = page.getByRole('menuitem');
  const chosen = await choices
    .filter({ hasNot: page.locator('.Mui-selected') })
    .last()
    .locator('span')
    .first()
    .innerText();
  await choices
    .filter({ hasNot: page.locator('.Mui-selected') })
    .last()
    .click();
  await idle(page);
  await expect(page.getByRole('button', { name: /^your fingers \d+ of \d+/ })).toBeVisible();
  await expect(page.getByRole('img', { name: new RegExp(`fingers ${chosen.split('\n')[0]}`) })).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: /^your fingers/ })).toHaveCount(0);
});

test('the neck shows fingers, degrees or notes as chosen, and remembers it', THOROUGH, async ({ page }) => {
  const id = await openNew(page, TUNE);
  const marks = () => page.locator('.neck-finger').allTextContents();
  const fingers = await marks();
  await page.getByRole('button', { name: 'notes', exact: true }).click();
  const notes = await marks();
  expect(notes).not.toEqual(fingers);
  for (const note of notes) expect(note).toMatch(/^[A-G]?$/);
  await openBench(page, id);
  expect(await marks()).toEqual(notes);
  await page.keyboard.press('n');
  await expect(page.getByRole('button', { name: 'fingers', exact: true })).toHaveAttribute('aria-pressed', 'true');
});

test('the grips are shown large, and print without the page around them', THOROUGH, async ({ page }) => {
  await openNew(page, TUNE);
  await page.getByRole('button', { name: 'Take it away' }).click();
  await page.getByRole('menuitem', { name: 'Grips, large and for print' }).click();
  const cards = page.getByRole('dialog').getByRole('listitem');
  await expect(cards.first()).toBeVisible();
  await page.emulateMedia({ media: 'print' });
  await expect(cards.first()).toBeVisible();
  await expect(page.locator('.frame')).toBeHidden();
  await page.emulateMedia({ media: 'screen' });
  await page.getByRole('button', { name: 'Back to the bench' }).click();
  await expect(page.locator('.bench')).toBeVisible();
});

test(
  'what matters is weighed, the tune is solved anew for it, and all is as usual again',
  THOROUGH,
  async ({ page }) => {
    const id = await newTune(page, 'title: Wake\nkey: C\n| C | Am7 | Dm7 | G7 | C |\n');
    const address = await newPlayer(page, id);
    await openBench(page, id);
    const way = page.locator('.side-way');
    const cost = () => way.innerText();
    await page.keyboard.press('End');
    // A line, that opens for good.
    await way.locator('summary').click();
    await expect(way).toContainText(/holds|falls|rises/);
    await expect(way).toContainText(/What it costs\s*[\d.]+/);
    await expect(way.getByText('Instead of it')).toBeVisible();
    const before = await cost();
    await page.goto(address);
    await page.getByText('What matters on the way through a tune').click();
    await page.getByLabel('voices that move').click();
    await page.getByRole('option', { name: 'most' }).click();
    await page.getByLabel('hard grips').click();
    await page.getByRole('option', { name: 'not at all' }).click();
    await expectSaved(page);
    await openBench(page, id);
    await page.keyboard.press('End');
    await expect.poll(cost).not.toBe(before);
    await expect(way).not.toContainText('hard grips');
    await page.goto(address);
    await page.getByRole('button', { name: 'All as usual' }).click();
    await expectSaved(page);
    await openBench(page, id);
    await page.keyboard.press('End');
    await expect.poll(cost).toBe(before);
  },
);

test('who plays alone leaves the low notes to a bass that is heard, with one click', THOROUGH, async ({ page }) => {
  const id = await newTune(page, TUNE);
  const address = await newPlayer(page, id);
  await openBench(page, id);
  await page.keyboard.press('r');
  const sheet = page.getByRole('dialog', { name: 'In time' });
  const alone = sheet.getByText('plays alone, and has the low notes, too');
  await expect(alone).toHaveCount(0);
  await sheet.getByRole('combobox').filter({ hasText: 'none' }).click();
  await page.getByRole('option', { name: 'walking' }).click();
  await expect(alone).toBeVisible();
  await sheet.getByRole('button', { name: 'Leave them to the bass' }).click();
  await expect(alone).toHaveCount(0);
  await page.keyboard.press('Escape');
  await expectSaved(page);
  await page.goto(address);
  await expect(page.getByText('The bass has the roots: smaller grips do.')).toBeVisible();
});
