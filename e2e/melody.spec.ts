import { readFileSync } from 'node:fs';
import { parseMidi } from 'midi-file';
import type { Page } from '@playwright/test';
import { expect, expectSaved, idle, newTune, openBench, priced, showStave, test } from './player.ts';

/* A tune with a melody: it runs on top of the voices, is heard, and goes along in files. */

test('the melody of a tune runs over its chords, says what each note is there, and is heard and written with them', async ({
  page,
}) => {
  await page.goto('/');
  // Other tunes may have come since, and a long shelf shows its first.
  await page.getByLabel('Find a tune').fill('Lamplighter');
  await page.locator('.shelf-link', { hasText: 'Lamplighter' }).click();
  await page.waitForURL(/tunes/);
  await page.goto(page.url().replace(/\/[^/]*$/, '/bench'));
  await idle(page);
  const first = page.locator('#column-1 .sung');
  await expect(first).toHaveCount(4);
  await expect(first.locator('title').nth(1)).toHaveText(/^C♯5, 9: a /);
  await expect(first.locator('title').first()).toHaveText('B4, 1: a tone of the chord');
  await page.getByRole('button', { name: 'Volume' }).click();
  await expect(page.getByRole('group', { name: 'Melody' })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Take it away' }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('menuitem', { name: 'MIDI file' }).click();
  const { tracks } = parseMidi(readFileSync(await (await download).path()));
  const names = tracks.flatMap((track) => track.flatMap((event) => (event.type === 'trackName' ? [event.text] : [])));
  expect(names).toContain('Melody');
  const track = tracks[names.indexOf('Melody')]!;
  expect(track.filter(({ type }) => type === 'noteOn')).toHaveLength(122);
  await page.keyboard.press('r');
  await expect(page.getByRole('switch', { name: 'Room where the melody moves' })).toBeVisible();
});

const CLASHING = `title: Low Water
key: C
| C | Fmaj9 | G7 | C |
`;
/** Puts whole notes in on the stave, by their letters. */
async function sing(page: Page, id: string, letters: string) {
  await page.goto(`/tunes/${id}/chart`);
  await showStave(page);
  await page.keyboard.press('1');
  for (const letter of letters) await page.keyboard.press(letter);
  await expectSaved(page);
}

test('a clash is told, listed, and mended by a click: the chord, or the melody, which can be taken back', async ({
  page,
}) => {
  const id = await newTune(page, CLASHING);
  await sing(page, id, 'cffe');
  await openBench(page, id);
  const told = page.getByRole('button', { name: '1 note clashes with the melody' });
  await told.click();
  const clash = page.getByRole('region', { name: 'Clash with the melody' });
  await expect(clash).toContainText('the root lies a half step above the 7');
  await expect(page.getByRole('heading', { name: /^Colours in bar 2/ })).toBeVisible();
  // What clashes stands last among the colours, and says so.
  await priced(page);
  const rows = page.getByRole('list', { name: 'Colours' }).locator('.option');
  await expect(rows.last()).toContainText('clashes with F5 in bar 2');
  await expect(rows.first()).not.toContainText('clashes with');
  await page.getByRole('switch', { name: /^Melody first/ }).click();
  await expect(page.getByRole('list', { name: 'Colours' })).not.toContainText('clashes with');
  // The melody gives way, and is put back.
  await clash.getByRole('button', { name: /in the melody/ }).click();
  // What lies under the pointer then would be tried.
  await page.mouse.move(620, 20);
  await expect(page.getByText('nothing clashes with the melody')).toBeVisible();
  await page.getByRole('button', { name: 'Undo', exact: true }).last().click();
  await expect(told).toBeVisible();
  // The chord gives way, once it is known what that costs.
  await priced(page);
  await expect(clash.locator('.option-price').first()).toHaveText(/\d/);
  await clash.locator('.option-keep').first().click();
  await page.mouse.move(620, 20);
  await idle(page);
  await expect(page.getByText('nothing clashes with the melody')).toBeVisible();
  await expect(page.locator('#column-1 .symbol').first()).toHaveAttribute('aria-label', /^F /);
  await page.reload();
  await expect(page.getByText('nothing clashes with the melody')).toBeVisible();
});
