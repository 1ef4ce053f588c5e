import { readFileSync } from 'node:fs';
import { parseMidi } from 'midi-file';
import { expect, idle, test } from './player.ts';

/* A tune with a melody: it runs on top of the voices, is heard, and goes along in files. */

test('the melody of a tune runs over its chords, says what each note is there, and is heard and written with them', async ({
  page,
}) => {
  await page.goto('/');
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
