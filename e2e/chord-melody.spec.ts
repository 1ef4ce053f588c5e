import type { Page } from '@playwright/test';
import { expect, expectSaved, newTune, openBench, test } from './player.ts';
import { THOROUGH } from './thorough.ts';

/* The tune itself on the guitar: chosen on the bench, its notes on top of grips, those between seen and heard. */

const TUNE = `title: Night Ferry
key: F
meter: 4/4
tempo: 90
| F | C7 | F | Bb |
`;
const NOTES = 'melody:\nL:1/4\nF F F A | G F G A | F F A c | d4 |\n';

/** The tune with its notes on the stave; its id. The chart is open. */
async function newSung(page: Page): Promise<string> {
  const id = await newTune(page, TUNE);
  await page.goto(`/tunes/${id}/chart`);
  await page.getByRole('textbox', { name: 'Chart text' }).click();
  await page.keyboard.press('Control+End');
  await page.keyboard.insertText(NOTES);
  await page.getByRole('button', { name: 'Put it on the stave' }).click();
  return id;
}

test('chord-melody is chosen, carries the tune on top, and is undone and kept', async ({ page }) => {
  const id = await newSung(page);
  await expect(page.locator('.melody-range')).toHaveText(/^13 notes/);
  await expectSaved(page);
  await openBench(page, id);
  const columns = page.locator('.column');
  await expect(columns).toHaveCount(4);
  await page.keyboard.press('w');
  const tune = page.getByRole('region', { name: 'The tune itself' });
  await tune.getByRole('button', { name: 'chord-melody' }).click();
  await expect(page.locator('.bench[aria-busy=false]')).toBeVisible();
  // Strong beats get grips: two a bar but where the chord's note is long.
  await expect(columns).toHaveCount(7);
  await expect(tune.getByText(/^13 of 13 notes can be carried/)).toBeVisible();
  await expect(page.locator('#column-0 .sung-head')).toHaveCount(2);
  await expect(page.locator('#column-0 .sung-free .sung-head')).toHaveCount(1);
  await expect(page.locator('.hand-next')).toHaveText(/^then F4 on string/);
  await expect(page.locator('.neck-between')).toHaveCount(1);
  // Every note gets one.
  await tune.getByRole('button', { name: 'every note' }).click();
  await expect(columns).toHaveCount(13);
  await expect(page.locator('.sung-free .sung-head')).toHaveCount(0);
  await page.getByRole('button', { name: /^Undo: other notes get grips/ }).click();
  await expect(columns).toHaveCount(7);
  await expectSaved(page);
  await page.reload();
  await expect(columns).toHaveCount(7);
  // One bar accompanies, within.
  await page.locator('#column-2').click();
  await page.locator('#column-3').click({ modifiers: ['Shift'] });
  await page.keyboard.press('w');
  await tune.getByRole('button', { name: 'accompanies' }).click();
  await expect(columns).toHaveCount(6);
  await page.getByRole('button', { name: /^Undo: accompaniment in bar 2/ }).click();
  await expect(columns).toHaveCount(7);
  // And out of the whole of it again.
  await page.locator('#column-0').click();
  await tune.getByRole('button', { name: 'accompanies' }).click();
  await expect(columns).toHaveCount(4);
});

test(
  'a grip is pinned under a note of the tune, and what is too high is said by its note',
  THOROUGH,
  async ({ page }) => {
    const id = await newTune(page, 'title: Spar\nkey: C\n| C | G7 | C |\n');
    await page.goto(`/tunes/${id}/chart`);
    await page.getByRole('textbox', { name: 'Chart text' }).click();
    await page.keyboard.press('Control+End');
    await page.keyboard.insertText('melody:\nE4 G4 | F8 | E8 |\n');
    await page.getByRole('button', { name: 'Put it on the stave' }).click();
    await expectSaved(page);
    await openBench(page, id);
    await page.keyboard.press('w');
    const tune = page.getByRole('region', { name: 'The tune itself' });
    await tune.getByRole('button', { name: 'chord-melody' }).click();
    await expect(page.locator('.column')).toHaveCount(4);
    await page.locator('#column-1').click();
    await page.keyboard.press('g');
    const rows = page.getByRole('list', { name: 'Grips' }).getByRole('listitem');
    await expect(rows.nth(3)).toBeVisible();
    const chosen = await rows.nth(3).locator('b').innerText();
    await rows.nth(3).locator('.option-keep').click();
    await expect(page.locator('#column-1 .column-grip')).toHaveText(chosen);
    await expect(page.locator('#column-1 .column-pin')).toHaveText('pinned');
    await page.keyboard.press('w');
    await tune.getByRole('button', { name: '2 up' }).click();
    await expect(page.getByText(/is not on this neck, and is left out/).first()).toBeVisible();
  },
);

test('single notes are played as one says, and the search chooses which get grips', THOROUGH, async ({ page }) => {
  const id = await newSung(page);
  await expectSaved(page);
  await openBench(page, id);
  await page.keyboard.press('w');
  const tune = page.getByRole('region', { name: 'The tune itself' });
  await tune.getByRole('button', { name: 'chord-melody' }).click();
  const columns = page.locator('.column');
  await expect(columns).toHaveCount(7);
  // The note between gets a grip, and the one that had one gives it back.
  const notes = page.getByRole('group', { name: 'Notes of the tune here' });
  await notes.getByRole('combobox').last().click();
  await page.getByRole('option', { name: 'a grip', exact: true }).click();
  await expect(columns).toHaveCount(8);
  await notes.getByRole('combobox').first().click();
  await page.getByRole('option', { name: 'octaves' }).click();
  await expect(page.locator('#column-0 .note')).toHaveCount(2);
  await page.locator('#column-1').click();
  await notes.getByRole('combobox').first().click();
  await page.getByRole('option', { name: 'single', exact: true }).click();
  await expect(columns).toHaveCount(7);
  await tune.getByRole('button', { name: 'Take back what is said of 2 notes' }).click();
  await expect(columns).toHaveCount(7);
  await expect(page.locator('#column-0 .note')).not.toHaveCount(2);
  // By price: fewer than all, and one step of undo.
  await page.locator('#column-0').click();
  await tune.getByRole('button', { name: 'Where they come easily' }).click();
  await expect(page.getByRole('button', { name: /^Undo: grips where they come easily/ })).toBeVisible();
  await page.getByRole('button', { name: /^Undo: grips where they come easily/ }).click();
  await expect(columns).toHaveCount(7);
  // The other string that could carry it, by its price.
  await page.keyboard.press('Escape');
  await page.locator('#column-0').click();
  await page.keyboard.press('g');
  const strings = page.getByRole('group', { name: 'The tune on another string' });
  const grip = await page.locator('#column-0 .column-grip').innerText();
  await strings.getByRole('button').first().click();
  await expect(page.locator('#column-0 .column-pin')).toHaveText('pinned');
  await expect(page.locator('#column-0 .column-grip')).not.toHaveText(grip);
});

test('a line is put on top of a span, played in several ways, and taken back', THOROUGH, async ({ page }) => {
  const id = await newTune(page, 'title: Two Five\nkey: C\n| Dm7 | G7 | C | % |\n');
  await openBench(page, id);
  await page.locator('#column-0').click();
  await page.locator('#column-2').click({ modifiers: ['Shift'] });
  await page.keyboard.press('w');
  const line = page.getByRole('region', { name: 'A line on top' });
  const field = line.getByLabel('Over bars 1 to 3');
  await field.fill('A4 G4 H4');
  await expect(line.getByText(/“H4” is no note of a line/)).toBeVisible();
  await field.fill('A4 G F E D -');
  await field.press('Enter');
  await expect(page.locator('.column')).toHaveCount(6);
  await line.getByRole('button', { name: 'Ways to play it' }).click();
  await expect(line.getByRole('button', { name: 'Hear it' }).nth(2)).toBeVisible();
  await expect(line.getByText('as it is cheapest')).toBeVisible();
  const before = await page.locator('#column-0 .column-grip').innerText();
  await line.getByRole('button', { name: 'Take it', exact: true }).first().click();
  await expect(page.locator('#column-0 .column-grip')).not.toHaveText(before);
  await page.getByRole('button', { name: /^Undo: another way to play bars 1 to 3/ }).click();
  await expect(page.locator('#column-0 .column-grip')).toHaveText(before);
  await line.getByRole('button', { name: 'Take it back' }).click();
  await expect(page.locator('.column')).toHaveCount(4);
});

test('an intro is put before a tune with its melody, and undone', THOROUGH, async ({ page }) => {
  await newSung(page);
  await expect(page.locator('.melody-range')).toHaveText(/^13 notes/);
  await expectSaved(page);
  await page.getByRole('button', { name: 'Intro, ending' }).click();
  await page.getByRole('menuitem', { name: /An intro/ }).click();
  await expect(page.locator('.melody-range')).toHaveText(/^26 notes/);
  await expect(page.getByRole('textbox', { name: 'Chart text' })).toContainText('[Intro]');
  await page.getByRole('button', { name: 'Undo', exact: true }).last().click();
  await expect(page.locator('.melody-range')).toHaveText(/^13 notes/);
  await expect(page.getByRole('textbox', { name: 'Chart text' })).not.toContainText('[Intro]');
});
