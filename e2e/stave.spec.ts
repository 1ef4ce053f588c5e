import type { Page } from '@playwright/test';
import { expect, expectSaved, newTune, openBench, showStave, test } from './player.ts';
import { THOROUGH } from './thorough.ts';

/* A melody is written on the stave under the bars: by keys, by hand, undone, heard, and kept. */

const TUNE = `title: Dry Dock
key: D
meter: 4/4
| D | G | A7 | D |
| Bm | Em | A7 | D |
`;

async function openStave(page: Page, id: string) {
  await page.goto(`/tunes/${id}/chart`);
  await showStave(page);
  const stave = page.getByRole('application', { name: 'Melody' });
  await expect(stave.locator('svg').first()).toBeVisible();
  return stave;
}
const press = async (page: Page, keys: string) => {
  for (const key of keys.split(' ')) await page.keyboard.press(key);
};
const said = (page: Page) => page.locator('#stave-said');

test('eight bars are put in by keys alone, told as they are put, and are there after a reload and on the bench', async ({
  page,
}) => {
  const id = await newTune(page, TUNE);
  const stave = await openStave(page, id);
  await expect(stave).toBeFocused();
  await press(page, 'd f');
  await expect(said(page)).toHaveText('bar 1, beat 2: F♯5, quarter');
  await press(page, 'a Enter');
  await press(page, '4 . b 8 a 2 g');
  await expect(said(page)).toHaveText('bar 2, beat 3: G5, half');
  await press(page, '4 3 a g f');
  await expect(said(page)).toHaveText('bar 3, beat 2.33: F♯5, triplet quarter');
  await press(page, '3 2 e 4 r');
  await expect(said(page)).toHaveText('bar 4, beat 1: rest');
  await press(page, 'Control+ArrowRight 1 b a 2 g f 1 d');
  await expect(said(page)).toHaveText('bar 8, beat 1: D4, whole');
  await press(page, 'e');
  await expect(said(page)).toHaveText('This is the end of the chart: more bars are typed there.');
  await expectSaved(page);
  const notes = page.locator('.melody-range');
  await expect(notes).toHaveText(/^16 notes, D4 to B5/);
  await page.reload();
  await expect(notes).toHaveText(/^16 notes, D4 to B5/);
  // In a window of another width its lines have other bars.
  const wide = page.viewportSize()!;
  await page.setViewportSize({ width: 390, height: 844 });
  await expect(stave.locator('.stave-line').nth(3)).toBeAttached();
  await page.setViewportSize(wide);
  await expect(stave.locator('.stave-line').nth(3)).not.toBeAttached();
  await openBench(page, id);
  await expect(page.locator('#column-0 .sung title').first()).toHaveText(/^D5, 1: a tone of the chord/);
});

test('notes are changed, chosen, copied, undone and made again by keys', THOROUGH, async ({ page }) => {
  const id = await newTune(page, TUNE);
  await openStave(page, id);
  await press(page, 'd e ArrowUp ArrowUp');
  await expect(said(page)).toHaveText('bar 1, beat 2: G5, quarter');
  await press(page, 'Control+ArrowDown -');
  await expect(said(page)).toHaveText('bar 1, beat 2: G♭4, quarter');
  await press(page, '= Shift+Home Control+c Control+ArrowRight Control+v');
  await expect(said(page)).toHaveText('pasted: 2 notes');
  await expect(page.locator('.stave-note')).toHaveCount(4);
  // Chosen notes are changed together.
  await press(page, 'Shift+ArrowLeft Shift+ArrowLeft 8 Control+ArrowUp');
  await expect(said(page)).toHaveText('an octave up: 2 notes');
  await press(page, 'Control+z Control+z Control+z');
  await expect(page.locator('.stave-note')).toHaveCount(2);
  await press(page, 'Control+Shift+Z');
  await expect(page.locator('.stave-note')).toHaveCount(4);
  await press(page, 'Home Delete');
  await expect(page.locator('.stave-note')).toHaveCount(3);
  // What is put in makes room.
  await press(page, 'i c c c');
  await expect(page.locator('.stave-note')).toHaveCount(6);
  await press(page, 'ArrowLeft ArrowRight');
  await expect(said(page)).toHaveText('bar 1, beat 2.5: G4, quarter, where a phrase ends');
  await expectSaved(page);
});
test(
  'phrases are seen as they seem to be, ended elsewhere by a key or a hand, and the reading follows',
  THOROUGH,
  async ({ page }) => {
    const id = await newTune(page, TUNE);
    const stave = await openStave(page, id);
    await press(page, '4 d e f g a b a g f e d c d e f d');
    await press(page, 'd e f g a b a g f e d c 1 d');
    const breaths = stave.locator('.stave-breath');
    const sections = page.locator('.bar-breath');
    await expect(breaths).toHaveCount(1);
    await expect(sections).toHaveCount(2);
    // The second note of bar 2 ends one, too; said again, it does not.
    await press(page, 'Home Control+ArrowRight ArrowRight ,');
    await expect(said(page)).toHaveText('a phrase ends with bar 2, beat 2: B5, quarter');
    await expect(breaths).toHaveCount(2);
    await expect(sections).toHaveCount(3);
    await press(page, ',');
    await expect(said(page)).toHaveText('no phrase ends with bar 2, beat 2: B5, quarter');
    await expect(breaths).toHaveCount(1);
    // By hand, from the end of bar 4 to the beat before.
    const grip = (await breaths.first().boundingBox())!;
    const beat = (await stave.locator('.stave-note').nth(14).boundingBox())!;
    await page.mouse.move(grip.x + grip.width / 2, grip.y + grip.height / 2);
    await page.mouse.down();
    await page.mouse.move(beat.x + 40, grip.y + grip.height / 2, { steps: 4 });
    await page.mouse.up();
    await expect(said(page)).toHaveText(
      /^no phrase ends with bar 4, beat 4: D5, quarter; a phrase ends with bar 4, beat 3: F♯5/,
    );
    await expect(breaths).toHaveCount(1);
    await expect(breaths).toHaveClass(/stave-breath-said/);
    await expectSaved(page);
    await page.reload();
    await expect(breaths).toHaveClass(/stave-breath-said/);
    await page.getByRole('button', { name: 'erase' }).click();
    await breaths.click();
    await expect(breaths).toHaveCount(0);
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(breaths).toHaveCount(1);
  },
);
test('notes are put, dragged and erased by a pointer, and a clash has its ring and its reason', async ({ page }) => {
  const id = await newTune(page, TUNE);
  const stave = await openStave(page, id);
  const line = stave.locator('.stave-line').first();
  const box = (await line.boundingBox())!;
  const caret = (await stave.locator('.stave-caret').boundingBox())!;
  // The stave begins 18 px under the caret's top, and its middle line lies 22 px further down.
  await page.mouse.click(box.x + caret.x - box.x + 14, caret.y + 18 + 22);
  await expect(said(page)).toHaveText('bar 1, beat 1: B4, quarter');
  const note = stave.locator('.stave-note');
  await expect(note).toHaveCount(1);
  const at = (await note.boundingBox())!;
  await page.mouse.move(at.x + at.width / 2, at.y + at.height / 2);
  await page.mouse.down();
  await page.mouse.move(at.x + at.width / 2, at.y + at.height / 2 - 22, { steps: 4 });
  await page.mouse.up();
  await expect(said(page)).toHaveText('bar 1, beat 1: F♯5, quarter');
  // Over D a G for a whole bar is a natural 11 on its third.
  await press(page, 'Home 1 g');
  await expect(stave.locator('.stave-clash')).toHaveAttribute('title', '11 over D: it rubs a minor ninth above the 3');
  await page.getByRole('button', { name: 'erase' }).click();
  await note.click();
  await expect(note).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(note).toHaveCount(1);
  await expectSaved(page);
});

test('two windows write in two bars, and both stand', THOROUGH, async ({ page, context }) => {
  const id = await newTune(page, TUNE);
  await openStave(page, id);
  const other = await context.newPage();
  await other.goto(`/tunes/${id}/chart`);
  await expect(other.locator('.stave svg').first()).toBeVisible();
  await press(page, 'd');
  await expectSaved(page);
  await other.getByRole('application', { name: 'Melody' }).focus();
  await press(other, 'Control+ArrowRight g');
  await expectSaved(other);
  await expect(other.locator('.melody-range')).toHaveText(/^2 notes, D5 to G5/);
  await other.close();
  await page.reload();
  await expect(page.locator('.melody-range')).toHaveText(/^2 notes, D5 to G5/);
});

test(
  'the melody goes along into another key, as far as the voice needs, and comes back with it',
  THOROUGH,
  async ({ page }) => {
    const id = await newTune(page, TUNE);
    await openStave(page, id);
    await press(page, 'd f a');
    await expectSaved(page);
    const range = page.locator('.melody-range');
    await expect(range).toHaveText(/^3 notes, D5 to A5/);
    await page.getByRole('button', { name: 'Move key' }).click();
    await expect(page.getByText('its melody goes from D5 to A5')).toBeVisible();
    await expect(page.getByText(/^As a chord-melody it lies best in .*: 3 of 3 notes can be carried/)).toBeVisible();
    await expect(page.locator('.keys-lies-best')).toHaveCount(1);
    await page.getByLabel('The voice goes from').fill('E4');
    await page.getByLabel('The voice goes to').fill('C5');
    await page.getByRole('radio', { name: /^F, down 9.*fits the voice/ }).click();
    await page.getByRole('button', { name: 'Move to F' }).click();
    await expect(range).toHaveText(/^3 notes, F4 to C5/);
    await expect(page.locator('.bar-chord .symbol').first()).toHaveAttribute('aria-label', 'F');
    await page.locator('.MuiSnackbar-root').getByRole('button', { name: 'Undo' }).click();
    await expect(range).toHaveText(/^3 notes, D5 to A5/);
    await expect(page.locator('.bar-chord .symbol').first()).toHaveAttribute('aria-label', 'D');
    await expectSaved(page);
  },
);

/* The Irish Washerwoman: traditional, in the public domain, written down from memory; 32 bars as it is played. */
const JIG = `title: Washerwoman
key: G
meter: 6/8
[pickup 1/8] | N.C. |
|: G | G | C | D | G | G | C D | G :|
|: G | G | D | D | C | G | C D | G :|
`;
const STRAINS = [
  'd/c/ BGG DGG BGB dcB cAA EAA cAc edc BGG DGG BGB dcB cBc Adc BGG G2',
  'g/f/ gdg gdg gdg bag fdf fdf fdf agf egg dgg cgg Bgg cBc Adc BGG G3',
];
const STEPS: Readonly<Record<string, number>> = { C: 0, D: 2, E: 4, F: 6, G: 7, A: 9, B: 11 };

/** The keys for notes as ABC writes them, in G, from the stave's first place on: lengths only where they change. */
function keysFor(strain: string, from: { pitch: number; length: string }) {
  const keys: string[] = [];
  let { pitch, length } = from;
  let notes = 0;
  for (const [, letter, long] of strain.matchAll(/([A-Ga-g])([23/]?)/g)) {
    const name = letter!.toUpperCase();
    const wanted = 12 * (letter === name ? 5 : 6) + STEPS[name]!;
    const now = { '': '8', '/': '6', 2: '4', 3: '4 .' }[long!]!;
    if (now !== length) keys.push(...now.split(' '));
    length = now;
    if (wanted === pitch && notes > 0) keys.push('Enter');
    else {
      // A letter is put in its octave nearest to the last note; the lower of two as near.
      const near = [-12, 0, 12].map((octave) => pitch - (pitch % 12) + STEPS[name]! + octave);
      const put = near.reduce((best, one) => (Math.abs(one - pitch) < Math.abs(best - pitch) ? one : best));
      keys.push(name.toLowerCase());
      for (let at = put; at !== wanted; at += at < wanted ? 12 : -12)
        keys.push(at < wanted ? 'Control+ArrowUp' : 'Control+ArrowDown');
    }
    pitch = wanted;
    notes++;
  }
  return { keys, notes, pitch, length };
}

test(
  'a tune of 32 bars is put in by keys alone, note for note, with hardly more keys than it has notes',
  THOROUGH,
  async ({ page }, { annotations }) => {
    const id = await newTune(page, JIG);
    await openStave(page, id);
    // Its second strain is the pickup of itself: sung at the end of the first.
    const first = keysFor(STRAINS[0]!, { pitch: 71, length: '4' });
    const second = keysFor(STRAINS[1]!, first);
    const keys = [...first.keys, ...second.keys];
    await press(page, keys.join(' '));
    await expect(page.locator('.stave-note')).toHaveCount(first.notes + second.notes);
    await expectSaved(page);
    await expect(page.locator('.melody-range')).toHaveText(/^96 notes, D4 to B5/);
    annotations.push({ type: 'keys', description: `${keys.length} for ${first.notes + second.notes} notes` });
    expect(keys.length).toBeLessThan(1.5 * (first.notes + second.notes));
  },
);

test(
  'a melody that is typed or pasted after the chart is put on the stave, and can be taken back',
  THOROUGH,
  async ({ page }) => {
    const id = await newTune(page, TUNE);
    await openStave(page, id);
    const text = page.getByRole('textbox', { name: 'Chart text' });
    const write = async (notes: string) => {
      await text.click();
      await page.keyboard.press('Control+End');
      await page.keyboard.insertText(notes);
    };
    await write('melody:\nD2 F2 A2 d2 | B4 G4 | ');
    await expect(page.locator('.chart-problem')).toHaveText(/press “Put it on the stave”/);
    // Eight beats too many in a bar are told, and nothing is put anywhere.
    await write('A16');
    await expect(page.locator('.chart-misfit')).toHaveText(/^The melody does not fit: .*bar 3/);
    for (let i = 0; i < 3; i++) await page.keyboard.press('Backspace');
    await page.getByRole('button', { name: 'Put it on the stave' }).click();
    await expect(page.locator('.stave-note')).toHaveCount(6);
    await expect(page.getByText('Every line reads.')).toBeVisible();
    await expectSaved(page);
    await page.reload();
    await expect(page.locator('.stave-note')).toHaveCount(6);
    await expect(text).not.toContainText('melody');
  },
);
