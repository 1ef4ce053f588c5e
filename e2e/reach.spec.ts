import type { CDPSession, Page } from '@playwright/test';
import {
  asOneWhoReadIt,
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
  typeChart,
} from './player.ts';
import { THOROUGH } from './thorough.ts';

/* Everybody reaches everything: by keys, by touch, by mouse, on every screen, by ear. */

const TUNE =
  'title: Reached\nkey: C\ntempo: 200\n| C | Am7 | Dm7 | G7 |\n| C | A7 | Dm7 | G7 |\n| F | Fm | Em7 A7 | Dm7 G7 |\n| C | % |\n';

/** What the four keys come to when each waits for what it needs. */
async function keptSlowly(page: Page): Promise<string> {
  await page.keyboard.press('ArrowRight');
  await priced(page);
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await idle(page);
  return (await symbols(page))[1]!;
}

test('keys typed without a pause do what they say, one after another', async ({ page }) => {
  await openNew(page, TUNE);
  const wanted = await keptSlowly(page);
  await page.keyboard.press('Control+z');
  await idle(page);
  await page.keyboard.press('Home');
  await priced(page);
  const press = (key: string) => page.keyboard.press(key);
  // None of these waits for what the one before it brings.
  for (const key of ['ArrowRight', 'ArrowDown', 'ArrowDown', 'ArrowDown', 'Enter', 'ArrowRight', 'p']) void press(key);
  await press('Shift');
  await expect(page.locator('#column-2')).toContainText('pinned');
  await idle(page);
  expect((await symbols(page))[1]).toBe(wanted);
  await expect(page.getByRole('heading', { name: 'Colours in bar 3' })).toBeVisible();
  await expectSaved(page);
});

test('keys are not held up for what never comes', THOROUGH, async ({ page }) => {
  await openNew(page, 'title: Rest\nkey: C\n| C | N.C. | G7 | C |\n');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('g');
  // There are no grips of no chord.
  for (const key of ['ArrowDown', 'Enter', 'ArrowRight', 'p']) await page.keyboard.press(key);
  await expect(page.locator('#column-2')).toContainText('pinned');
});

test('arrows inside a group of choices, the tabs or the neck never move the chord', THOROUGH, async ({ page }) => {
  await openNew(page, TUNE);
  const here = page.getByRole('option', { selected: true });
  await page.keyboard.press('ArrowRight');
  await expect(here).toHaveAttribute('id', 'column-1');
  await page.getByRole('tab', { name: 'Colour' }).focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  await expect(here).toHaveAttribute('id', 'column-1');
  await page.keyboard.press('w');
  // The first wish is at hand.
  const first = page.getByRole('group', { name: 'The top line' }).getByRole('button').first();
  await expect(first).toBeFocused();
  for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowRight');
  await expect(here).toHaveAttribute('id', 'column-1');
  await page.getByRole('group', { name: 'The neck', exact: true }).focus();
  await page.keyboard.press('ArrowRight');
  await expect(here).toHaveAttribute('id', 'column-1');
  // With Shift they select, wherever one is.
  await page.keyboard.press('Shift+ArrowRight');
  await expect(page.getByRole('option', { selected: true })).toHaveCount(2);
});

test('whatever has the focus shows it', THOROUGH, async ({ page }) => {
  await openNew(page, TUNE);
  await priced(page);
  const seen = new Set<string>();
  for (let i = 0; i < 40; i++) {
    await page.keyboard.press('Tab');
    const now = await page.evaluate(() => {
      const at = document.activeElement as HTMLElement;
      const shown = (one: Element | null) => {
        const { outlineStyle, outlineWidth } = getComputedStyle(one ?? at);
        return outlineStyle !== 'none' && parseFloat(outlineWidth) >= 1;
      };
      const isShown =
        shown(at) ||
        at.matches('input, [role=combobox]') ||
        shown(at.closest('.MuiSwitch-root')?.querySelector('.MuiSwitch-track') ?? null);
      return { name: `${at.tagName} ${at.getAttribute('aria-label') ?? at.textContent?.slice(0, 20)}`, isShown };
    });
    seen.add(now.name);
    expect([now.name, now.isShown]).toEqual([now.name, true]);
  }
  expect(seen.size).toBeGreaterThan(20);
});

test('Enter opens a detail, Space stops what was started a moment ago', THOROUGH, async ({ page }) => {
  await openNew(page, TUNE);
  const way = page.locator('.side-way');
  await way.locator('summary').focus();
  await page.keyboard.press('Enter');
  await expect(way.getByText('The whole tune')).toBeVisible();
  expect((await symbols(page))[0]).toBe('C 6');
  await page.keyboard.press('Space');
  await expect(way.getByText('The whole tune')).toBeHidden();
  await page.locator('#column-0').click();
  await page.keyboard.press('Space');
  await page.keyboard.press('Space');
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
  await expect(page.locator('.ground-playing')).toHaveCount(0);
  // Also with the focus on a button.
  await page.keyboard.press('Space');
  await page.locator('.ground-playing').waitFor();
  await page.getByRole('button', { name: 'Pin it' }).focus();
  await page.keyboard.press('Space');
  await expect(page.locator('.ground-playing')).toHaveCount(0);
  await expect(page.locator('#column-0')).not.toContainText('pinned');
});

test('a drag with the mouse takes exactly the bars under it, and the stage stays', THOROUGH, async ({ page }) => {
  await openNew(page, TUNE);
  const stage = page.locator('.stage');
  const boxes = await page.locator('.column').evaluateAll((all) =>
    all.map((one) => {
      const { left, right } = one.getBoundingClientRect();
      return { id: one.id, left, right };
    }),
  );
  const { x, y, width } = (await stage.boundingBox())!;
  const under = boxes.filter(({ right }) => right <= x + width);
  const [from, to] = [under[1]!, under.at(-1)!];
  const scrolled = () => stage.evaluate((element) => element.scrollLeft);
  const before = await scrolled();
  await page.mouse.move((from.left + from.right) / 2, y + 60);
  await page.mouse.down();
  await page.mouse.move((to.left + to.right) / 2, y + 60, { steps: 12 });
  await page.mouse.up();
  const selected = await page.getByRole('option', { selected: true }).evaluateAll((all) => all.map((one) => one.id));
  expect(selected).toEqual(under.slice(1).map((one) => one.id));
  expect(await scrolled()).toBe(before);
});

test(
  'after a reload it is the same bar, tab and nearness; so it is after a look at the chart',
  THOROUGH,
  async ({ page }) => {
    await openNew(page, TUNE);
    for (let i = 0; i < 5; i++) await page.keyboard.press('ArrowRight');
    await page.keyboard.press('Shift+ArrowRight');
    await page.keyboard.press('m');
    await page.keyboard.press('+');
    const heading = page.getByRole('heading', { name: 'Moves in bars 6 to 7' });
    await expect(heading).toBeVisible();
    const width = (await page.locator('#column-6').boundingBox())!.width;
    await page.reload();
    await idle(page);
    await expect(heading).toBeVisible();
    await expect.poll(async () => (await page.locator('#column-6').boundingBox())?.width).toBe(width);
    await page.getByRole('link', { name: 'Chart', exact: true }).click();
    await page.getByRole('button', { name: 'To the bench' }).click();
    await expect(heading).toBeVisible();
  },
);

test('flats, sharps and numerals are text, to be read aloud and copied', THOROUGH, async ({ page }) => {
  await openNew(page, 'title: Signs\nkey: Eb\n| Eb | F#dim7 | Fm7 | Bb7 |\n| Bm7b5 | Abm6 | Eb | % |\n');
  await priced(page);
  const copied = await page.evaluate(() => {
    const range = document.createRange();
    range.selectNodeContents(document.querySelector('#column-3 .column-head')!);
    getSelection()!.removeAllRanges();
    getSelection()!.addRange(range);
    return getSelection()!.toString();
  });
  expect(copied).toContain('B♭');
  const devtools = await page.context().newCDPSession(page);
  // The tree of what is read aloud follows the page a moment later.
  await expect(async () => {
    const { nodes } = (await devtools.send('Accessibility.getFullAXTree')) as {
      nodes: { role?: { value: string }; name?: { value: string } }[];
    };
    const named = (role: string) =>
      nodes.filter((node) => node.role?.value === role).map(({ name }) => name?.value ?? '');
    // A column: its bar, the chart, the chord, its numeral and its grip.
    expect(named('option')[5]).toMatch(/^6 A♭m6 A flat minor 6\S* iv .*[-x\d]+/);
    // An option: its chord, its reason, its grip and its price.
    expect(named('button').filter((name) => /^E flat .* adds .* [-x\d]{9,} [+−]?\d/.test(name)).length).toBeGreaterThan(
      2,
    );
    // A move: its reason too.
    expect(named('button').some((name) => /^.*♭.* strays \d of 5 .*\. .+ [+−]?\d/.test(name))).toBe(true);
  }).toPass({ timeout: 10_000 });
});

test('what is tried and done is said once', THOROUGH, async ({ page }) => {
  await openNew(page, TUNE);
  await priced(page);
  await page.evaluate(() => {
    const said: string[] = [];
    Object.assign(window, { said });
    const region = document.querySelector('p.visually-hidden[role=status]')!;
    new MutationObserver(() => said.push(region.textContent ?? '')).observe(region, {
      childList: true,
      characterData: true,
      subtree: true,
    });
  });
  const said = () => page.evaluate(() => (window as unknown as { said: string[] }).said.filter(Boolean));
  await page.keyboard.press('ArrowDown');
  await expect.poll(said).toHaveLength(1);
  expect((await said())[0]).toMatch(/^Trying C, [+−]?[\d.]+: (no other grip changes|\d+ other grips? changes?)\.$/);
  await page.keyboard.press('Enter');
  await idle(page);
  await expect.poll(said).toHaveLength(2);
  expect((await said())[1]).toBe('Done: C in bar 1.');
  await page.keyboard.press('p');
  await expect.poll(said).toHaveLength(3);
  expect((await said())[2]).toBe('Done: pinning the grip in bar 1.');
});

/** A finger on the page. */
function finger(devtools: CDPSession) {
  const send = (type: 'touchStart' | 'touchMove' | 'touchEnd', x = 0, y = 0) =>
    devtools.send('Input.dispatchTouchEvent', { type, touchPoints: type === 'touchEnd' ? [] : [{ x, y }] });
  return {
    down: (x: number, y: number) => send('touchStart', x, y),
    move: (x: number, y: number) => send('touchMove', x, y),
    up: () => send('touchEnd'),
  };
}

test('on a phone the options come up over the neck; a tap tries, a second keeps', async ({
  browser,
  baseURL,
  page,
}) => {
  const id = await newTune(page, TUNE);
  const phone = await browser.newContext({
    baseURL: baseURL!,
    hasTouch: true,
    isMobile: true,
    viewport: { width: 390, height: 844 },
  });
  const touched = await phone.newPage();
  await asOneWhoReadIt(touched);
  await openBench(touched, id);
  const colours = touched.getByRole('list', { name: 'Colours' });
  await expect(colours).toBeHidden();
  await touched.locator('#column-1').tap();
  await touched.getByRole('tab', { name: 'Colour' }).tap();
  await priced(touched);
  const third = colours.getByRole('listitem').nth(2).locator('.option-keep');
  await expect(third).toBeInViewport();
  await expect(touched.locator('#column-1 .symbol')).toBeInViewport();
  await third.tap();
  await expect(touched.locator('.take-status')).toContainText('Trying');
  await expect(touched.locator('#column-1')).not.toContainText('chosen');
  await third.tap();
  await idle(touched);
  await expect(touched.locator('#column-1 .column-pin')).toHaveText('chosen');
  // The tab puts them away, and the neck is there again.
  await touched.getByRole('tab', { name: 'Colour' }).tap();
  await expect(colours).toBeHidden();
  await expect(touched.getByRole('group', { name: 'The neck', exact: true })).toBeInViewport();
  // Nothing of it is below the fold.
  expect(await touched.locator('.place').evaluate((place) => place.scrollHeight - place.clientHeight)).toBe(0);
  await phone.close();
});

test(
  'a finger selects bars by a long press and a drag, or with the switch for it; else it scrolls',
  THOROUGH,
  async ({ browser, baseURL, page }) => {
    const id = await newTune(page, TUNE);
    const tablet = await browser.newContext({
      baseURL: baseURL!,
      hasTouch: true,
      isMobile: true,
      viewport: { width: 820, height: 1180 },
    });
    const touched = await tablet.newPage();
    await asOneWhoReadIt(touched);
    await openBench(touched, id);
    const middle = async (n: number) => {
      const { x, y, width } = (await touched.locator(`#column-${n}`).boundingBox())!;
      return [x + width / 2, y + 60] as const;
    };
    const selected = () =>
      touched.getByRole('option', { selected: true }).evaluateAll((all) => all.map(({ id: name }) => name));
    const one = finger(await tablet.newCDPSession(touched));
    const [from, to] = [await middle(1), await middle(3)];
    await one.down(...from);
    await expect.poll(selected).toEqual(['column-1']);
    for (let step = 1; step <= 8; step++) await one.move(from[0] + ((to[0] - from[0]) * step) / 8, from[1]);
    await one.up();
    expect(await selected()).toEqual(['column-1', 'column-2', 'column-3']);
    expect(await touched.locator('.stage').evaluate((stage) => stage.scrollLeft)).toBe(0);
    // The switch.
    await touched.locator('#column-0').tap();
    await expect.poll(selected).toEqual(['column-0']);
    await touched.getByRole('button', { name: 'Select several chords' }).tap();
    await touched.locator('#column-2').tap();
    await expect.poll(selected).toEqual(['column-0', 'column-1', 'column-2']);
    // A swipe stays on the page.
    const overscroll = () => touched.evaluate(() => getComputedStyle(document.documentElement).overscrollBehaviorX);
    expect(await overscroll()).toBe('none');
    await tablet.close();
  },
);

test(
  'another window shows what the first did, chart and take, without a reload',
  THOROUGH,
  async ({ page, context }) => {
    const id = await openNew(page, TUNE);
    const other = await context.newPage();
    await openBench(other, id);
    await page.keyboard.press('p');
    await expect(other.locator('#column-0')).toContainText('pinned');
    await page.getByRole('link', { name: 'Chart', exact: true }).click();
    await typeChart(page, TUNE.replace('| C | Am7', '| Ebmaj7 | Am7'));
    await expect(other.locator('#column-0')).toContainText('E♭');
    await other.close();
  },
);

test('a new tune leads into its text, and says what to type', THOROUGH, async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New tune', exact: true }).click();
  await page.waitForURL(/\/chart$/);
  await expect(page.getByRole('textbox', { name: 'Chart text' })).toBeFocused();
  await expect(page.locator('.bar')).toHaveCount(0);
  await page.keyboard.type('| F | Bb | C7 | F |');
  await expect(page.locator('.bar')).toHaveCount(4);
  await expect(gripInHand(page)).toHaveCount(0);
});
