import type { Page } from '@playwright/test';
import { run } from '../core/index.ts';
import { mixed } from '../app/sound/mix.ts';
import { USUAL_VOLUMES } from '../app/sound/performance.ts';
import { renderTimbre } from '../app/sound/timbre.ts';
import { axeClean, expect, expectSaved, newTune, test } from './player.ts';
import { THOROUGH } from './thorough.ts';

const RATE = 22_050;
const OPEN = [40, 45, 50, 55, 59, 64];
const says = (page: Page) => page.locator('.ear-says');
const marks = (page: Page) => page.locator('.stand-marks');

/** A stand-in for the microphone: what it hears is said by the test. */
async function withMicrophone(page: Page): Promise<void> {
  await page.addInitScript(() => {
    navigator.mediaDevices.getUserMedia = async () => {
      const context = new AudioContext();
      const into = context.createMediaStreamDestination();
      Object.assign(window, {
        sound(samples: readonly number[], rate: number) {
          const buffer = context.createBuffer(1, samples.length, rate);
          buffer.copyToChannel(Float32Array.from(samples), 0);
          const source = new AudioBufferSourceNode(context, { buffer });
          source.connect(into);
          source.start();
          return new Promise<void>((resolve) => (source.onended = () => resolve()));
        },
      });
      return into.stream;
    };
  });
}
/** Strikes strings, so many seconds after one another, until they have rung out. */
async function strike(page: Page, pitches: readonly number[], apart = 0.01): Promise<void> {
  const chords = pitches.map((pitch, i) => ({ at: i * apart, seconds: Math.max(apart, 1), pitches: [pitch] }));
  const samples = {
    of: (timbre: Parameters<typeof renderTimbre>[0]) => renderTimbre(timbre, RATE),
    click: () => new Float32Array(1),
  };
  const seconds = 1 + apart * pitches.length;
  const sound = run(mixed({ lit: [], chords, clicks: [], seconds }, USUAL_VOLUMES, samples, RATE));
  await page.evaluate(
    ([all, rate]) =>
      (window as unknown as { sound(of: readonly number[], rate: number): Promise<void> }).sound(all, rate),
    [[...sound], RATE] as const,
  );
}

/** Strikes a grip until this is said of it: a browser that is busy lets sound drop out, and a player strikes again. */
async function struck(page: Page, pitches: readonly number[], words: string | RegExp, apart?: number): Promise<void> {
  await expect(async () => {
    await page.keyboard.press('a');
    await expect(says(page)).toHaveCount(0, { timeout: 2_000 });
    await strike(page, pitches, apart);
    await expect(says(page)).toContainText(words, { timeout: 6_000 });
  }).toPass();
}

async function openPart(page: Page, text: string, name: string): Promise<string> {
  const id = await newTune(page, text);
  await page.goto(`/practice?tune=${id}`);
  const step = page.locator('.plan-part', { hasText: name }).locator('.plan-step').first();
  await step.click();
  await expect(page.getByRole('region', { name: 'Now' })).toBeVisible();
  return id;
}
async function listenTo(page: Page, whom: string): Promise<void> {
  await page.keyboard.press('e');
  await page.getByRole('group', { name: 'Listens to' }).getByText(whom).click();
  await page.getByRole('button', { name: 'Done' }).click();
}

test(
  'a simulated player shows what the ear says; rounds are marked by it, and nothing is logged',
  THOROUGH,
  async ({ page }) => {
    await openPart(page, `title: Sounding Line\nkey: C\ntempo: 236\n| C | A7 | Dm7 | G7 |\n`, 'Changes');
    await listenTo(page, 'a simulated player');
    await page.keyboard.press('Space');
    await expect(says(page)).toContainText(/of \d+ strokes as written/);
    await expect(marks(page)).toContainText(/\d+ clean, \d+ not/);
    // Sooner or later it makes a mistake, and that is said in words.
    await expect(says(page).getByRole('listitem').first()).toContainText(
      /bar \d+, \S+ (the .+ (did not sound|sounded in its place)|\S+ sounded along|late by|was not heard).*(sure|probably|perhaps)/,
      { timeout: 120_000 },
    );
    await axeClean(page);
    await page.keyboard.press('Space');
    await page.getByRole('button', { name: 'Finish' }).click();
    await page.waitForURL('**/practice');
    await page.goto('/practice?show=log');
    await expect(page.getByRole('region', { name: 'The log' })).not.toContainText('of 236');
  },
);

test(
  'a grip is shown as soon as it is struck, with which string was mute, and which is out of tune',
  THOROUGH,
  async ({ page }) => {
    await withMicrophone(page);
    await openPart(page, `title: Cold Anchor\nkey: A\ntempo: 120\n| A | D | E7 | A |\n`, 'Grips');
    await page.getByRole('button', { name: 'Show it' }).click();
    const frets = (await page.locator('.stand-now code').innerText()).split('-');
    const notes = frets.flatMap((fret, s) => (fret === 'x' ? [] : [OPEN[s]! + Number(fret)]));
    await page
      .getByRole('button', { name: /^It was/ })
      .last()
      .click();
    await listenTo(page, 'the microphone');
    await expect(page.locator('.ear-listens')).toBeVisible();

    await struck(page, notes, 'Every string sounds as it should.');
    // Its second string is mute.
    const mute = notes.filter((_, i) => i !== 1);
    await struck(page, mute, /the \S+ \(string \d\) did not sound/);
    // String by string, the third of them flat.
    const flat = notes.map((pitch, i) => (i === 2 ? pitch - 0.3 : pitch));
    await struck(page, flat, /string \d is (29|30|31|32) cents flat/, 0.45);
    await page.keyboard.press('PageUp');
    await expect(says(page)).toHaveCount(0);
  },
);

test('a round in which nothing is heard is not marked, and says why', THOROUGH, async ({ page }) => {
  await withMicrophone(page);
  await openPart(page, `title: Dead Calm\nkey: C\ntempo: 244\n| C | A7 | Dm7 | G7 |\n`, 'Changes');
  await listenTo(page, 'the microphone');
  await expect(page.locator('.ear-listens')).toBeVisible();
  await page.keyboard.press('Space');
  await expect(says(page)).toContainText('Nothing was heard. Is the microphone on, and near enough?');
  await expect(marks(page)).not.toContainText('clean, ');
  // The player has the first word.
  await page.keyboard.press('PageDown');
  await expect(marks(page)).toContainText('1 clean, 0 not');
  await page.keyboard.press('Space');
  await page.getByRole('button', { name: 'Finish' }).click();
  await page.waitForURL('**/practice');
  await expectSaved(page);
});

test('a microphone that is refused is said plainly, and pedals go on marking', async ({ page }) => {
  await page.addInitScript(() => {
    navigator.mediaDevices.getUserMedia = () => Promise.reject(new DOMException('no', 'NotAllowedError'));
  });
  await openPart(page, `title: Closed Hatch\nkey: C\ntempo: 248\n| C | A7 | Dm7 | G7 |\n`, 'Changes');
  await page.getByRole('button', { name: /The listening ear/ }).click();
  await page.getByRole('group', { name: 'Listens to' }).getByText('the microphone').click();
  await expect(page.getByRole('dialog').getByRole('alert')).toContainText(
    'The browser may not use the microphone. Allow it',
  );
  await axeClean(page);
  await page.getByRole('button', { name: 'Done' }).click();
  // Nobody listens: it is as without an ear.
  await expect(page.locator('.ear-place')).toHaveCount(0);
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect(page.locator('.beat-light:not(.beat-off)')).toBeVisible();
  await page.keyboard.press('PageDown');
  await expect(marks(page)).toContainText('1 clean, 0 not');
});
