import { readFileSync } from 'node:fs';
import { parseMidi } from 'midi-file';
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
  tryNow,
} from './player.ts';
import { THOROUGH } from './thorough.ts';

const TUNE = 'title: Ebb\nkey: C\nmeter: 4/4\ntempo: 240\n| C | Am | Dm | G7 |\n| C | % | Dm7 G7 | C |\n';

test('a typed progression comes back coloured, voiced and priced', async ({ page }) => {
  await openNew(page, TUNE);
  expect((await symbols(page)).slice(0, 4)).toEqual(['C 6', 'A minor 9', 'D minor 7', 'G 9']);
  await expect(gripInHand(page)).toHaveText(/^[x\d]+(-[x\d]+){5}$/);
  const options = page.getByRole('list', { name: 'Colours' }).getByRole('listitem');
  await expect(options).toHaveCount(8);
  // The one that stands costs nothing more.
  await expect(options.filter({ has: page.locator('[aria-pressed=true]') }).locator('.option-price')).toHaveText('0');
});

test('another colour is kept by the keyboard alone; the rest follows; undo and redo; it survives a reload', async ({
  page,
}) => {
  const id = await openNew(page, TUNE);
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  const options = page.getByRole('list', { name: 'Colours' }).getByRole('listitem');
  await priced(page);
  await expect(options).toHaveCount(6);
  const price = Number((await options.nth(3).locator('.option-price').innerText()).replace('−', '-'));
  const before = await symbols(page);
  for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowDown');
  await expect(page.locator('.hand')).toContainText('trying');
  await page.keyboard.press('Enter');
  await priced(page);
  expect((await symbols(page))[2]).toBe('D minor 11');
  await expect(page.locator('#column-2')).toContainText('chosen');
  // What stood before is now priced from the other side: exact prices are each other's opposites.
  await expect(options).toHaveCount(6);
  const back = Number((await options.nth(1).locator('.option-price').innerText()).replace('−', '-'));
  expect(back).toBeCloseTo(-price, 5);
  await page.keyboard.press('Control+z');
  expect(await symbols(page)).toEqual(before);
  await page.keyboard.press('Control+Shift+z');
  expect((await symbols(page))[2]).toBe('D minor 11');
  await expectSaved(page);
  await openBench(page, id);
  expect((await symbols(page))[2]).toBe('D minor 11');
  await page.getByRole('button', { name: /^Undo: / }).click();
  expect(await symbols(page)).toEqual(before);
});

test('another grip is pinned, stays, and can be unpinned', async ({ page }) => {
  await openNew(page, TUNE);
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('g');
  const rows = page.getByRole('list', { name: 'Grips' }).getByRole('listitem');
  await expect(rows.nth(3)).toBeVisible();
  await expect(page.getByText(/[\d,]+ grips, cheapest first/)).toBeVisible();
  const chosen = await rows.nth(3).locator('b').innerText();
  await rows.nth(3).locator('.option-keep').click();
  await idle(page);
  await expect(gripInHand(page)).toHaveText(chosen);
  await expect(page.locator('#column-1')).toContainText('pinned');
  await page.mouse.move(400, 300);
  // Another chord changes; the pinned grip does not.
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('c');
  await page.getByRole('list', { name: 'Colours' }).getByRole('listitem').nth(3).locator('.option-keep').click();
  await idle(page);
  await page.mouse.move(400, 300);
  await page.keyboard.press('ArrowLeft');
  await expect(gripInHand(page)).toHaveText(chosen);
  await page.keyboard.press('p');
  await expect(page.locator('#column-1')).not.toContainText('pinned');
  await page.keyboard.press('Backspace');
  await expect(page.locator('#column-1')).not.toContainText('chosen');
});

test('it plays from the selected chord, the sounding column lit in time, and stops', async ({ page }) => {
  await openNew(page, TUNE.replace('240', '30'));
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Space');
  const lit = page.locator('.ground-playing');
  // Looked for in every frame: a chord sounds no longer than a second or two.
  await lit.waitFor();
  const left = () => lit.evaluate((element) => parseFloat((element as HTMLElement).style.left));
  const first = await left();
  await expect.poll(left).toBeGreaterThan(first);
  await page.keyboard.press('Space');
  await expect(lit).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
  // To the end: it stops by itself.
  await page.keyboard.press('End');
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
  await lit.waitFor();
  await expect(lit).toHaveCount(0);
  await page.keyboard.press('h');
});

test('it is taken away as MIDI and as text', async ({ page }) => {
  await openNew(page, TUNE);
  const fetchFile = async (name: string) => {
    await page.getByRole('button', { name: 'Take it away' }).click();
    const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('menuitem', { name }).click()]);
    return { name: file.suggestedFilename(), content: readFileSync(await file.path()) };
  };
  const midi = await fetchFile('MIDI file');
  expect(midi.name).toBe('ebb.mid');
  const markers = parseMidi(midi.content).tracks[0]!.filter(({ type }) => type === 'marker') as unknown as {
    text: string;
  }[];
  expect(markers.map(({ text }) => text).slice(0, 4)).toEqual(['C6', 'Am9', 'Dm7', 'G9']);
  const tab = await fetchFile('Text tab');
  expect(tab.name).toBe('ebb.txt');
  const lines = tab.content.toString('utf8').split('\n');
  expect(lines[0]).toBe('Ebb');
  expect(Math.max(...lines.map((line) => line.length))).toBeLessThanOrEqual(80);
  const first = (await gripInHand(page).innerText()).split('-').at(-1)!;
  expect(lines.find((line) => line.startsWith('e|'))).toMatch(first === 'x' ? /^e\|--/ : new RegExp(`^e\\|-${first}`));
});

test('a server that is away: the edit waits, says so, survives a reload, and is saved in the end', async ({
  page,
  clean,
}) => {
  clean.allow(/ERR_FAILED|Failed to load/);
  const id = await openNew(page, TUNE);
  await page.route('**/edits', (route) => route.abort());
  await page.getByRole('list', { name: 'Colours' }).getByRole('listitem').nth(4).locator('.option-keep').click();
  await expect(page.getByText('not saved yet, trying again')).toBeVisible();
  const chosen = (await symbols(page))[0];
  expect(chosen).not.toBe('C 6');
  await openBench(page, id);
  expect((await symbols(page))[0]).toBe(chosen);
  await expect(page.getByRole('button', { name: 'Try now' })).toBeVisible();
  await page.unroute('**/edits');
  await tryNow(page);
  await expectSaved(page);
  await page.evaluate(() => localStorage.clear());
  await openBench(page, id);
  expect((await symbols(page))[0]).toBe(chosen);
});

test('a thousand bars are arranged, and the page stays usable', THOROUGH, async ({ page }) => {
  const id = await newTune(page, `title: Long\nkey: C\n${'| C | Am | Dm | G7 |\n'.repeat(250)}`);
  await page.goto(`/tunes/${id}/bench`);
  // It is told how far it is, unless it is there already.
  await expect(page.getByRole('progressbar').or(page.locator('.note').first()).first()).toBeVisible();
  await page.keyboard.press('End');
  await expect(page.locator('#column-999')).toBeVisible();
  await expect(page.locator('.note').first()).toBeVisible({ timeout: 150_000 });
});

test(
  'what the hand can hold is worked out once, and kept for the next visit',
  THOROUGH,
  async ({ browser, baseURL }) => {
    const visitor = await browser.newContext({ baseURL: baseURL! });
    const page = await visitor.newPage();
    await openNew(page, TUNE);
    const kept = () =>
      page.evaluate(
        () =>
          new Promise<string[]>((resolve) => {
            const open = indexedDB.open('keyval-store');
            open.onsuccess = () => {
              const keys = open.result.transaction('keyval').objectStore('keyval').getAllKeys();
              // What is kept of a take as it was left stands beside it.
              keys.onsuccess = () => resolve(keys.result.map(String).filter((key) => key.startsWith('shapes ')));
            };
          }),
      );
    await expect.poll(kept).toHaveLength(1);
    const before = await gripInHand(page).innerText();
    await page.reload();
    await expect(gripInHand(page)).toHaveText(before);
    expect(await kept()).toHaveLength(1);
    await visitor.close();
  },
);

test('the sheet of keys opens with a question mark', THOROUGH, async ({ page }) => {
  await openNew(page, TUNE);
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'How to read it, and its keys' })).toContainText(
    'play from the selected chord; stop',
  );
  await expect(page.getByRole('dialog')).toContainText('A price is what an option adds');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
});

test('a long chord takes two colours, and is joined again', THOROUGH, async ({ page }) => {
  await openNew(page, 'title: Long\nkey: C\n| Dm7 | G7 | C |\n');
  await page.keyboard.press('d');
  await idle(page);
  expect(await symbols(page)).toEqual(['D minor 9', 'D minor 11', 'G 9', 'C 6']);
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('heading', { name: 'Colours in bar 1, beat 3' })).toBeVisible();
  await page.keyboard.press(']');
  await expect(page.getByRole('heading', { name: 'Colours in bar 1, beat 4' })).toBeVisible();
  await page.getByRole('button', { name: 'Earlier' }).click();
  await expect(page.getByRole('heading', { name: 'Colours in bar 1, beat 3' })).toBeVisible();
  await page.getByRole('button', { name: 'Join' }).click();
  await idle(page);
  expect(await symbols(page)).toEqual(['D minor 9', 'G 9', 'C 6']);
  await page.keyboard.press('Control+z');
  await idle(page);
  expect(await symbols(page)).toHaveLength(4);
});

test(
  'what grates is shown when asked for, with what grates in it, and that is remembered',
  THOROUGH,
  async ({ page }) => {
    await openNew(page, 'title: Bite\nkey: C\n| C | F | G7 | C |\n');
    const grating = page.locator('.option', { hasText: 'grates: the 11 rubs a minor ninth above the 3' });
    await expect(page.locator('.option', { hasText: 'with care: the' }).first()).toBeVisible();
    await priced(page);
    await expect(grating).toHaveCount(0);
    await page.getByLabel('Also colours that clash').check();
    await expect(grating.first()).toBeVisible();
    await page.reload();
    await idle(page);
    await expect(page.getByLabel('Also colours that clash')).toBeChecked();
    await grating.first().getByRole('button').first().click();
    await idle(page);
    expect((await symbols(page))[0]).toMatch(/^C .*11/);
  },
);

test('a bar’s other changes are chosen for a take, here or throughout', THOROUGH, async ({ page }) => {
  await openNew(page, 'title: Versions\nkey: C\n|: Dm7 | G7 {or Ab7 G7} | C :|\n');
  await page.keyboard.press('ArrowRight');
  const changes = page.getByRole('group', { name: 'Changes of this bar' });
  await changes.getByRole('button', { name: /^A.*7 G7$/ }).click();
  await idle(page);
  expect(await symbols(page)).toEqual(['D minor 9', 'A flat 9', 'G 9', 'C 6', 'D minor 9', 'G 9', 'C 6']);
  await page.getByRole('button', { name: 'So throughout' }).click();
  await idle(page);
  expect((await symbols(page)).filter((symbol) => symbol === 'A flat 9')).toHaveLength(2);
  await page.reload();
  await idle(page);
  expect((await symbols(page)).filter((symbol) => symbol === 'A flat 9')).toHaveLength(2);
  await page.keyboard.press('Control+z');
  await idle(page);
  expect((await symbols(page)).filter((symbol) => symbol === 'A flat 9')).toHaveLength(1);
});

test('an option is heard between the chords around it', THOROUGH, async ({ page }) => {
  await openNew(page, 'title: Heard\nkey: C\ntempo: 200\n| Dm7 | G7 | C |\n');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('h');
  // The sounding column runs from the chord before to the chord after.
  const lit = () =>
    page.locator('.ground-playing').evaluateAll((all) => all.map((one) => one.getBoundingClientRect().left));
  await expect.poll(lit).toHaveLength(1);
  const first = (await lit())[0]!;
  await expect.poll(async () => (await lit())[0] ?? Infinity).toBeGreaterThan(first);
  await expect.poll(lit, { timeout: 15_000 }).toHaveLength(0);
});

test(
  'the stream is seen from afar and near, and how is remembered; the next best is told',
  THOROUGH,
  async ({ page }) => {
    await openNew(page, TUNE);
    const width = async () => (await page.locator('#column-1').boundingBox())!.width;
    const usual = await width();
    await page.keyboard.press('+');
    await page.keyboard.press('+');
    await expect.poll(width).toBeGreaterThan(usual);
    const near = await width();
    await page.reload();
    await idle(page);
    await expect.poll(width).toBe(near);
    for (let i = 0; i < 5; i++) await page.getByRole('button', { name: 'See more bars' }).click();
    await expect(page.locator('.stage-farthest')).toBeVisible();
    await page.keyboard.press('ArrowRight');
    // Looked at from afar it is in sight still.
    await expect(page.locator('#column-1')).toBeInViewport();
    await page.locator('.side-way summary').click();
    await expect(page.getByText(/^Next best [-x\d]+: \d+ semitones?, costs [\d.]+ more; /)).toBeVisible();
    await expect(page.getByText(/In root position \d+ semitones on one set of strings/)).toBeVisible();
  },
);

test('an edit leaves what is on offer standing until it is priced anew', THOROUGH, async ({ page }) => {
  await openNew(page, TUNE);
  await page.keyboard.press('ArrowRight');
  await priced(page);
  const panel = page.locator('#options-panel');
  await panel.evaluate((element) => {
    const seen: number[] = [];
    const count = () => seen.push(element.querySelectorAll('[aria-label=Colours] > li').length);
    count();
    new MutationObserver(count).observe(element, { childList: true, subtree: true, characterData: true });
    Object.assign(window, { seen });
  });
  const prices = () => panel.locator('[aria-label=Colours] .option-price').allInnerTexts();
  const before = await prices();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await priced(page);
  await expect.poll(prices).not.toEqual(before);
  const seen = await page.evaluate(() => (window as unknown as { seen: number[] }).seen);
  expect(Math.min(...seen)).toBe(seen[0]);
});

test(
  'a grip of one’s own is pinned by its frets, with the colour it is one of; what cannot stand is told why',
  THOROUGH,
  async ({ page }) => {
    await openNew(page, 'title: Own\nkey: C\n| C | Am | Dm7 | G7 |\n');
    await page.keyboard.press('g');
    await page.getByRole('button', { name: 'By frets' }).click();
    const field = page.getByRole('textbox', { name: 'A grip of your own' });
    await field.fill('x-3-5-4');
    await expect(page.locator('.own-grip')).not.toContainText('lowest first');
    await field.press('Enter');
    await expect(page.locator('.own-grip')).toContainText('One fret a string, the lowest first');
    await field.fill('x-3-5-5-5-9');
    await expect(page.locator('.own-grip')).toContainText('This hand cannot hold it.');
    await field.fill('x-4-5-5-x-x');
    await expect(page.locator('.own-grip')).toContainText('neither in C nor in a colour of it');
    await field.fill('x-3-2-4-3-x');
    await page.getByRole('button', { name: /^Pin Cmaj9/ }).click();
    await idle(page);
    await expect(page.locator('#column-0')).toContainText('x-3-2-4-3-x');
    expect((await symbols(page))[0]).toBe('C major 9');
    // Two notes are pinned for what they are.
    await field.fill('x-3-x-x-5-x');
    await page.getByRole('button', { name: /^Pin C/ }).press('Enter');
    await idle(page);
    await expect(page.locator('#column-0')).toContainText('x-3-x-x-5-x');
    await expect(page.locator('.side-head')).toContainText('What sounds is');
    await page.keyboard.press('Escape');
    await expectSaved(page);
  },
);
