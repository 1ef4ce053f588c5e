import { expect, idle, openNew, test } from './player.ts';
import { THOROUGH } from './thorough.ts';

const TUNE = 'title: Seen\nkey: C\n| Cmaj7 | Am7 | Dm7 | G7 |\n| Em7 | A7 | Dm7 G7 | C6 |';

test('in colours of one’s own what is chosen has an edge, and every line is seen', async ({ page }) => {
  await page.emulateMedia({ forcedColors: 'active', colorScheme: 'dark' });
  await openNew(page, TUNE);
  for (const chosen of [
    '.stage [aria-selected="true"]',
    '[role="tab"][aria-selected="true"]',
    '.rail a.active',
    '.option-stands',
  ])
    await expect(page.locator(chosen).first()).toHaveCSS('outline-style', 'solid');
  // Nothing is drawn in the colour of its ground.
  const hidden = await page.evaluate(() => {
    const ground = getComputedStyle(document.body).backgroundColor;
    return [...document.querySelectorAll('.note rect, .ribbon, .neck-finger circle')]
      .filter((one) => {
        const { fill, stroke } = getComputedStyle(one);
        return [fill, stroke].every((colour) => colour === 'none' || colour === ground);
      })
      .map((one) => one.getAttribute('class') ?? one.parentElement!.getAttribute('class'));
  });
  expect(hidden).toEqual([]);
});

test('with less motion nothing glides', THOROUGH, async ({ page }) => {
  await page.emulateMedia({ reducedMotion: 'reduce' });
  await openNew(page, TUNE);
  await page.keyboard.press('ArrowRight');
  await idle(page);
  const gliding = await page.evaluate(
    () => document.getAnimations().filter(({ playState }) => playState === 'running').length,
  );
  expect(gliding).toBe(0);
});
