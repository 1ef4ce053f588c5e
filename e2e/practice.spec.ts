import type { Page } from '@playwright/test';
import { axeClean, expect, expectSaved, newTune, test } from './player.ts';
import { THOROUGH } from './thorough.ts';

const TUNE = 'title: Bell Buoy\nkey: C\ntempo: 240\n';
const BARS = '| C | A7 | Dm7 | G7 |\n| Em7 | A7 | Dm7 G7 | C |\n';

/** Opens the plan of a tune of one's own and waits until it is worked out. Returns the tune's id. */
async function openPlan(page: Page, text = TUNE + BARS): Promise<string> {
  const id = await newTune(page, text);
  await page.goto(`/practice?tune=${id}`);
  await expect(plan(page)).toHaveAttribute('aria-busy', 'false');
  await expect(plan(page).locator('.plan-step').first()).toBeVisible();
  return id;
}
const plan = (page: Page) => page.getByRole('region', { name: 'The plan' });
const part = (page: Page, name: string) => plan(page).locator('.plan-part', { hasText: name });
const log = async (page: Page) => {
  await page.goto('/practice?show=log');
  return page.getByRole('region', { name: 'The log' });
};
const marks = (page: Page) => page.locator('.stand-marks');

test('a change is drilled by two pedals: the tempo rises after clean rounds, and all of it is in the log', async ({
  page,
}) => {
  await openPlan(page);
  await expect(part(page, 'Changes').locator('.plan-step').first()).toContainText(/needs .* s and has .* s/);
  await part(page, 'Changes').locator('.plan-step').first().click();
  await expect(page.getByRole('region', { name: 'Now' })).toBeVisible();
  await expect(page.locator('.stand-tempo b')).toHaveText('144');
  await page.keyboard.press('s');
  await page.getByRole('dialog').getByRole('group', { name: 'After so many clean rounds' }).getByText('1').click();
  await page.getByRole('button', { name: 'Done' }).click();
  await page.keyboard.press('Space');
  // Nothing is marked before anything sounded.
  await expect(page.locator('.beat-light:not(.beat-off)')).toBeVisible();
  await page.keyboard.press('PageDown');
  await expect(marks(page)).toContainText('1 clean, 0 not');
  // A round is marked once.
  await page.keyboard.press('PageDown');
  await expect(marks(page)).toContainText('1 clean, 0 not');
  await expect(page.locator('.stand-tempo b')).toHaveText('156');
  // The next round comes by itself, faster.
  await expect(async () => {
    await page.keyboard.press('PageUp');
    await expect(marks(page)).toContainText('1 clean, 1 not', { timeout: 300 });
  }).toPass();
  await page.keyboard.press('Space');
  await page.getByRole('button', { name: 'Finish' }).click();
  await page.waitForURL('**/practice');
  await expectSaved(page);
  const entries = await log(page);
  const entry = entries.getByRole('listitem').filter({ hasText: 'clean at 144 of 240' });
  await expect(entry).toContainText('1 of 2 clean');
});

test('a window that is closed in mid-round loses no round of it', THOROUGH, async ({ page, context }) => {
  await openPlan(page, `title: Drift Net\nkey: F\ntempo: 200\n| F | D7 | Gm7 | C7 |\n`);
  await part(page, 'Changes').locator('.plan-step').first().click();
  await expect(page.getByRole('region', { name: 'Now' })).toBeVisible();
  await page.keyboard.press('Space');
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
  await expect(async () => {
    await page.keyboard.press('PageDown');
    await expect(marks(page)).toContainText('1 clean, 0 not', { timeout: 300 });
  }).toPass();
  const other = await context.newPage();
  // As a browser that is killed: nothing of the page runs any more.
  await page.close({ runBeforeUnload: false });
  await other.goto('/practice');
  await expectSaved(other);
  await other.goto('/practice?show=log');
  const entries = other.getByRole('region', { name: 'The log' }).getByRole('listitem');
  await expect(entries.filter({ hasText: 'clean at 120 of 200' })).toContainText('1 of 1 clean');
});

test('a grip is set cold: named, then shown, five times, and comes back when it is due', THOROUGH, async ({ page }) => {
  await openPlan(page, `title: Cold Iron\nkey: A\ntempo: 120\n| A | D | E7 | A |\n`);
  await part(page, 'Grips').locator('.plan-step').first().click();
  await expect(page.getByRole('region', { name: 'Now' })).toBeVisible();
  for (let i = 0; i < 5; i++) {
    await expect(page.locator('.stand .grip-diagram')).toHaveCount(0);
    await page.getByRole('button', { name: 'Show it' }).click();
    await expect(page.locator('.stand .grip-diagram')).toHaveCount(1);
    await page
      .getByRole('button', { name: i === 1 ? 'It was not' : /^It was →?$|^It was$/ })
      .first()
      .click();
  }
  await page.waitForURL('**/practice');
  await expectSaved(page);
  await page.getByText(/All that comes back/).click();
  await expect(page.locator('.cards li', { hasText: 'went well' }).first()).toContainText(/tomorrow|in \d+ days/);
});

test('a plan is taken up in one step, a session made of it, a card laid down', async ({ page }) => {
  await openPlan(page, `title: Mooring Post\nkey: G\ntempo: 150\n${BARS}`);
  await page.getByRole('button', { name: 'Take it up' }).click();
  await expect(page.getByRole('button', { name: 'Taken up' })).toBeDisabled();
  await expectSaved(page);
  await page.keyboard.press('3');
  const coming = page.getByRole('list', { name: 'What comes' });
  await expect(coming.getByRole('button').first()).toContainText('Warm up');
  await page.getByText(/All that comes back/).click();
  const rows = page.locator('.cards li', { hasText: 'Mooring Post' });
  await expect(rows.first()).toBeVisible();
  const many = await rows.count();
  await rows
    .first()
    .getByRole('button', { name: /Lay down/ })
    .click();
  await expect(rows).toHaveCount(many - 1);
  await expectSaved(page);
  await expect(rows).toHaveCount(many - 1);
  await page.keyboard.press('b');
  await expect(page.getByRole('heading', { name: 'Warm up' })).toBeVisible();
  // One comes back to where one was.
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Warm up' })).toBeVisible();
  await page.keyboard.press('n');
  await expect(page.locator('.stand-place')).toContainText('2 of');
  await page.keyboard.press('Escape');
  await page.waitForURL('**/practice');
});

test('the tool asks, and shows what is right', THOROUGH, async ({ page }) => {
  await openPlan(page, `title: Signal Flags\nkey: Bb\ntempo: 120\n${BARS}`);
  await plan(page).locator('.plan-step', { hasText: 'the tool asks' }).click();
  const answers = page.getByRole('group', { name: 'Answers' });
  await expect(answers.getByRole('button').first()).toBeVisible();
  await page.keyboard.press('1');
  await expect(answers.locator('.was-right')).toHaveCount(1);
  const wrong = await answers.locator('.was-wrong').count();
  await expect(marks(page)).toContainText(wrong === 0 ? 'Right.' : 'It is ');
  await page.keyboard.press('ArrowRight');
  await expect(marks(page)).toContainText('2 of 12');
  await page.getByRole('button', { name: 'Finish' }).click();
  await page.waitForURL('**/practice');
  await expectSaved(page);
  const entries = await log(page);
  const entry = entries.getByRole('listitem').filter({ hasText: 'Signal Flags' });
  await expect(entry).toContainText(`${1 - wrong} of 1 clean`);
});

test('a phrase waits for its answer, and says what it could be', THOROUGH, async ({ page }) => {
  await page.goto('/practice');
  await page.getByRole('combobox', { name: 'Tune' }).click();
  await page.getByRole('option', { name: "Lamplighter's Landing", exact: true }).first().click();
  await expect(page.getByRole('combobox', { name: 'Tune' })).toContainText('Lamplighter');
  await expect(plan(page)).toHaveAttribute('aria-busy', 'false');
  await plan(page).locator('.plan-step', { hasText: 'a phrase of the melody' }).click();
  await expect(page.getByRole('region', { name: 'Now' })).toBeVisible();
  await expect(marks(page)).toContainText(/Phrase 1 of \d/);
  await page.getByRole('button', { name: 'What could be played?' }).click();
  await expect(page.getByRole('list', { name: 'What could be played' }).getByRole('listitem').first()).toBeVisible();
  await page.getByRole('button', { name: 'Hear the phrase' }).click();
  await page.keyboard.press('ArrowLeft');
  await expect(marks(page)).toContainText(/Phrase 1 of/);
  await page.keyboard.press('ArrowRight');
  await expect(marks(page)).toContainText(/Phrase 2 of/);
});

test('bars go through the keys and the areas; what was not clean comes back', THOROUGH, async ({ page }) => {
  const id = await openPlan(
    page,
    `title: Twelve Knots\nkey: F\ntempo: 300\n| Gm7 C7 | F |\n| Gm7 C7 | F |\n| Bb | F |\n`,
  );
  await plan(page).locator('.plan-step', { hasText: 'twelve keys' }).click();
  const key = page.locator('.stand-tempo b');
  await expect(key).toHaveText('F major');
  await page.keyboard.press('Space');
  await expect(page.locator('.beat-light:not(.beat-off)')).toBeVisible();
  await page.keyboard.press('ArrowRight');
  await expect(key).toContainText('B');
  await expect(page.getByRole('region', { name: 'Now' }).locator('.symbol')).toBeVisible();
  await expect(marks(page)).toContainText('1 clean, 11 to come');
  await page.keyboard.press('Space');
  await expect(page.locator('.beat-light:not(.beat-off)')).toBeVisible();
  await page.keyboard.press('ArrowLeft');
  await expect(marks(page)).toContainText('1 clean, 11 to come');
  await page.goto(`/practice?tune=${id}`);
  await plan(page).locator('.plan-step', { hasText: 'one part of the neck' }).click();
  await expect(key).toHaveText(/frets 0 to \d/);
  await expect(page.getByRole('region', { name: 'Now' }).locator('.symbol')).toBeVisible();
});

test('phrases of three beats are counted over the bars', THOROUGH, async ({ page }) => {
  await openPlan(page, `title: Cross Swell\nkey: D\ntempo: 300\n${BARS}`);
  await plan(page).locator('.plan-step', { hasText: 'three or five beats' }).click();
  const play = page.getByRole('button', { name: 'Play', exact: true });
  await expect(play).toBeEnabled();
  await play.click();
  await expect(page.locator('.count p')).toContainText(/bar \d+, beat \d/);
  await page.keyboard.press('ArrowRight');
  await expect(page.locator('.ladder-rounds')).toContainText('●');
});

test('where it hurts all stops, it is logged, and an entry is put right by another', async ({ page }) => {
  await openPlan(page, `title: Rope Burn\nkey: E\ntempo: 180\n| E | C#m7 | F#m7 | B7 |\n`);
  await part(page, 'Changes').locator('.plan-step').first().click();
  await expect(page.getByRole('region', { name: 'Now' })).toBeVisible();
  await page.keyboard.press('Space');
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
  await page.keyboard.press('h');
  const dialog = page.getByRole('dialog', { name: 'Stop here' });
  await expect(dialog).toContainText('Put the guitar down');
  await dialog.getByRole('button', { name: 'wrist' }).click();
  await dialog.getByLabel('A note, if you like').fill('pressed too hard');
  // An easier grip is offered in place of the hardest, and taken up for another day.
  const easier = dialog.getByRole('group', { name: 'Easier grips' }).getByRole('button').first();
  const grip = await easier.getAttribute('title');
  await easier.click();
  await expect(easier).toHaveAttribute('aria-pressed', 'true');
  await axeClean(page);
  await dialog.getByRole('button', { name: 'Log it and end' }).click();
  await page.waitForURL('**/practice');
  await expectSaved(page);
  const entries = await log(page);
  const first = entries.getByRole('listitem').filter({ hasText: /pressed too hard|only tired/ });
  await expect(first).toContainText('it hurt: wrist · pressed too hard');
  await first.getByRole('button', { name: 'Put right' }).click();
  await page.getByRole('dialog').getByLabel('Note').fill('only tired');
  await page.getByRole('dialog').getByRole('button', { name: 'Put right' }).click();
  await expectSaved(page);
  await expect(first).toContainText('only tired · put right');
  await page.goto('/practice');
  await page.getByText(/All that comes back/).click();
  await expect(page.locator('.cards li', { hasText: grip! })).toBeVisible();
});

test(
  'another take of the tune is offered where it hurts, and what hurt is logged on the way there',
  THOROUGH,
  async ({ page }) => {
    await page.goto('/practice');
    await page.getByRole('combobox', { name: 'Tune' }).click();
    await page.getByRole('option', { name: 'Slack Water', exact: true }).first().click();
    await expect(page.getByRole('combobox', { name: 'Tune' })).toContainText('Slack Water');
    await expect(plan(page)).toHaveAttribute('aria-busy', 'false');
    await part(page, 'Two bars').locator('.plan-step').first().click();
    await expect(page.getByRole('region', { name: 'Now' })).toBeVisible();
    await page.keyboard.press('h');
    const dialog = page.getByRole('dialog', { name: 'Stop here' });
    await dialog.getByRole('button', { name: 'thumb' }).click();
    await dialog.getByLabel('A note, if you like').fill('the long one');
    await dialog.locator('a[href*="/practice?tune="]').first().click();
    await page.waitForURL(/practice\?tune=.*take=/);
    await expect(plan(page).locator('.plan-step').first()).toBeVisible();
    await expectSaved(page);
    const entries = await log(page);
    await expect(entries.getByRole('listitem').filter({ hasText: 'the long one' })).toContainText('it hurt: thumb');
  },
);

test(
  'two pedals do all of it: play, mark, stop when the left is held, go on when the right is',
  THOROUGH,
  async ({ page }) => {
    await openPlan(page, `title: Two Bells\nkey: C\ntempo: 232\n${BARS}`);
    await part(page, 'Changes').locator('.plan-step').first().click();
    await expect(page.getByRole('region', { name: 'Now' })).toBeVisible();
    await expect(page.locator('.pedal-right')).toContainText('Play');
    await page.keyboard.press('PageDown');
    await expect(page.locator('.beat-light:not(.beat-off)')).toBeVisible();
    await page.keyboard.press('PageDown');
    await expect(marks(page)).toContainText('1 clean, 0 not');
    await page.keyboard.down('PageUp');
    await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
    await page.keyboard.up('PageUp');
    await page.locator('.pedal-right').hover();
    await page.mouse.down();
    await page.waitForURL('**/practice');
    await page.mouse.up();
    await expectSaved(page);
  },
);

test('a grip that is asked for in an area is put on the neck, and judged', THOROUGH, async ({ page }) => {
  await openPlan(page, `title: Neck and Neck\nkey: C\ntempo: 120\n| Am7 | Dm7 | G7 | Cmaj7 |\n`);
  await plan(page).locator('.plan-step', { hasText: 'the tool asks' }).click();
  const neck = page.getByRole('group', { name: /The neck/ });
  const answers = page.getByRole('group', { name: 'Answers' }).getByRole('button');
  await expect(answers.first()).toBeVisible();
  await expect(async () => {
    if ((await neck.count()) === 0) {
      // What is asked is answered somehow, and the next is asked.
      await page.locator('.pedal-right').click({ timeout: 500 });
    }
    await expect(neck).toBeVisible({ timeout: 300 });
  }).toPass();
  await neck.focus();
  // The lowest string open is no whole chord anywhere.
  await page.keyboard.press('0');
  await page.getByRole('button', { name: 'That is it' }).click();
  await expect(marks(page)).toContainText(/String 6 (lies outside|is no note)|The \S+ is missing/);
  await page.getByRole('button', { name: /Next/ }).last().click();
  await expect(neck).toHaveCount(0);
});

test(
  'two windows practise at once, one by a clock that is a year late: both are logged',
  THOROUGH,
  async ({ page, context }) => {
    const id = await openPlan(page, `title: Ship and Shore\nkey: C\ntempo: 200\n${BARS}`);
    const other = await context.newPage();
    await other.clock.setSystemTime(new Date('2025-03-01T10:00:00'));
    await other.goto(`/practice?tune=${id}`);
    for (const one of [page, other]) {
      await part(one, 'Grips').locator('.plan-step').first().click();
      await one.getByRole('button', { name: 'Show it' }).click();
    }
    for (const one of [other, page]) {
      await one
        .getByRole('button', { name: /^It was/ })
        .last()
        .click();
      await one.getByRole('button', { name: 'Finish' }).click();
      await one.waitForURL('**/practice');
      await expectSaved(one);
    }
    const entries = await log(page);
    // It lies where its own clock has it: before all the others.
    await entries.getByRole('button', { name: 'Older' }).click();
    await expect(entries.getByRole('heading', { name: /March 2025/ })).toBeVisible();
    await page.goto('/practice');
    await page.getByText(/All that comes back/).click();
    await expect(page.locator('.cards li').first()).toBeVisible();
    await other.close();
  },
);

test('a take that is deleted while it is practised is said to be, and nothing is lost', THOROUGH, async ({ page }) => {
  const id = await openPlan(page, `title: Cut Loose\nkey: C\ntempo: 120\n${BARS}`);
  await part(page, 'The form').locator('.plan-step').click();
  await expect(page.getByRole('region', { name: 'Now' })).toBeVisible();
  await page.request.post('/?index', { form: { intent: 'delete', id } });
  await page.reload();
  await expect(page.locator('.stand-lost')).toContainText('was deleted. It lies in the bin');
  await page.getByRole('button', { name: 'Let it come back no more' }).click();
  await page.waitForURL('**/practice');
  await expectSaved(page);
});

test('progress has a table for each chart, and the log goes out as CSV and JSON', async ({ page }) => {
  await page.goto('/practice?show=progress');
  for (const name of ['Clean tempo', 'Minutes a day', 'Hardest changes, then and now', 'Due in the next two weeks']) {
    const section = page.getByRole('region', { name });
    await expect(section.locator('.plot .main-svg').first()).toBeVisible();
    await section.getByText('The same as a table').click();
    await expect(section.getByRole('row').nth(1)).toBeVisible();
  }
  const csv = await (await page.request.get('/practice/log/csv')).text();
  expect(csv.split('\r\n')[0]).toBe('when,seconds,kind,what,goal,clean,rounds clean,rounds not,hurt,note');
  expect(csv).toContain('Gangplank Strut');
  const json = (await (await page.request.get('/practice/log/json')).json()) as { log: unknown[] };
  expect(json.log.length).toBeGreaterThan(20);
});

test('practice is worked on a phone, with nothing for axe to say', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await openPlan(page, `title: Dinghy\nkey: C\ntempo: 120\n${BARS}`);
  const wide = () => page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
  expect(await wide()).toBe(0);
  await axeClean(page);
  await part(page, 'Changes').locator('.plan-step').first().click();
  await expect(page.getByRole('region', { name: 'Now' })).toBeVisible();
  expect(await wide()).toBe(0);
  await axeClean(page);
  await page.getByRole('button', { name: 'How it is practised' }).click();
  await expect(page.getByRole('dialog')).toBeVisible();
  await axeClean(page);
});

test('a MIDI foot switch marks rounds, once it is said which pedal is which', THOROUGH, async ({ page }) => {
  // A stand-in for the device: what is pressed is said by the test.
  await page.addInitScript(() => {
    const input = { onmidimessage: null as null | ((event: { data: number[] }) => void) };
    Object.assign(window, { press: (data: number[]) => input.onmidimessage?.({ data }) });
    navigator.requestMIDIAccess = () => Promise.resolve({ inputs: new Map([['one', input]]) } as never);
  });
  const press = (...data: number[]) =>
    page.evaluate((bytes) => (window as unknown as { press(data: number[]): void }).press(bytes), data);
  await openPlan(page, `title: Foot Rope\nkey: C\ntempo: 228\n${BARS}`);
  await part(page, 'Changes').locator('.plan-step').first().click();
  await expect(page.getByRole('region', { name: 'Now' })).toBeVisible();
  await page.keyboard.press('s');
  const sheet = page.getByRole('dialog');
  await sheet.getByLabel('A MIDI foot switch').click();
  await sheet.getByRole('button', { name: 'Say which pedal is which' }).click();
  await expect(sheet.getByText('Press the right pedal')).toBeVisible();
  await press(0xb0, 20, 127);
  await expect(sheet.getByText('Press the left pedal')).toBeVisible();
  await press(0xb0, 21, 127);
  await expect(sheet.getByText('Press one for the next thing')).toBeVisible();
  await press(0xb0, 22, 127);
  await expect(sheet.getByText('Press one for again from the start')).toBeVisible();
  await press(0xb0, 23, 127);
  await expect(sheet.getByText('Press one to stop')).toBeVisible();
  await press(0xb0, 24, 127);
  await expect(sheet.getByRole('button', { name: 'Say which pedal is which' })).toBeEnabled();
  await sheet.getByRole('button', { name: 'Done' }).click();
  await page.keyboard.press('Space');
  await expect(page.locator('.beat-light:not(.beat-off)')).toBeVisible();
  await press(0xb0, 20, 127);
  await expect(marks(page)).toContainText('1 clean, 0 not');
  await press(0xb0, 24, 127);
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
  await press(0xb0, 23, 127);
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
  await press(0xb0, 22, 127);
  await page.waitForURL('**/practice');
  await expectSaved(page);
});

test('a browser that gives no MIDI says so, and what does the same', THOROUGH, async ({ page }) => {
  await page.addInitScript(() => {
    navigator.requestMIDIAccess = () => Promise.reject(new Error('refused'));
  });
  await openPlan(page, `title: Bare Foot\nkey: C\ntempo: 120\n${BARS}`);
  await part(page, 'Changes').locator('.plan-step').first().click();
  await page.getByRole('button', { name: 'How it is practised' }).click();
  await page.getByRole('dialog').getByLabel('A MIDI foot switch').click();
  await expect(page.getByRole('alert')).toContainText('Keys and the pedals on the screen do the same');
});

test('a kept move is practised from its place, key after key', THOROUGH, async ({ page }) => {
  await page.goto('/moves?move=turn-pushed');
  await page.getByRole('button', { name: 'Practise it' }).click();
  await expect(page.getByRole('heading', { name: 'I VI7 ii V' })).toBeVisible();
  await expect(page.locator('.stand-tempo b')).toHaveText('C major');
  await expect(page.getByRole('region', { name: 'Now' })).toBeVisible();
  await page.keyboard.press('Space');
  await expect(page.locator('.beat-light:not(.beat-off)')).toBeVisible();
  await page.keyboard.press('ArrowLeft');
  await expect(page.locator('.stand-tempo b')).toHaveText('F major');
  await expect(marks(page)).toContainText('0 clean, 12 to come');
});

test('a tune whose chart was emptied keeps nobody from practising', THOROUGH, async ({ page }) => {
  const id = await newTune(page, 'title: Washed Out\nkey: C\n| C | G7 |\n');
  const edit = {
    editId: `${id}.2`,
    aggregate: `tune:${id}`,
    baseVersion: 2,
    patch: { chartText: 'title: Washed Out\n' },
  };
  await expect(await page.request.post('/edits', { data: edit })).toBeOK();
  await page.goto('/practice');
  await expect(page.getByRole('heading', { name: 'Practice', level: 1 })).toBeVisible();
  await expect(plan(page).locator('.plan-step').first()).toBeVisible();
  await page.goto(`/practice?tune=${id}`);
  await expect(plan(page)).toContainText('no chart here that can be played');
});
