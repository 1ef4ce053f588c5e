import type { Page } from '@playwright/test';
import { expect, newTune, openBench, openNew, priced, showStave, test } from './player.ts';
import { THOROUGH } from './thorough.ts';

/* No text over another, nothing over the edge: on every screen, with wide text spacing, enlarged twice. */

const TUNE =
  'title: A tune with rather a long title\nkey: Db\nmeter: 3/4\ntempo: 132\nfeel: swing\n[A]\n| Dbmaj7 | Bbm7 | Ebm7b5/Bbb | Ab13b9 |\n| Gbmaj7#11 | Gbm6 | Fm7 Bb7 | Ebm7 Ab7 |\n'.replace(
    'Bbb',
    'A',
  );

/** Pairs of texts that lie over each other by more than a hair, as they are seen: cut to what scrolls and what is sticky. */
const overprinted = (page: Page) =>
  page.evaluate(() => {
    interface Text {
      readonly of: Element;
      readonly text: string;
      readonly box: DOMRect;
    }
    const HAIR = 2;
    const meet = (a: DOMRect, b: DOMRect) => {
      const [x, y] = [Math.max(a.left, b.left), Math.max(a.top, b.top)];
      return new DOMRect(
        x,
        y,
        Math.max(0, Math.min(a.right, b.right) - x),
        Math.max(0, Math.min(a.bottom, b.bottom) - y),
      );
    };
    const scale = document.querySelector('.stage-scale')?.getBoundingClientRect();
    const seen = (of: Element, box: DOMRect): DOMRect => {
      let cut = meet(box, new DOMRect(0, 0, innerWidth, innerHeight));
      for (let up: Element | null = of; up; up = up.parentElement) {
        if (getComputedStyle(up).overflow !== 'visible') cut = meet(cut, up.getBoundingClientRect());
        if (scale && up.matches('.stage-track')) cut = meet(cut, new DOMRect(scale.right, 0, innerWidth, innerHeight));
      }
      return cut;
    };
    const open = [...document.querySelectorAll('[role=dialog]')].at(-1);
    const texts: Text[] = [];
    const walker = document.createTreeWalker(open ?? document.body, NodeFilter.SHOW_TEXT);
    for (let node = walker.nextNode(); node; node = walker.nextNode()) {
      const of = node.parentElement!;
      if (!node.textContent?.trim() || of.closest('svg, .visually-hidden, .skip, script, style, title, .sign-text'))
        continue;
      if (!of.checkVisibility({ opacityProperty: true, visibilityProperty: true })) continue;
      const range = document.createRange();
      range.selectNodeContents(node);
      for (const box of range.getClientRects()) {
        // Lines of type are taller than what is drawn of them.
        const drawn = new DOMRect(box.left, box.top + box.height * 0.2, box.width, box.height * 0.6);
        const cut = seen(of, drawn);
        if (cut.width > HAIR && cut.height > HAIR) texts.push({ of, text: node.textContent.trim(), box: cut });
      }
    }
    const found: string[] = [];
    texts.forEach((a, i) =>
      texts.slice(i + 1).forEach((b) => {
        if (a.of.contains(b.of) || b.of.contains(a.of)) return;
        const { width, height } = meet(a.box, b.box);
        if (width > HAIR && height > HAIR) found.push(`${a.text} × ${b.text}`);
      }),
    );
    return [...new Set(found)];
  });
const overflow = (page: Page) => page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
/** How far a place can be scrolled past all that is seen of it: for words that are only to be read aloud. */
const pastItsEnd = (page: Page) =>
  page.evaluate(() => {
    const place = document.querySelector('.place, .stand-main')!;
    const withWords = place.scrollHeight;
    const words = [...place.querySelectorAll<HTMLElement>('.visually-hidden')];
    for (const { style } of words) style.display = 'none';
    const seen = place.scrollHeight;
    for (const { style } of words) style.display = '';
    return withWords - seen;
  });

/** What a finger is to hit, and is smaller than 40 px either way; links within a text are as high as its lines (WCAG 2.2, 2.5.8). */
const hardToHit = (page: Page) =>
  page.evaluate(() => {
    const LEAST = 40;
    const HAIR = 0.6;
    const open = [...document.querySelectorAll('[role=dialog], [role=menu]')].at(-1);
    const all = (open ?? document).querySelectorAll<HTMLElement>(
      'a[href], button, select, input:not([type=file]), textarea, [role=button], [role=tab], [role=option], [role=menuitem], [role=combobox]',
    );
    const small = [...all].flatMap((one) => {
      if (one.closest('svg, .visually-hidden, .skip, .cm-editor') || !one.checkVisibility({ visibilityProperty: true }))
        return [];
      if ((one as HTMLButtonElement).disabled || getComputedStyle(one).display === 'inline') return [];
      // A field is hit by its frame, a switch and a box by their words, a dial anywhere along it.
      const hit = one.closest('.MuiInputBase-root, .MuiSlider-root, label') ?? one;
      const { width, height } = hit.getBoundingClientRect();
      if (width === 0 || height === 0 || (width >= LEAST - HAIR && height >= LEAST - HAIR)) return [];
      const name = one.getAttribute('aria-label') ?? (one.textContent || one.className);
      return [`${name.trim().slice(0, 30)}: ${Math.round(width)} by ${Math.round(height)}`];
    });
    return [...new Set(small)];
  });

/** Looks at every place, and at every tab of the bench. */
async function lookedAt(
  page: Page,
  id: string,
  byFinger = false,
): Promise<Readonly<Record<string, readonly string[]>>> {
  const seen: Record<string, readonly string[]> = {};
  const look = async (name: string) => {
    seen[name] = [
      ...(await overprinted(page)),
      ...((await overflow(page)) > 0 ? ['it runs over the edge'] : []),
      ...((await pastItsEnd(page)) > 0 ? ['it scrolls past its end'] : []),
      ...(byFinger ? await hardToHit(page) : []),
    ];
  };
  await openBench(page, id);
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  for (const tab of ['Colour', 'Moves', 'Grip', 'Voices', 'Wishes']) {
    const one = page.getByRole('tab', { name: tab });
    await one.click();
    if ((await page.locator('#options-panel').isHidden()) && tab !== 'Colour') await one.click();
    await priced(page);
    await look(`bench, ${tab}`);
  }
  for (const [name, address] of [
    ['shelf', '/'],
    ['chart', `/tunes/${id}/chart`],
    ['takes', `/tunes/${id}/takes`],
    ['grips', `/grips?tune=${id}`],
    ['moves', `/moves?tune=${id}`],
    ['practice', `/practice?tune=${id}`],
    ['log', '/practice?show=log'],
    ['player', `/players?tune=${id}`],
    ['keeping', '/keeping'],
    ['history', `/tunes/${id}/history`],
    ['sheet', `/tunes/${id}/sheet`],
  ] as const) {
    await page.goto(address);
    await expect(page.locator('.save')).toHaveText('saved');
    if (name === 'chart') await expect(page.locator('.cm-editor')).toBeVisible();
    if (name === 'takes') await expect(page.locator('.pair-column').first()).toBeVisible();
    if (name === 'grips') await expect(page.locator('.around')).toHaveAttribute('aria-busy', 'false');
    if (name === 'moves') await expect(page.locator('.strip li').first()).toBeVisible();
    if (name === 'practice') await expect(page.locator('.plan-step').first()).toBeVisible();
    if (name === 'sheet') await expect(page.locator('.sheet-symbol').first()).toBeVisible();
    if (name === 'player') await expect(page.locator('.players-holds')).toHaveAttribute('aria-busy', 'false');
    await look(name);
  }
  await page.goto(`/practice?tune=${id}`);
  await page.locator('.plan-part', { hasText: 'Changes' }).locator('.plan-step').first().click();
  await expect(page.locator('.stand-now .grip-diagram')).toBeVisible();
  await look('stand');
  await page.goto(`/tunes/${id}/chart`);
  await showStave(page);
  await look('chart, the stave open');
  await page.getByRole('button', { name: 'Melody', exact: true }).click();
  await page.goto('/import');
  await page
    .getByLabel('A file to import')
    .setInputFiles({ name: 'two.abc', mimeType: 'text/plain', buffer: Buffer.from(ABC) });
  await expect(page.locator('.stave svg').first()).toBeVisible();
  await look('import');
  return seen;
}
const ABC =
  'X:1\nT:A file with rather a long title\nM:3/4\nL:1/8\nK:Db\n"Dbmaj7"DEFGAB|"Ab13b9"{c}c6|\nw:la la\n\nX:2\nT:Another\nK:C\nCDEF|\n';
const faultless = (seen: Readonly<Record<string, readonly string[]>>) =>
  Object.fromEntries(Object.keys(seen).map((name) => [name, []]));

/** Makes the page one that is worked by fingers. */
async function touched(page: Page): Promise<void> {
  const devtools = await page.context().newCDPSession(page);
  await devtools.send('Emulation.setTouchEmulationEnabled', { enabled: true });
  await expect.poll(() => page.evaluate(() => matchMedia('(pointer: coarse)').matches)).toBe(true);
}

/** The narrowest each time: most goes wrong there. */
const SIZES = [
  [390, 844, {}],
  [1280, 800, THOROUGH],
  [820, 1180, THOROUGH],
  [1180, 820, THOROUGH],
  [1024, 768, THOROUGH],
] as const;
for (const [width, height, when] of SIZES)
  test(
    `at ${width} by ${height} no text lies over another, nothing runs over the edge, and a finger hits what it is to hit`,
    when,
    async ({ page }) => {
      const id = await newTune(page, TUNE);
      await page.setViewportSize({ width, height });
      const isSmall = width < 1200;
      if (isSmall) await touched(page);
      const seen = await lookedAt(page, id, isSmall);
      expect(seen).toEqual(faultless(seen));
    },
  );

test('a text over another is found', async ({ page }) => {
  await openNew(page, TUNE);
  await page.evaluate(() => {
    const over = document.createElement('p');
    over.textContent = 'over it';
    const { left, top } = document.querySelector('h2')!.getBoundingClientRect();
    Object.assign(over.style, { position: 'fixed', left: `${left}px`, top: `${top}px`, margin: 0 });
    document.body.append(over);
  });
  expect((await overprinted(page)).some((pair) => pair.includes('over it'))).toBe(true);
});

test('nor does any with wide text spacing', THOROUGH, async ({ page }) => {
  const id = await newTune(page, TUNE);
  // WCAG 2.2, success criterion 1.4.12.
  await page.addInitScript(() => {
    const sheet = new CSSStyleSheet();
    sheet.replaceSync(
      '* { line-height: 1.5 !important; letter-spacing: 0.12em !important; word-spacing: 0.16em !important; } p { margin-bottom: 2em !important; }',
    );
    document.adoptedStyleSheets = [sheet];
  });
  const seen = await lookedAt(page, id);
  expect(seen).toEqual(faultless(seen));
});

test('nor enlarged twice', THOROUGH, async ({ page }) => {
  const id = await newTune(page, TUNE);
  // 1280 by 800 at 200 % is laid out as half of each.
  await page.setViewportSize({ width: 640, height: 400 });
  const seen = await lookedAt(page, id);
  expect(seen).toEqual(faultless(seen));
});
