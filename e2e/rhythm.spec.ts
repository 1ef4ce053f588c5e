import { readFileSync } from 'node:fs';
import { parseMidi } from 'midi-file';
import { asOneWhoReadIt, expect, expectSaved, idle, openNew, test } from './player.ts';
import type { Locator, Page } from '@playwright/test';
import { THOROUGH } from './thorough.ts';

/* A take in time: its rhythm and texture are decided, who plays along and how fast is remembered. */

const TUNE = 'title: Washing up\nkey: C\nmeter: 4/4\ntempo: 200\nfeel: swing\n[A]\n| C | Am7 | Dm7 | G7 |\n';
const sheet = (page: Page) => page.getByRole('dialog', { name: 'In time' });
const inTime = async (page: Page) => {
  await page.getByRole('button', { name: /^Rhythm:/ }).click();
  await expect(sheet(page)).toBeVisible();
};
const choose = (page: Page, name: string) => sheet(page).getByRole('option', { name: new RegExp(`^${name}`) });
const away = async (page: Page, what: string) => {
  await page.getByRole('button', { name: 'Take it away' }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('menuitem', { name: what }).click();
  return readFileSync(await (await download).path());
};

test('a rhythm is chosen for the tune and another for a bar, heard and written, undone, and there after a reload', async ({
  page,
}) => {
  await openNew(page, TUNE);
  await inTime(page);
  await expect(choose(page, 'Held chords')).toHaveAttribute('aria-selected', 'true');
  await choose(page, 'Four, leaning').click();
  await expect(choose(page, 'Four, leaning')).toHaveAttribute('aria-selected', 'true');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: 'Rhythm: Four, leaning' })).toBeVisible();

  // Bars 2 and 3 have another.
  await page.locator('#column-1').click();
  await page.keyboard.press('Shift+ArrowRight');
  await inTime(page);
  await sheet(page).getByRole('button', { name: 'bars 2 to 3' }).click();
  await choose(page, 'Both ands').click();
  await page.keyboard.press('Escape');
  await expectSaved(page);
  const tab = (await away(page, 'Text tab')).toString();
  const counts = tab.split('\n').find((line) => /^\s+1 +2 +3 +4 /.test(line))!;
  expect(counts.trim().split(/\s+/)).toEqual(['1', '2', '3', '4', '2&', '4&', '2&', '4&', '1', '2', '4']);

  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: 'Rhythm: Held chords' })).toBeVisible();
  await page.keyboard.press('Control+Shift+z');
  await expectSaved(page);
  await page.reload();
  await idle(page);
  await expect(page.getByRole('button', { name: 'Rhythm: Four, leaning' })).toBeVisible();
});

test(
  'a bass and brushes play along, are in the file, and are remembered; what is selected is gone over again and again',
  THOROUGH,
  async ({ page }) => {
    await openNew(page, TUNE);
    await inTime(page);
    await sheet(page).getByRole('combobox').nth(1).click();
    await page.getByRole('option', { name: 'walking' }).click();
    await sheet(page).getByRole('switch', { name: 'Brushes' }).click();
    await expect(sheet(page)).toContainText('plays alone, and has the low notes, too');
    await page.keyboard.press('Escape');
    const { tracks } = parseMidi(await away(page, 'MIDI file'));
    const notes = tracks.map((track) => track.filter(({ type }) => type === 'noteOn').length);
    expect(notes).toHaveLength(4);
    expect(notes[2]).toBe(16);
    // Four bars at 200, and what rings on: 6.3 seconds of two bytes, 44,100 times a second.
    const wav = await away(page, 'Sound file (WAV)');
    expect(wav.subarray(0, 4).toString()).toBe('RIFF');
    expect((wav.length - 44) / 2 / 44_100).toBeCloseTo(6.3, 1);
    await page.reload();
    await idle(page);
    await page.keyboard.press('Shift+ArrowRight');
    await inTime(page);
    await expect(sheet(page).getByRole('switch', { name: 'Brushes' })).toBeChecked();
    await sheet(page)
      .getByRole('switch', { name: /^Again and again: bars 1 to 2/ })
      .click();
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'Play', exact: true }).click();
    // Two bars at 200 last 2.4 seconds: it comes back to the first, and never to the third.
    const lit = page.locator('.ground-playing');
    const left = async () => Math.round((await lit.boundingBox())!.x);
    await expect(lit).toBeVisible();
    const first = await left();
    await expect.poll(left).not.toBe(first);
    const second = await left();
    await expect.poll(left).toBe(first);
    await expect.poll(left).toBe(second);
    // Another window begins: here it is still.
    const other = await page.context().newPage();
    await asOneWhoReadIt(other);
    await other.goto(page.url());
    await idle(other);
    await other.getByRole('button', { name: 'Play', exact: true }).click();
    await expect(other.locator('.ground-playing')).toBeVisible();
    await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
    await other.keyboard.press('Space');
    await expect(other.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
  },
);

test(
  'a figure over the bars shows where it meets them; the tempo is tapped; a part is silent or alone, and that is remembered',
  THOROUGH,
  async ({ page }) => {
    await openNew(page, TUNE);
    await inTime(page);
    await choose(page, 'Three over the bars').click();
    await expect(choose(page, 'Three over the bars')).toContainText('On the bar line again after 3 bars.');
    await expect(sheet(page)).toContainText('200 (100 %)');
    const tap = sheet(page).getByRole('button', { name: 'Tap' });
    await tap.focus();
    for (let i = 0; i < 4; i++) await page.keyboard.press('Enter', { delay: 200 });
    // As fast as the keys came: some 300 at most, and no slower than it goes.
    await expect(sheet(page)).not.toContainText('200 (100 %)');
    await page.keyboard.press('Escape');
    await expect(page.getByRole('img', { name: 'the figure begins here' })).toHaveCount(2);

    await page.getByRole('button', { name: 'Volume' }).click();
    const press = (name: string) => page.getByRole('button', { name, exact: true }).click();
    const isPressed = (name: string, is: boolean) =>
      expect(page.getByRole('button', { name, exact: true })).toHaveAttribute('aria-pressed', String(is));
    await press('Bass only');
    await isPressed('Guitar silent', true);
    await isPressed('Bass silent', false);
    await press('Bass only');
    await isPressed('Click silent', false);
    await press('Guitar silent');
    await page.reload();
    await idle(page);
    await page.getByRole('button', { name: 'Volume' }).click();
    await isPressed('Guitar silent', true);
    await isPressed('Bass silent', false);
  },
);

test(
  'it is played and stopped again and again: each time from its first chord, each time still',
  THOROUGH,
  async ({ page }) => {
    await openNew(page, 'title: On and off\nkey: C\nmeter: 4/4\ntempo: 30\n| C | F |\n');
    const lit = page.locator('.ground-playing');
    const left = (one: Locator) => one.evaluate((ground: HTMLElement) => ground.style.left);
    for (let i = 0; i < 8; i++) {
      await page.keyboard.press('Space');
      await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
      // A bar lasts eight seconds: were the first chord lost, the first to be lit would be the second.
      await expect(lit).toBeVisible();
      expect(await left(lit)).toBe(await left(page.locator('.ground-selected')));
      await page.keyboard.press('Space');
      await expect(lit).toHaveCount(0);
      await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
    }
  },
);

test(
  'a rhythm is made hit by hit, by mouse and by keys, heard as it is made, undone, kept by its name, and there in another tune',
  THOROUGH,
  async ({ page }) => {
    await openNew(page, TUNE);
    await inTime(page);
    await choose(page, 'Dotted push').first().click();
    await expect(choose(page, 'Dotted push').first()).toHaveAttribute('aria-selected', 'true');
    await sheet(page).getByRole('button', { name: 'Make your own…' }).click();
    const editor = page.getByRole('dialog', { name: 'A rhythm of your own, in the tune' });
    const cell = (name: string) => editor.getByRole('gridcell', { name: new RegExp(`^${name}(:|$)`) });
    await expect(cell('Whole grip, 1')).toHaveAccessibleName(/1.5 counts long, accented/);
    // Nothing is decided by looking at it.
    await expect(page.locator('.head').getByText('Rhythm: Your own')).toHaveCount(0);
    await cell('Top note, 3&').click();
    await expect(cell('Top note, 3&')).toHaveAccessibleName(/0.5 counts long$/);
    await page.keyboard.press('Shift+ArrowRight');
    await page.keyboard.press('a');
    await page.keyboard.press('e');
    await expect(cell('Top note, 3&')).toHaveAccessibleName(/1 count long, accented, with the next chord/);
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('ArrowLeft');
    await page.keyboard.press('Enter');
    await expect(cell('Inner notes, 3')).toHaveAccessibleName(/0.5 counts long/);
    await page.keyboard.press('Enter');
    await expect(cell('Inner notes, 3')).toHaveAccessibleName('Inner notes, 3');
    // Drawn longer by its end.
    const end = editor.locator('.rhythm-one').nth(1).locator('.rhythm-end');
    const box = (await end.boundingBox())!;
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
    await page.mouse.down();
    await page.mouse.move(box.x + 90, box.y + box.height / 2, { steps: 4 });
    await page.mouse.up();
    await expect(cell('Whole grip, 2&')).toHaveAccessibleName(/1 count long, damped/);
    await editor.getByRole('button', { name: 'Undo' }).click();
    await expect(cell('Whole grip, 2&')).toHaveAccessibleName(/0.5 counts long, damped/);

    await editor.getByRole('button', { name: 'Hear it' }).click();
    await expect(page.locator('.ground-playing')).toBeVisible();
    await editor.getByRole('button', { name: 'Stop' }).click();
    await editor.getByLabel('Name').fill('Ferry push');
    await editor.getByRole('button', { name: 'Keep it' }).click();
    await editor.getByRole('button', { name: 'Done' }).click();
    await expect(choose(page, 'Ferry push')).toHaveAttribute('aria-selected', 'true');
    await page.keyboard.press('Escape');
    await expectSaved(page);
    const tab = (await away(page, 'Text tab')).toString();
    expect(tab).toContain('3&');

    await openNew(page, TUNE);
    await inTime(page);
    await choose(page, 'Ferry push').click();
    await page.keyboard.press('Escape');
    await expect(page.getByRole('button', { name: 'Rhythm: Ferry push' })).toBeVisible();
    await inTime(page);
    // Put away, it stays in the take that is played in it.
    await sheet(page).getByRole('button', { name: 'Put Ferry push away' }).click();
    await expect(choose(page, 'Not kept yet')).toHaveAttribute('aria-selected', 'true');
  },
);

test(
  'what the hand has no time for is said at the tempo; the click, the key it is heard in and room are set, and stay',
  THOROUGH,
  async ({ page }) => {
    await openNew(page, TUNE.replace('tempo: 200', 'tempo: 240').replace('| C |', '| C A7 |'));
    await page.keyboard.press('r');
    const hurry = sheet(page).getByText(/^Too fast for the change into/);
    await expect(choose(page, 'Held chords')).toHaveAttribute('aria-selected', 'true');
    await expect(hurry).toHaveCount(0);
    await choose(page, 'Eighths, even').click();
    await expect(hurry).toBeVisible();
    await sheet(page).getByRole('slider', { name: 'Tempo' }).focus();
    await page.keyboard.press('Home');
    await expect(hurry).toHaveCount(0);
    await sheet(page).getByRole('switch', { name: 'Room at phrase ends' }).click();
    await sheet(page).getByRole('combobox').filter({ hasText: 'on the beats' }).click();
    await page.getByRole('option', { name: 'on the weak beats' }).click();
    await sheet(page).getByRole('combobox').filter({ hasText: 'as written' }).click();
    await page.getByRole('option', { name: /^E♭/ }).click();
    await page.keyboard.press('Escape');
    await expectSaved(page);
    await page.reload();
    await idle(page);
    await page.keyboard.press('r');
    await expect(sheet(page).getByRole('switch', { name: 'Room at phrase ends' })).toBeChecked();
    await expect(sheet(page).getByRole('combobox').filter({ hasText: 'on the weak beats' })).toBeVisible();
    await expect(sheet(page).getByRole('combobox').filter({ hasText: '3 semitones higher' })).toBeVisible();
    await page.keyboard.press('Escape');
    await page.keyboard.press('Space');
    await expect(page.locator('.ground-playing')).toBeVisible();
  },
);

test(
  'sound that the browser does not let through, or that goes away, is said in words; Play begins again',
  THOROUGH,
  async ({ page }) => {
    await page.addInitScript(() => {
      const here = window as unknown as { allowed: boolean; contexts: AudioContext[] };
      Object.assign(here, { allowed: false, contexts: [] });
      window.AudioContext = class extends AudioContext {
        constructor(options?: AudioContextOptions) {
          super(options);
          here.contexts.push(this);
          if (!here.allowed) void this.suspend();
        }
        // As a browser that waits for a click: no answer.
        override resume(): Promise<void> {
          return here.allowed ? super.resume() : new Promise(() => undefined);
        }
      };
    });
    await openNew(page, 'title: Shore power\nkey: C\ntempo: 30\n| C | F |\n');
    const lit = page.locator('.ground-playing');
    await page.keyboard.press('Space');
    await expect(page.getByText('the browser lets nothing sound yet. Press Play once more')).toBeVisible();
    await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
    await page.evaluate(() => ((window as unknown as { allowed: boolean }).allowed = true));
    await page.keyboard.press('Space');
    await expect(lit).toBeVisible();
    await page.evaluate(() =>
      Promise.all((window as unknown as { contexts: AudioContext[] }).contexts.map((one) => one.suspend())),
    );
    await expect(page.getByText('The sound went away')).toBeVisible();
    await expect(lit).toHaveCount(0);
    await page.keyboard.press('Space');
    await expect(lit).toBeVisible();
    await expect(page.getByText('The sound went away')).toHaveCount(0);
  },
);

/** In the page: what is handed to the audio clock, and frames that are not drawn while the page is out of sight. */
function heardAndSeen(): void {
  const here = window as unknown as { handed: { when: number; late: number; long: number }[]; hidden: boolean };
  Object.assign(here, { handed: [], hidden: false });
  const start = AudioBufferSourceNode.prototype.start;
  AudioBufferSourceNode.prototype.start = function (when = 0, ...rest: number[]) {
    here.handed.push({ when, late: this.context.currentTime - when, long: this.buffer?.duration ?? 0 });
    return start.call(this, when, ...rest);
  };
  const draw = window.requestAnimationFrame.bind(window);
  window.requestAnimationFrame = (callback) =>
    draw((time) => (here.hidden ? window.requestAnimationFrame(callback) : callback(time)));
}

test(
  'a bar at 400 is counted in once and gone over again and again in time, while the page is busy or out of sight',
  THOROUGH,
  async ({ page }) => {
    await page.addInitScript(heardAndSeen);
    await openNew(page, 'title: Rapids\nkey: C\nmeter: 4/4\ntempo: 400\n| C |\n');
    await page.keyboard.press('r');
    await sheet(page)
      .getByRole('switch', { name: /^A bar of clicks/ })
      .click();
    await sheet(page)
      .getByRole('switch', { name: /^Again and again/ })
      .click();
    await page.keyboard.press('Escape');
    await page.keyboard.press('Space');
    const lit = page.locator('.ground-playing');
    await expect(lit).toBeVisible();
    const clicks = () =>
      page.evaluate(() => {
        const { handed } = window as unknown as { handed: { when: number; late: number; long: number }[] };
        return handed.filter(({ long }) => long > 0.05 && long < 0.1);
      });
    await page.evaluate(() => {
      (window as unknown as { hidden: boolean }).hidden = true;
      // Busy as long as a page may be without a sound coming late.
      for (let turn = 0; turn < 4; turn++)
        setTimeout(() => {
          const until = performance.now() + 200;
          while (performance.now() < until);
        }, turn * 500);
    });
    const before = (await clicks()).length;
    await expect.poll(async () => (await clicks()).length).toBeGreaterThan(before + 16);
    await page.evaluate(() => ((window as unknown as { hidden: boolean }).hidden = false));
    await expect(lit).toBeVisible();
    await page.keyboard.press('Space');
    const heard = await clicks();
    // A beat at 400 lasts 0.15 seconds, over every end of the bar too.
    for (const [i, { when }] of heard.entries()) expect(when - heard[0]!.when).toBeCloseTo(i * 0.15, 3);
    expect(Math.max(...heard.map(({ late }) => late))).toBeLessThanOrEqual(0);
    await expect(lit).toHaveCount(0);
  },
);
