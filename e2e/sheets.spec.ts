import type { Locator, Page } from '@playwright/test';
import { hardToHit, overflow, overprinted, spaced, touched } from './looks.ts';
import { axeClean, expect, newTune, openBench, priced, showStave, test } from './player.ts';
import { THOROUGH } from './thorough.ts';

/*
 * Whatever lies over a place while it is asked for: opened, read, gone through and left by keys alone, with nothing for axe
 * to say; no text over another, nothing over the edge, enlarged twice, with wide text spacing, and on a phone, where a
 * finger hits what it is to hit.
 */

const CHART =
  'title: Over it all\nkey: Db\ntempo: 132\n[A]\n| Dbmaj7 | Bbm7 | Ebm7 | Ab7 |\n| Dbmaj7 | Bbm7 | Ebm7 Ab7 | Db6 |\n';

/** Puts the focus on something, and presses Enter there. */
async function entered(one: Locator): Promise<void> {
  await one.focus();
  await one.press('Enter');
}
const button = (page: Page, name: string | RegExp) => page.getByRole('button', { name, exact: true }).first();
const menuItem = (page: Page, name: string) => page.getByRole('menuitem', { name });
const onTab = async (page: Page, name: string) => {
  await entered(page.getByRole('tab', { name }));
  await priced(page);
};

type Opens = (page: Page) => Promise<void>;
const BENCH: Readonly<Record<string, Opens>> = {
  'in time': (page) => entered(button(page, /^Rhythm: /)),
  'a rhythm of one’s own': async (page) => {
    await entered(button(page, /^Rhythm: /));
    await entered(button(page, 'Make your own…'));
  },
  volume: (page) => entered(button(page, 'Volume')),
  'keep as a move': (page) => page.keyboard.press('k'),
  'three takes': async (page) => {
    await page.keyboard.press('t');
    await expect(page.getByRole('button', { name: 'Put it on the bench' })).toHaveCount(3);
  },
  styles: async (page) => {
    await onTab(page, 'Moves');
    await entered(page.getByRole('combobox', { name: 'Style' }));
    await page.keyboard.press('End');
    await page.keyboard.press('Enter');
  },
  'which grips': async (page) => {
    await onTab(page, 'Grip');
    await entered(button(page, /^Filter/));
  },
  'grips, large': async (page) => {
    await entered(button(page, 'Take it away'));
    await entered(menuItem(page, 'Grips, large and for print'));
  },
  keys: (page) => page.keyboard.press('?'),
  'language and names': (page) => entered(button(page, 'Language and names of notes')),
  'rename the take': async (page) => {
    await entered(page.locator('.head-take'));
    await entered(menuItem(page, 'Rename this take…'));
  },
};

/** Looks at what is open, as it lies there, and in every other way of reading it. */
async function faults(page: Page): Promise<readonly string[]> {
  const found: string[] = [];
  const look = async (how: string) => {
    const all = [...(await overprinted(page)), ...((await overflow(page)) > 0 ? ['it runs over the edge'] : [])];
    found.push(...all.map((one) => `${how}: ${one}`));
  };
  await look('as it is');
  await spaced(page);
  await look('with wide spacing');
  await spaced(page, '');
  await page.setViewportSize({ width: 640, height: 400 });
  await look('enlarged twice');
  await page.setViewportSize({ width: 390, height: 844 });
  await touched(page);
  await look('on a phone');
  found.push(...(await hardToHit(page)).map((one) => `by a finger: ${one}`));
  await touched(page, false);
  await page.setViewportSize({ width: 1280, height: 800 });
  return found;
}

/** What is wrong with a sheet that keys open, go through and leave. */
async function wrongWith(page: Page, opens: Opens): Promise<readonly string[]> {
  const wrong: string[] = [];
  await opens(page);
  const sheet = page.getByRole('dialog').last();
  await expect(sheet).toBeVisible();
  await expect(sheet).toHaveAccessibleName(/\S/);
  /** The ends of a sheet send the focus round a moment after it came to them. */
  const isWithin = () => sheet.evaluate((one) => one.closest('.MuiModal-root')!.contains(document.activeElement));
  await expect.poll(isWithin).toBe(true);
  for (let i = 0; i < 40; i++) {
    await page.keyboard.press(i % 5 === 4 ? 'Shift+Tab' : 'Tab');
    await expect.poll(isWithin, `the focus stays in it at the ${i + 1}th key`).toBe(true);
  }
  await axeClean(page);
  wrong.push(...(await faults(page)));
  for (let i = 0; i < 3 && (await page.getByRole('dialog').count()) > 0; i++) {
    await page.keyboard.press('Escape');
    await page
      .waitForFunction((was) => document.querySelectorAll('[role=dialog]').length < was, i + 2)
      .catch(() => undefined);
  }
  await expect(page.getByRole('dialog')).toHaveCount(0);
  return wrong;
}

/** Each sheet of a place that is opened anew. */
function sheetsOf(place: (page: Page, id: string) => Promise<void>, sheets: Readonly<Record<string, Opens>>): void {
  for (const [name, opens] of Object.entries(sheets))
    test(`“${name}” is worked by keys, and read in every way`, THOROUGH, async ({ page }) => {
      await place(page, await newTune(page, CHART));
      expect(await wrongWith(page, opens)).toEqual([]);
    });
}

sheetsOf(openBench, BENCH);
sheetsOf(
  async (page, id) => {
    await page.goto(`/tunes/${id}/chart`);
    await showStave(page);
  },
  { 'move key': (page) => entered(button(page, 'Move key')) },
);
sheetsOf(
  async (page, id) => {
    await page.goto(`/tunes/${id}/sheet`);
    await expect(page.locator('.sheet-symbol').first()).toBeVisible();
    await expect(button(page, 'Export')).toBeEnabled();
  },
  { export: (page) => entered(button(page, 'Export')) },
);
sheetsOf(
  async (page, id) => {
    await page.goto(`/practice?tune=${id}`);
    await entered(page.locator('.plan-part', { hasText: 'Changes' }).locator('.plan-step').first());
    await expect(page.locator('.stand-now .grip-diagram')).toBeVisible();
  },
  {
    'how it is practised': (page) => entered(button(page, 'How it is practised')),
    'the ear': (page) => page.keyboard.press('e'),
    'it hurts': (page) => entered(button(page, /It hurts/)),
  },
);
sheetsOf(
  async (page, id) => {
    await page.goto(`/moves?tune=${id}`);
    await expect(page.locator('.strip li').first()).toBeVisible();
  },
  { 'change a move': (page) => entered(button(page, 'Change')) },
);
