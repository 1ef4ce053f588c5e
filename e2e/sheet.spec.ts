import { readFile } from 'node:fs/promises';
import type { Page } from '@playwright/test';
import { axeClean, expect, newTune, test } from './player.ts';
import { THOROUGH } from './thorough.ts';

const WALTZ = `title: Rope Walk
key: G
meter: 3/4
tempo: 90

[A]
|: G | Em | Am | D7 :|
> Coil it | down and | lay it | by
[B]
| C | C | G | D7 |

melody:
L:1/4
B2 c | d2 B | c2 A | F3 | e2 d | c2 B | A2 F | G3 |
`;

/** Brings a tune in with its melody. Returns its id. */
async function bringIn(page: Page, text: string): Promise<string> {
  await page.goto('/import');
  await page
    .getByLabel('A file to import')
    .setInputFiles({ name: 'tune.txt', mimeType: 'text/plain', buffer: Buffer.from(text) });
  await page.getByRole('button', { name: 'Put it on the shelf' }).click();
  await page.waitForURL(/\/tunes\/[^/]+\/chart/);
  return /tunes\/([^/]+)/.exec(page.url())![1]!;
}

/** The sheet of a tune, set. */
async function openSheet(page: Page, id: string): Promise<void> {
  await page.goto(`/tunes/${id}/sheet`);
  await expect(page.locator('.sheet-symbol').first()).toBeVisible();
}
const choose = (page: Page, name: string) => page.getByRole('button', { name, exact: true }).click();
const staves = (page: Page) => page.locator('.sheet-page .vf-stave');

test('each way to put a tune on paper shows what it says, and is remembered', async ({ page }) => {
  const id = await bringIn(page, WALTZ);
  await openSheet(page, id);
  await expect(page.locator('.vf-stavenote').first()).toBeVisible();
  await expect(page.locator('.vf-tabnote').first()).toBeVisible();

  await choose(page, 'Everything');
  await expect(page.locator('.grip-diagram').first()).toBeVisible();
  await expect(page.getByText('Coil it')).toBeVisible();
  const all = await staves(page).count();
  await choose(page, 'Lead sheet');
  await expect(page.locator('.vf-tabnote')).toHaveCount(0);
  await expect(page.getByText('Coil it')).toBeVisible();
  expect(await staves(page).count()).toBeLessThan(all);

  await page.keyboard.press('1');
  await expect(page.locator('.vf-stavenote')).toHaveCount(0);
  // The repeat is the same chords twice: it stands once.
  await expect(page.locator('.sheet-symbol')).toHaveCount(8);
  await page.keyboard.press('7');
  await expect(page.getByText(/^bars? 1/)).toBeVisible();

  await page.reload();
  await expect(page.getByRole('button', { name: 'All grips', pressed: true })).toBeVisible();
  await expect(page.locator('.grip-diagram').first()).toBeVisible();
  await choose(page, 'Stave and tab');
});

/** Pages of a PDF, and the size of the first, in points. */
function told(pdf: Buffer) {
  const text = pdf.toString('latin1');
  const [, width, height] = /\/MediaBox \[0 0 ([\d.]+) ([\d.]+)\]/.exec(text)!;
  return {
    pages: text.match(/\/Type \/Page\b/g)!.length,
    width: Math.round(Number(width)),
    height: Math.round(Number(height)),
  };
}

test('it prints as pages of paper, black on white even in the dark, and on one page where it fits', async ({
  page,
}) => {
  await page.emulateMedia({ colorScheme: 'dark' });
  const id = await newTune(page, WALTZ.replace('Rope Walk', 'Rope Walk at Night'));
  await openSheet(page, id);
  await choose(page, 'Everything');
  await expect(page.locator('.grip-diagram').first()).toBeVisible();
  const print = () => page.pdf({ preferCSSPageSize: true, printBackground: true });
  const shown = await page.locator('.sheet-page').count();
  const usual = told(await print());
  expect(usual).toEqual({ pages: shown, width: 595, height: 842 });

  await page.getByLabel('Paper').click();
  await page.getByRole('option', { name: 'Letter' }).click();
  await page.getByLabel('Type').click();
  await page.getByRole('option', { name: 'for two metres' }).click();
  await expect.poll(() => page.locator('.sheet-page').count()).toBeGreaterThan(1);
  const large = told(await print());
  expect(large).toMatchObject({ width: 612, height: 792 });
  expect(large.pages).toBeGreaterThan(1);
  await page.getByLabel('One page, if it fits').check();
  await expect(page.locator('.sheet-page')).toHaveCount(1);
  expect(told(await print()).pages).toBe(1);

  await page.emulateMedia({ media: 'print', colorScheme: 'dark' });
  const look = await page.locator('.sheet-page').evaluate((sheet) => {
    const { color, backgroundColor } = getComputedStyle(sheet);
    return { color, backgroundColor };
  });
  expect(look).toEqual({ color: 'rgb(0, 0, 0)', backgroundColor: 'rgb(255, 255, 255)' });
  await expect(page.getByRole('button', { name: 'Print' })).toBeHidden();
});

test('at the stand a page fills the screen; keys and what plays turn it, and the sounding bar is lit', async ({
  page,
}) => {
  const id = await newTune(
    page,
    `title: Long Haul\nkey: C\ntempo: 300\n| ${Array.from({ length: 8 }, () => 'C | Am | Dm | G7').join(' |\n| ')} |\n`,
  );
  await openSheet(page, id);
  await page.keyboard.press('f');
  const stand = page.getByRole('region', { name: 'At the stand' });
  await expect(stand.getByRole('status')).toHaveText(/^1 of [2-9]/);
  await page.keyboard.press('ArrowRight');
  await expect(stand.getByRole('status')).toHaveText(/^2 of/);
  await page.keyboard.press('PageUp');
  await expect(stand.getByRole('status')).toHaveText(/^1 of/);
  await page.keyboard.press('Space');
  await expect(stand.locator('.sheet-sounds').first()).toBeVisible();
  await expect(stand.getByRole('status')).toHaveText(/^2 of/);
  await page.keyboard.press('Space');
  await expect(stand.locator('.sheet-sounds')).toHaveCount(0);
  await stand.getByRole('button', { name: 'Page back' }).click();
  await expect(stand.getByRole('status')).toHaveText(/^1 of/);
  await page.keyboard.press('Escape');
  await expect(stand).toHaveCount(0);
});

test(
  'what is odd makes a right sheet or is said: no melody, a title of markup, no chord, 400 bars',
  THOROUGH,
  async ({ page }) => {
    const title = '<b onclick=alert(1)>Odd</b>';
    const id = await newTune(page, `title: ${title}\nkey: C\n| C | N.C. | N.C. . C | G7 |\n`);
    await openSheet(page, id);
    await expect(page.locator('.sheet-title')).toHaveText(title);
    await choose(page, 'Lead sheet');
    await expect(page.getByRole('alert')).toContainText('This tune has no melody yet');
    await expect(page.locator('.vf-stavenote').first()).toBeVisible();
    await choose(page, 'Chart');
    await expect(page.locator('.sheet-symbol').filter({ hasText: 'N.C.' }).first()).toBeVisible();
    await axeClean(page);

    const bars = Array.from({ length: 100 }, () => '| C | F | Dm | G7 |').join('\n');
    const long = await newTune(page, `title: Four Hundred\nkey: C\n${bars}\n`);
    await openSheet(page, long);
    await choose(page, 'Stave and tab');
    await expect(page.locator('.vf-stave')).toHaveCount(800);
    const last = page.locator('.sheet-page').last();
    await expect(last).toContainText(/of \d+/);
  },
);

test('it goes out as files that others read, what they cannot carry said before; drawn pages need nothing else', async ({
  page,
}, { outputDir }) => {
  const id = await bringIn(page, WALTZ.replace('Rope Walk', 'Rope <b>& Walk</b>'));
  await openSheet(page, id);
  await choose(page, 'Everything');
  await expect(page.locator('.vf-tabnote').first()).toBeVisible();
  const saved = async (name: RegExp) => {
    await page.keyboard.press('e');
    const dialog = page.getByRole('dialog', { name: 'Export' });
    await dialog.getByRole('radio', { name }).check();
    const said = await dialog.getByRole('status').innerText();
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      dialog.getByRole('button', { name: 'Save' }).click(),
    ]);
    const path = `${outputDir}/${file.suggestedFilename()}`;
    await file.saveAs(path);
    await expect(dialog).toHaveCount(0);
    return { path, said, text: await readFile(path, 'utf8') };
  };
  const xml = await saved(/^MusicXML .musicxml/);
  expect(xml.text).toContain('<frame-strings>6</frame-strings>');
  expect(xml.text).toContain('<work-title>Rope &lt;b&gt;&amp; Walk&lt;/b&gt;</work-title>');
  expect(xml.said).toContain('how fast a stroke goes over the strings');
  const tab = await saved(/^Text tab/);
  expect(tab.text).toMatch(/^e\|/m);
  expect(tab.said).toContain('notes of the melody');
  expect((await saved(/^MIDI/)).text.slice(0, 4)).toBe('MThd');
  const pro = await saved(/^ChordPro/);
  expect(pro.text).toContain('{define: ');
  expect(pro.text).toMatch(/^\|: G\S* \. \. \| .* :\|$/m);
  expect(pro.text).toMatch(/\[G\S*\]Coil it/);
  expect(pro.said).toContain('notes of the melody');
  expect((await saved(/^Voices as SVG/)).text).toContain('<path');
  expect((await saved(/^Grips as SVG/)).text.slice(0, 2)).toBe('PK');
  expect((await saved(/^Sound/)).text.slice(0, 4)).toBe('RIFF');
  const json = await saved(/^Tune as JSON/);
  expect(JSON.parse(json.text)).toMatchObject({ format: 'yellow-heron-tune', takes: [{ name: 'Take 1' }] });

  for (const name of [/^Web page/, /^SVG/]) {
    const { path, text } = await saved(name);
    expect(text).not.toContain('<script');
    expect(text).not.toMatch(/(src|href)="?https?:/);
    const alone = await page.context().newPage();
    const asked: string[] = [];
    alone.on('request', (request) => asked.push(request.url()));
    await alone.goto(`file://${path}`);
    await expect(alone.locator('.sheet-title')).toHaveText('Rope <b>& Walk</b>');
    const fonts = () => [...document.fonts].filter(({ status }) => status === 'loaded').map(({ family }) => family);
    await expect.poll(async () => (await alone.evaluate(fonts)).length).toBe(3);
    expect(asked.filter((url) => !/^(file|data):/.test(url))).toEqual([]);
    await alone.close();
  }
});
