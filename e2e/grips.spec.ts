import type { Page } from '@playwright/test';
import { expect, expectSaved, newTune, test } from './player.ts';
import { THOROUGH } from './thorough.ts';

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

test('what lies around a grip is shown, and one click goes there', THOROUGH, async ({ page }) => {
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
  for (const title of [
    'The same voicing on other strings',
    'The same notes in another order',
    'One finger a fret up or down',
  ])
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
  await expect(page.getByText(/[\d,]+ grips, as one would try them/)).toBeVisible();
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
  // Banished and brought back, or taken off the list and put on it again, it has all that was said of it.
  await page.getByRole('button', { name: 'Banish', exact: true }).click();
  await page.getByRole('button', { name: 'Banished' }).click();
  await expect(page.getByLabel('Its name')).toHaveValue('Gangway');
  await page.getByRole('button', { name: 'One of mine' }).click();
  await expect(page.getByText('Gangway is in the bin for thirty days.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByLabel('Tags, with commas')).toHaveValue('opening, calm');
  await page.getByRole('button', { name: 'One of mine' }).click();
  await expect(mine.getByRole('listitem')).toHaveCount(1);
  await expectSaved(page);
  await page.reload();
  await expect(mine.getByRole('listitem')).toHaveCount(3);
});

test('a chord lies in five areas, its small shapes in one, and others beside it', THOROUGH, async ({ page }) => {
  await page.goto('/grips?chord=Dm7&view=areas');
  const areas = page.getByRole('region', { name: 'Dm7 in five areas' }).getByRole('button', { name: /^(Frets|Open)/ });
  await expect(areas).toHaveCount(5);
  await areas.nth(3).click();
  await expect(areas.nth(3)).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByRole('heading', { name: 'Frets 8 to 12' })).toBeVisible();
  const shapes = page.getByRole('region', { name: 'Small shapes' }).getByRole('button');
  for (const text of await shapes.locator('small').allInnerTexts())
    for (const fret of text.match(/\d+/g)!) expect(Number(fret) >= 8 && Number(fret) <= 12).toBe(true);
  // The upper major seventh in its place, and the V's augmented triad and the I beside it.
  await page.getByRole('button', { name: 'Fmaj7', exact: true }).click();
  const field = page.getByLabel('Chords side by side');
  await expect(field).toHaveValue('Fmaj7');
  await field.fill('Fmaj7 Gaug C');
  await field.press('Enter');
  await expect(page.getByRole('region', { name: /in five areas/ })).toHaveCount(3);
  const way = page.getByRole('region', { name: 'Way 1' }).getByRole('button', { name: /^Show/ });
  await expect(way).toHaveCount(3);
  await page.getByRole('button', { name: 'Hear way 1' }).click();
  await way.last().click();
  await expect(page.locator('.grips-said code')).toHaveText(await way.last().locator('small').innerText());
  await field.fill('Fmaj7 Gxx');
  await expect(page.getByText(/Gxx.*no chord I can read/)).toBeVisible();
  await page.reload();
  await expect(page.getByRole('region', { name: /in five areas/ })).toHaveCount(3);
});

test('one chord climbs through grips of itself that the hand can change in time', THOROUGH, async ({ page }) => {
  await page.goto('/grips?chord=Em7&view=climb');
  const run = page.getByRole('region', { name: 'The run' });
  const heard = () => run.locator('em').allInnerTexts();
  await expect(run.getByRole('button', { name: /^Show/ })).toHaveCount(4);
  await expect(run.getByText(/the hand needs about [\d.]+ s, and has [\d.]+ s/).first()).toBeVisible();
  const both = await heard();
  expect(new Set(both).size).toBe(4);
  await page.getByRole('group', { name: 'Grips' }).getByRole('button', { name: '5' }).click();
  await page.getByRole('group', { name: 'Open strings' }).getByRole('button', { name: 'in every grip' }).click();
  await page.getByRole('group', { name: 'Which way' }).getByRole('button', { name: 'falling' }).click();
  await page.getByRole('group', { name: 'What moves' }).getByRole('button', { name: 'the top note' }).click();
  await expect(run.getByRole('button', { name: /^Show/ })).toHaveCount(5);
  for (const text of await run.locator('small:first-of-type').allInnerTexts()) expect(text).toMatch(/(^|-)0(-|$)/);
  await run.getByRole('button', { name: /^Hear it/ }).click();
  await expect(run.locator('.around-playing')).toHaveCount(1);
  await page.getByLabel('Beats a minute').fill('5');
  await expect(page.getByText('30 to 300')).toBeVisible();
});

test('a note sounds on through chords, here and on the bench, in one click', THOROUGH, async ({ page }) => {
  const id = await newTune(page, 'title: Moored\nkey: F#m\n| F#m | D | A | E |\n');
  await page.goto(`/grips?tune=${id}&view=thread`);
  await expect(page.getByLabel('Chords a note is to sound through')).toHaveValue('F#m D A E');
  const thread = page.locator('.thread');
  await expect(thread).toHaveAttribute('aria-busy', 'false');
  const first = page
    .getByRole('list', { name: 'Threads' })
    .getByRole('listitem')
    .filter({ hasText: 'open string 1' })
    .first();
  await first.locator('.option-keep').click();
  await expect(page.getByRole('heading', { name: /^With the thread/ })).toBeVisible();
  const grips = () => page.getByRole('region', { name: 'The chords' }).locator('small').allInnerTexts();
  expect((await grips()).every((grip) => grip.endsWith('-0'))).toBe(true);
  expect(await grips()).toHaveLength(4);
  // The same on the bench: over a span, among the moves.
  await page.getByRole('link', { name: /^In the tune/ }).click();
  await expect(page.locator('.bench')).toHaveAttribute('aria-busy', 'false');
  await page.keyboard.press('Shift+End');
  for (let i = 0; i < 3; i++) await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('m');
  const move = page
    .getByRole('list', { name: 'Moves' })
    .getByRole('listitem')
    .filter({ hasText: 'thread, open string 1' });
  await move.first().locator('.option-keep').click();
  await expect(page.locator('.bench')).toHaveAttribute('aria-busy', 'false');
  await expect(page.locator('.column-grip')).toHaveCount(4);
  for (const grip of await page.locator('.column-grip').allInnerTexts()) expect(grip).toMatch(/-0\b/);
  await expectSaved(page);
});

test(
  'a grip too hard has ways out, is heard as one likes, and tells where it is pinned',
  THOROUGH,
  async ({ page }) => {
    await page.goto('/grips?grip=1-3-3-2-1-1');
    const ways = page.getByRole('region', { name: 'Ways out' }).getByRole('button');
    await expect(ways.first()).toBeVisible();
    for (const how of ['plucked', 'one by one', 'strummed']) {
      await page.getByRole('group', { name: 'Heard' }).getByRole('button', { name: how }).click();
      await expect(page.getByRole('button', { name: how })).toHaveAttribute('aria-pressed', 'true');
    }
    // The stated job: what the grip is as a chord one asks for.
    await page.goto('/grips?grip=3-x-3-x-2-x&chord=G7');
    await expect(page.getByText(/^In hand: G7, without its 3, with/)).toBeVisible();
    // Kept, and pinned in a tune.
    const id = await newTune(page, 'title: Fender\nkey: C\n| C | Am7 |\n');
    await page.goto(`/grips?grip=x-3-2-0-1-0`);
    await page.getByRole('button', { name: 'Keep among mine' }).click();
    await expectSaved(page);
    await page.goto(`/tunes/${id}/bench`);
    await expect(page.locator('.bench')).toHaveAttribute('aria-busy', 'false');
    await page.keyboard.press('g');
    const own = page.getByRole('list', { name: 'Grips' }).getByRole('listitem').filter({ hasText: 'x-3-2-0-1-0' });
    await page.getByRole('list', { name: 'Grips' }).waitFor();
    if ((await own.count()) === 0) {
      await page.keyboard.press('c');
      await page.getByRole('list', { name: 'Colours' }).getByRole('listitem').first().locator('.option-keep').click();
      await expect(page.locator('.bench')).toHaveAttribute('aria-busy', 'false');
      await page.keyboard.press('g');
    }
    await own.first().locator('.option-keep').click();
    await expect(page.locator('#column-0')).toContainText('pinned');
    await expectSaved(page);
    await page.goto('/grips');
    await expect(
      page.getByRole('region', { name: 'Grips of mine' }).getByRole('link', { name: 'Fender, bar 1' }),
    ).toBeVisible();
  },
);
