import type { Page } from '@playwright/test';
import { expect, newTune, openBench, openNew, priced, showStave, test } from './player.ts';
import { hardToHit, overflow, overprinted, pastItsEnd, SPACING, touched } from './looks.ts';
import { THOROUGH } from './thorough.ts';

/* No text over another, nothing over the edge: on every screen, with wide text spacing, enlarged twice. */

const TUNE =
  'title: A tune with rather a long title\nkey: Db\nmeter: 3/4\ntempo: 132\nfeel: swing\n[A]\n| Dbmaj7 | Bbm7 | Ebm7b5/Bbb | Ab13b9 |\n| Gbmaj7#11 | Gbm6 | Fm7 Bb7 | Ebm7 Ab7 |\n'.replace(
    'Bbb',
    'A',
  );

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
  await page.addInitScript((spacing) => {
    const sheet = new CSSStyleSheet();
    sheet.replaceSync(spacing);
    document.adoptedStyleSheets = [sheet];
  }, SPACING);
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
