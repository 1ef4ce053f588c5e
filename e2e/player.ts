import AxeBuilder from '@axe-core/playwright';
import { expect, test as base, type BrowserContext, type Page } from '@playwright/test';

/** A browser profile as its player keeps it: the shapes of known hands stay in it, settings are each test's own. */
interface Profile {
  readonly profile: BrowserContext;
}

/** Every test also promises that the console stays clean: no errors, no warnings, nothing refused by the policy. */
export const test = base.extend<{ clean: { allow: (pattern: RegExp) => void } }, Profile>({
  profile: [
    async ({ browser }, use, { project }) => {
      const { baseURL, viewport } = project.use;
      const profile = await browser.newContext({
        baseURL: baseURL!,
        viewport: viewport!,
        // What glides is there at once.
        reducedMotion: 'reduce',
      });
      profile.on('page', patient);
      await use(profile);
      await profile.close();
    },
    { scope: 'worker' },
  ],
  context: async ({ profile, baseURL }, lend) => {
    await lend(profile);
    const pages = profile.pages();
    const devtools = await profile.newCDPSession(pages[0]!);
    await profile.clearCookies();
    await devtools.send('Storage.clearDataForOrigin', { origin: baseURL!, storageTypes: 'local_storage' });
    for (const page of pages) await page.close();
  },
  clean: [
    async ({ page }, use) => {
      await asOneWhoReadIt(page);
      const said: string[] = [];
      const allowed: RegExp[] = [];
      page.on('console', (message) => {
        if (['error', 'warning'].includes(message.type())) said.push(message.text());
      });
      page.on('pageerror', (error) => said.push(String(error)));
      await use({ allow: (pattern) => void allowed.push(pattern) });
      expect(said.filter((text) => !allowed.some((pattern) => pattern.test(text)))).toEqual([]);
    },
    { auto: true },
  ],
});
export { expect };

/** Lets a page come alive before anything is done to it: it is painted before that, and a test is quicker than any player. */
export function patient(page: Page): void {
  const isAlive = () =>
    document.documentElement.dataset.alive !== undefined || !document.querySelector('script[type=module]');
  const [goto, reload] = [page.goto.bind(page), page.reload.bind(page)];
  const alive = async <T>(response: T): Promise<T> => {
    await page.waitForFunction(isAlive);
    return response;
  };
  page.goto = async (...to) => alive(await goto(...to));
  page.reload = async (...how) => alive(await reload(...how));
}

/** Whoever plays here has read how to read the bench: nothing lies over it. */
export const asOneWhoReadIt = (page: Page) =>
  page.addInitScript(() =>
    localStorage.setItem('heron.legend-read', localStorage.getItem('heron.legend-read') ?? 'true'),
  );

/** Makes a tune of one's own as a player does, through the Chart place; ends there. Returns its id. */
export async function writeTune(page: Page, text: string): Promise<string> {
  await page.goto('/');
  await page.getByRole('button', { name: 'New tune', exact: true }).click();
  await page.waitForURL(/\/chart$/);
  await typeChart(page, text);
  await expectSaved(page);
  return /tunes\/([^/]+)/.exec(page.url())![1]!;
}

/** Makes the same tune without a page, where the Chart place is not what is tested. Returns its id. */
export async function newTune({ request }: Page, text: string): Promise<string> {
  const made = await request.post('/?index', { form: { intent: 'new' }, maxRedirects: 0 });
  const id = /tunes\/([^/]+)/.exec(made.headers().location!)![1]!;
  const edit = { editId: `${id}.1`, aggregate: `tune:${id}`, baseVersion: 1, patch: { chartText: text } };
  await expect(await request.post('/edits', { data: edit })).toBeOK();
  return id;
}

/** Makes a tune and opens its workbench. Returns its id. */
export async function openNew(page: Page, text: string): Promise<string> {
  const id = await newTune(page, text);
  await openBench(page, id);
  return id;
}

/** Replaces the chart's text. */
export async function typeChart(page: Page, text: string): Promise<void> {
  const editor = page.getByRole('textbox', { name: 'Chart text' });
  await editor.click();
  await page.keyboard.press('Control+a');
  if (text === '') await page.keyboard.press('Delete');
  else await page.keyboard.insertText(text);
}

export async function expectSaved(page: Page): Promise<void> {
  await expect(page.locator('.save')).toHaveText('saved');
}

/** Sends what waits now, unless it was sent meanwhile, and there is nothing left to try. */
export async function tryNow(page: Page): Promise<void> {
  await page
    .getByRole('button', { name: 'Try now' })
    .click({ timeout: 2000 })
    .catch(() => undefined);
}

/** Opens the stave of a chart: a page that has just come up may not hear a click yet. */
export async function showStave(page: Page): Promise<void> {
  const melody = page.getByRole('button', { name: 'Melody', exact: true });
  await expect(async () => {
    if ((await melody.getAttribute('aria-expanded')) === 'false') await melody.click();
    await expect(melody).toHaveAttribute('aria-expanded', 'true', { timeout: 1000 });
  }).toPass();
  await expect(page.locator('.stave svg').first()).toBeVisible();
}

/** Opens a tune's workbench and waits for its first voicings: from its chart by the button, else by its address. */
export async function openBench(page: Page, id: string): Promise<void> {
  if (page.url().endsWith(`/tunes/${id}/chart`)) await page.getByRole('button', { name: 'To the bench' }).click();
  else await page.goto(`/tunes/${id}/bench`);
  await expect(page.locator('.note').first()).toBeVisible();
  await idle(page);
}

/** Until what is shown is the result of every decision made. */
export async function idle(page: Page): Promise<void> {
  await expect(page.locator('.bench')).toHaveAttribute('aria-busy', 'false');
  // What is beside the music is drawn a moment after it.
  await expect(page.locator('.side')).toHaveAttribute('aria-busy', 'false');
}

/** Until all that is on offer has its price. */
export async function priced(page: Page): Promise<void> {
  await idle(page);
  await expect(page.locator('#options-panel')).toHaveAttribute('aria-busy', 'false');
}

/** The symbols of all columns in sight, as a screen reader says them. */
export async function symbols(page: Page): Promise<string[]> {
  return page.locator('.column .symbol').evaluateAll((all) => all.map((one) => one.getAttribute('aria-label') ?? ''));
}

/** The grip in hand, as written above the neck. */
export function gripInHand(page: Page) {
  return page.locator('.hand code');
}

/** Axe has nothing to say of the page as it stands, once no colour is on its way to another; `rules`: of these alone. */
export async function axeClean(page: Page, rules?: readonly string[]): Promise<void> {
  await expect
    .poll(() => page.evaluate(() => document.getAnimations().some((one) => one instanceof CSSTransition)))
    .toBe(false);
  const axe = new AxeBuilder({ page });
  const { violations } = await (rules ? axe.withRules([...rules]) : axe).analyze();
  expect(violations.map(({ id, nodes }) => `${id}: ${nodes.map(({ target }) => target.join(' ')).join(', ')}`)).toEqual(
    [],
  );
}
