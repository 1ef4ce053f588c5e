/* Renews docs/screenshots from the demo tunes: all, or those that are named. */
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { ROOT } from './prepare.mjs';
import { served } from './served.mjs';

const named = process.argv.slice(2);
const OUT = join(ROOT, 'docs', 'screenshots');
const { address, stop } = await served();
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] });
async function shot(name, { width = 1280, height = 800, scheme = 'light' }, steps) {
  if (named.length > 0 && !named.includes(name)) return;
  const page = await browser.newPage({ viewport: { width, height }, colorScheme: scheme });
  await page.addInitScript(() => localStorage.setItem('heron.legend-read', 'true'));
  await page.goto(address);
  await steps(page);
  // Nothing under the mouse, every list complete and none pale.
  await page.mouse.move(620, 20);
  await page.locator('#options-panel[aria-busy=true]').waitFor({ state: 'detached' });
  await page.waitForTimeout(1500);
  await page.screenshot({ path: join(OUT, `${name}.png`) });
  await page.close();
}
const open = async (page, title, place) => {
  const link = page.locator('.shelf-link', { hasText: title });
  await page.goto(address + (await link.getAttribute('href')).replace('bench', place));
  if (place === 'bench') {
    await page.locator('.note').first().waitFor();
    await page.locator('.bench[aria-busy=false]').waitFor();
    const silent = page.getByText('No chord sounds here.');
    await page.locator('.option').nth(2).or(silent).waitFor({ state: 'attached' });
  } else await page.locator('.cm-editor').waitFor();
};

mkdirSync(OUT, { recursive: true });
await shot('shelf', {}, () => Promise.resolve());
await shot('chart', {}, (page) => open(page, 'Gangplank Strut', 'chart'));
await shot('stave', {}, async (page) => {
  await open(page, 'Slack Water', 'chart');
  await page.getByRole('button', { name: 'Melody' }).click();
  await page.locator('.stave svg').first().waitFor();
  for (const key of ['Control+ArrowRight', 'Control+ArrowRight', 'Control+ArrowRight']) await page.keyboard.press(key);
});
await shot('bench', {}, async (page) => {
  await open(page, 'Slack Water', 'bench');
  for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowRight');
  await page.locator('.option').nth(2).waitFor();
});
await shot('chord-melody', { scheme: 'dark' }, async (page) => {
  await open(page, "Lamplighter's Landing", 'bench');
  await page.locator('.head-take').click();
  await page.getByRole('menuitem', { name: 'Alone on deck' }).click();
  await page.locator('.sung-free').first().waitFor();
  await page.locator('.bench[aria-busy=false]').waitFor();
  for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowRight');
  await page.keyboard.press('w');
  await page.getByText(/notes can be carried/).waitFor();
});
await shot('takes', {}, async (page) => {
  await open(page, 'Gangplank Strut', 'bench');
  await page.keyboard.press('t');
  const sheet = page.getByRole('dialog', { name: 'Three takes' });
  await sheet.locator('.found-takes:not(.stale) li').nth(2).waitFor({ timeout: 180_000 });
  await sheet.getByRole('button', { name: 'Keep it as a take' }).nth(1).click();
  await sheet.getByRole('link', { name: /^Kept/ }).click();
  await page.locator('.pair-column').first().waitFor();
  await page.locator('.takes-main[aria-busy=false]').waitFor();
  for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowRight');
  for (let i = 0; i < 3; i++) await page.keyboard.press('Shift+ArrowRight');
});
await shot('sheet', {}, async (page) => {
  const link = page.locator('.shelf-link', { hasText: 'Slack Water' });
  await page.goto(address + (await link.getAttribute('href')).replace('bench', 'sheet'));
  await page.getByRole('button', { name: 'Everything' }).click();
  await page.locator('.vf-tabnote').first().waitFor();
});
await shot('in-time', {}, async (page) => {
  await open(page, 'Gangplank Strut', 'bench');
  await page.getByRole('button', { name: /^Rhythm:/ }).click();
  const sheet = page.getByRole('dialog', { name: 'In time' });
  await sheet.getByRole('option', { name: /^Question and answer/ }).click();
  await sheet.getByRole('combobox').nth(1).click();
  await page.getByRole('option', { name: 'walking' }).click();
  await sheet.getByRole('switch', { name: 'Brushes' }).click();
  await sheet.locator('.rhythms').evaluate((list) => list.scrollTo(0, 0));
});
await shot('bench-moves', {}, async (page) => {
  await open(page, 'Two Landings', 'bench');
  for (let i = 0; i < 7; i++) await page.keyboard.press('ArrowRight');
  await page.keyboard.press('m');
  await page
    .locator('.option', { hasText: 'the substitute’s own ii–V' })
    .or(page.locator('.option').nth(24))
    .first()
    .waitFor();
  await page.getByLabel('How far moves may stray').press('End');
  const move = page.locator('.option', { hasText: 'far and sure' });
  await move.getByRole('button').first().click();
  await page.locator('.move-made').waitFor();
  await page.locator('.bench[aria-busy=false]').waitFor();
  await page.locator('.option').nth(8).waitFor();
  await page.keyboard.press('Escape');
});
await shot('bench-voices', {}, async (page) => {
  await open(page, 'Slack Water', 'bench');
  for (let i = 0; i < 6; i++) await page.keyboard.press('ArrowRight');
  await page.keyboard.press('v');
  const outcomes = page.getByRole('list', { name: 'What can come of it' }).getByRole('listitem');
  await page.keyboard.press('3');
  await page.keyboard.press('ArrowRight');
  await outcomes.filter({ hasText: 'first ' }).first().waitFor();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await page.locator('.note-late').waitFor();
  await page.locator('.bench[aria-busy=false]').waitFor();
  await outcomes.first().waitFor();
});
await shot('bench-wishes', {}, async (page) => {
  await open(page, 'Midstream', 'bench');
  for (let i = 0; i < 5; i++) await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('w');
  await page.getByRole('group', { name: 'The top line' }).getByRole('button', { name: 'falls' }).click();
  await page.locator('.wish-line').first().waitFor();
  await page.locator('.bench[aria-busy=false]').waitFor();
});
await shot('bench-between', {}, async (page) => {
  await open(page, 'Last Crossing', 'bench');
  for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowRight');
  await page.keyboard.press('a');
  await page.getByRole('list', { name: 'What could be added' }).getByRole('listitem').nth(2).waitFor();
  for (let i = 0; i < 2; i++) await page.keyboard.press('ArrowDown');
  await page.locator('.added-tried').waitFor();
});
await shot('player', {}, async (page) => {
  await page.goto(`${address}/players`);
  await page.getByRole('link', { name: 'Band night' }).click();
  await page.locator('.players-holds[aria-busy=false] li').first().waitFor();
});
await shot('grips', {}, async (page) => {
  await page.goto(`${address}/grips?grip=4-6-5-5-4-4&key=Db`);
  await page.locator('.around[aria-busy=false]').waitFor();
});
await shot('moves', {}, async (page) => {
  await page.goto(`${address}/moves?move=ladder-minor-up&key=E`);
  await page.locator('.moves-main[aria-busy=false] .strip li').nth(7).waitFor();
});
await shot('practice', {}, async (page) => {
  await page.goto(`${address}/practice`);
  await page.locator('.practice-plan[aria-busy=false]').waitFor();
});
await shot('stand', {}, async (page) => {
  await page.goto(`${address}/practice`);
  await page.locator('.practice-plan[aria-busy=false]').waitFor();
  await page.locator('.plan-part', { hasText: 'Four bars' }).locator('.plan-step').first().click();
  await page.locator('.stand-now .grip-diagram').waitFor();
  // The ear, with something to say.
  await page.keyboard.press('e');
  await page.getByRole('group', { name: 'Listens to' }).getByText('a simulated player').click();
  await page.getByRole('button', { name: 'Done' }).click();
  await page.keyboard.press('Space');
  await page.locator('.ear-says li').nth(1).waitFor({ timeout: 120_000 });
  await page.locator('.beat-light:not(.beat-off)').waitFor();
});
await shot('bench-phone', { width: 390, height: 844 }, async (page) => {
  await open(page, 'Cable and Pulley', 'bench');
  await page.locator('#column-1').click();
  await page.getByRole('tab', { name: 'Colour' }).click();
  await page.getByRole('list', { name: 'Colours' }).getByRole('listitem').nth(2).hover();
});
await shot('keeping', {}, async (page) => {
  for (const title of ['Midstream', 'Foghorn Blues']) {
    await page.locator('.shelf-tune', { hasText: title }).locator('a').first().focus();
    await page.keyboard.press('Delete');
    await page.locator('.shelf-tune', { hasText: title }).waitFor({ state: 'detached' });
  }
  await page.getByRole('link', { name: 'Keeping' }).click();
  await page.getByRole('button', { name: 'Back everything up' }).click();
  await page.getByText('Everything was backed up').waitFor();
  await page.goto(`${address}/keeping`);
});
await browser.close();
stop();
