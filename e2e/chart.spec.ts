import { expect, expectSaved, idle, openBench, openNew, symbols, test, typeChart, writeTune } from './player.ts';
import { THOROUGH } from './thorough.ts';

const bars = '.bar .symbol';

test('bars appear as the chart is typed, and are there after a reload', async ({ page }) => {
  await writeTune(page, 'title: Mooring\nkey: Eb\n\n[A]\n| Eb | Cm7 | Fm7 . Bb7 . | % |\n');
  const read = () => page.locator(bars).evaluateAll((all) => all.map((one) => one.getAttribute('aria-label')));
  const expected = ['E flat', 'C minor 7', 'F minor 7', 'B flat 7', 'F minor 7', 'B flat 7'];
  expect(await read()).toEqual(expected);
  await page.reload();
  await expect(page.locator(bars)).toHaveCount(6);
  expect(await read()).toEqual(expected);
  await expect(page.getByText('Every line reads.')).toBeVisible();
});

test('what is wrong stands under its line, there the chart stays as it was, and nothing typed is lost', async ({
  page,
}) => {
  await writeTune(page, 'title: Mooring\nkey: C\n| C | F |\n');
  await typeChart(page, 'title: Mooring\nkey: C\n| C | H7 |\n| am | C F G A B |\n| C');
  const problems = page.locator('.chart-problem');
  await expect(problems).toHaveText([
    'Bar 2: The note below C is written B here: “B7” for “H7”.',
    'Bar 3: Chord letters are capitals: write “Am” for “am”.',
    'Bar 4: 5 entries do not share a bar of 4/4. Hold chords with dots: | C . F . G . A B |',
    'Bar 5: This bar is not closed: end it with a bar line, | C |',
  ]);
  // The bars that can be read are; each of the others says that it cannot.
  const read = () => page.locator(bars).evaluateAll((all) => all.map((one) => one.getAttribute('aria-label')));
  await expect.poll(read).toEqual(['C', '?', '?', '?', 'C']);
  await expect(page.locator('.bar-unread')).toHaveCount(3);
  await expect(page.getByText('4 things to mend; there the chart stays as it was.')).toBeVisible();
  await expectSaved(page);
  await page.reload();
  await expect(page.getByRole('textbox', { name: 'Chart text' })).toContainText('| am | C F G A B |');
  await expect(page.locator(bars)).toHaveCount(5);
  await page.getByRole('link', { name: 'Bench', exact: true }).click();
  await expect(page.getByText('The chart cannot be read in bars 2 to 4; there it stands as it was.')).toBeVisible();
});

test('one bar that cannot be read keeps its last meaning, every other bar is read and arranged', async ({ page }) => {
  await openNew(page, 'title: Mooring\nkey: C\n| C | Am7 | Dm7 | G7 |\n');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('p');
  await expect(page.locator('#column-1')).toContainText('pinned');
  await expectSaved(page);
  await page.getByRole('link', { name: 'Chart', exact: true }).click();
  await typeChart(page, 'title: Mooring\nkey: C\n| C | Am7x | F | G7 |\n');
  await expectSaved(page);
  const read = () => page.locator(bars).evaluateAll((all) => all.map((one) => one.getAttribute('aria-label')));
  await expect.poll(read).toEqual(['C', 'A minor 7', 'F', 'G 7']);
  await expect(page.locator('.bar-unread')).toContainText('cannot be read');
  await page.getByRole('button', { name: 'To the bench' }).click();
  await idle(page);
  await expect(page.getByText('The chart cannot be read in bar 2; there it stands as it was.')).toBeVisible();
  // What was decided there stands, too.
  await expect(page.locator('#column-1')).toContainText('pinned');
  expect((await symbols(page))[2]).toMatch(/^F /);
});

test('an empty chart says what to type, and shows nothing else; what was there comes back with its decisions', async ({
  page,
}) => {
  const text = 'title: Mooring\nkey: C\n| C | Am7 |\n';
  await openNew(page, text);
  await page.keyboard.press('p');
  await expectSaved(page);
  await page.getByRole('link', { name: 'Chart', exact: true }).click();
  await typeChart(page, '');
  await expectSaved(page);
  await expect(page.locator(bars)).toHaveCount(0);
  await expect(page.getByText('and the bars appear here')).toBeVisible();
  await expect(page.getByRole('button', { name: 'To the bench' })).toBeDisabled();
  await typeChart(page, text);
  await expectSaved(page);
  await page.getByRole('button', { name: 'To the bench' }).click();
  await idle(page);
  await expect(page.locator('#column-0')).toContainText('pinned');
});

test('a five-megabyte paste is answered in words, and can be undone', THOROUGH, async ({ page }) => {
  await writeTune(page, 'title: Mooring\n| C | F |\n');
  await page.getByRole('textbox', { name: 'Chart text' }).click();
  await page.keyboard.press('Control+End');
  await page.evaluate(() => {
    const data = new DataTransfer();
    data.setData('text/plain', '| C | F |\n'.repeat(500_000));
    document
      .querySelector('.cm-content')!
      .dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true }));
  });
  await expect(page.locator('.chart-problem')).toContainText('Was it pasted by mistake?');
  await expect(page.locator(bars)).toHaveCount(2);
  await page.keyboard.press('Control+z');
  await expect(page.locator('.chart-problem')).toHaveCount(0);
  await expectSaved(page);
});

test('a chart is stripped to what bears load, told what went, and brought back', THOROUGH, async ({ page }) => {
  await writeTune(page, 'title: Strip\nkey: C\n| C C#dim7 | Dm7 G7 | C |\n');
  const editor = page.getByRole('textbox', { name: 'Chart text' });
  const choose = async (name: RegExp) => {
    await page.getByRole('button', { name: 'Simplify' }).click();
    await page.getByRole('menuitem', { name }).click();
  };
  await choose(/All that bears no load\s*2/);
  await expect(editor).toContainText('| C | G7 | C |');
  await expect(page.getByText('Dropped C')).toBeVisible();
  await expectSaved(page);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(editor).toContainText('| C C#dim7 | Dm7 G7 | C |');
  await choose(/Passing and approach chords\s*1/);
  await expect(editor).toContainText('| C | Dm7 G7 | C |');
  await editor.click();
  await page.keyboard.press('Control+z');
  await expect(editor).toContainText('| C C#dim7 | Dm7 G7 | C |');
  await expectSaved(page);
});

test('a chart that names no key is told the key its chords speak for', THOROUGH, async ({ page }) => {
  await writeTune(page, 'title: Unnamed\n| Bb | Gm7 | Cm7 | F7 | Bb |\n');
  await expect(page.locator('.chart-count')).toContainText('The key is read from the chords: B');
  await expect(page.locator('.chart-count')).toContainText('Write key: Bb to settle it.');
  await expect(page.locator('.bar-chord small').first()).toHaveText('I');
});

test('chords over words are pasted, the bars asked for and never guessed', THOROUGH, async ({ page }) => {
  await writeTune(page, 'title: Haul\nkey: G\n');
  const editor = page.getByRole('textbox', { name: 'Chart text' });
  await editor.click();
  await page.keyboard.press('Control+End');
  const paste = () =>
    page.evaluate(() => {
      const data = new DataTransfer();
      data.setData('text/plain', 'G       D7\nSlow is the river\nC  G\nHaul her in');
      document
        .querySelector('.cm-content')!
        .dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
    });
  await paste();
  const dialog = page.getByRole('dialog', { name: 'Chords over words' });
  await expect(dialog.getByRole('button', { name: 'Make the chart' })).toBeDisabled();
  await dialog.getByRole('group', { name: 'Every chord' }).getByRole('button', { name: 'two bars' }).click();
  await dialog.getByRole('group', { name: 'Line 2' }).getByRole('button', { name: 'half a bar' }).click();
  await dialog.getByRole('button', { name: 'Make the chart' }).click();
  await expect(editor).toContainText('| G | % | D7 | % |');
  await expect(page.locator(bars)).toHaveCount(6);
  await expect(page.locator('.bar-words')).toHaveText(['Slow is', '', 'the river', '', /Haul\s*her in/]);
  await expectSaved(page);
  await editor.click();
  await page.keyboard.press('Control+z');
  await expect(editor).not.toContainText('| G | % | D7 | % |');
  await paste();
  await dialog.getByRole('button', { name: 'Paste as it is' }).click();
  await expect(editor).toContainText('Slow is the river');
});

test('a tune moves to the key that suits the voice, and its decisions with it', async ({ page }) => {
  const id = await openNew(page, 'title: Moved\nkey: C\n| Dm7 | G7 | C | % |\n');
  await expect(page.getByRole('list', { name: 'Colours' }).getByRole('listitem').nth(3)).toBeVisible();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await idle(page);
  await expect(page.locator('.column-pin')).toHaveText(['chosen']);
  const chosen = await symbols(page);
  expect(chosen[0]).toMatch(/^D minor/);
  await page.getByRole('link', { name: 'Chart', exact: true }).click();
  await page.getByRole('button', { name: 'Move key' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByText('For a singer').click();
  await dialog.getByLabel('The tune goes from').fill('C4');
  await dialog.getByLabel('The tune goes to').fill('E5');
  await dialog.getByLabel('The voice goes from').fill('nonsense');
  await expect(dialog.getByText('A note like G3')).toBeVisible();
  await dialog.getByLabel('The voice goes from').fill('G3');
  await dialog.getByLabel('The voice goes to').fill('C5');
  await expect(dialog.getByRole('radio', { name: /^C, it stands here.*4 too high/ })).toBeVisible();
  await dialog.getByRole('radio', { name: /^A, down 3.*1 too high/ }).click();
  await dialog.getByRole('radio', { name: /^A♭, down 4.*fits the voice/ }).click();
  await dialog.getByRole('button', { name: /^Move to A/ }).click();
  await expect(page.getByRole('textbox', { name: 'Chart text' })).toContainText('| Bbm7 | Eb7 | Ab | % |');
  await expectSaved(page);
  await openBench(page, id);
  expect((await symbols(page))[0]).toBe(chosen[0]!.replace(/^D/, 'B flat'));
  await expect(page.locator('.column-pin')).toHaveText(['chosen']);
});

test('the form is told: sections, phrases, cadences, keys, jumps and words', THOROUGH, async ({ page }) => {
  await writeTune(
    page,
    'title: Formed\nkey: C\n[A]\n| C | Am7 | Dm7 | G7 |\n> Slow | | the ~ river | runs\n| Dm7 | G7 {or Db7} | C | % {fine} |\n[B]\n| Abm7 | Db7 | Gb Cb | Gb {D.C. al fine} |\n',
  );
  await expect(page.locator('.bars-form')).toHaveText('A, B, A · 20 bars');
  await expect(page.locator('.bars-section').first()).toHaveText('A4 + 4 bars');
  await expect(page.locator('.bar-cadence')).toHaveText(['half cadence', 'authentic cadence', 'plagal cadence']);
  await expect(page.locator('.area-label')).toHaveText(['in G♭']);
  await expect(page.locator('.bar-sign')).toHaveText(['Fine', 'D.C. al fine']);
  await expect(page.locator('.bar-alternate')).toHaveText(['or D♭7']);
  await expect(page.locator('.tie-five')).toHaveCount(3);
});
