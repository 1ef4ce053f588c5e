import { expect, type Page } from '@playwright/test';

/* What one looks for on any page, at any size. */

/** Pairs of texts that lie over each other by more than a hair, as they are seen: cut to what scrolls and what is sticky. */
export const overprinted = (page: Page) =>
  page.evaluate(() => {
    interface Text {
      readonly of: Element;
      readonly text: string;
      readonly box: DOMRect;
    }
    const HAIR = 2;
    const meet = (a: DOMRect, b: DOMRect) => {
      const [x, y] = [Math.max(a.left, b.left), Math.max(a.top, b.top)];
      return new DOMRect(
        x,
        y,
        Math.max(0, Math.min(a.right, b.right) - x),
        Math.max(0, Math.min(a.bottom, b.bottom) - y),
      );
    };
    const scale = document.querySelector('.stage-scale')?.getBoundingClientRect();
    const seen = (of: Element, box: DOMRect): DOMRect => {
      let cut = meet(box, new DOMRect(0, 0, innerWidth, innerHeight));
      for (let up: Element | null = of; up; up = up.parentElement) {
        if (getComputedStyle(up).overflow !== 'visible') cut = meet(cut, up.getBoundingClientRect());
        if (scale && up.matches('.stage-track')) cut = meet(cut, new DOMRect(scale.right, 0, innerWidth, innerHeight));
      }
      return cut;
    };
    const open = [...document.querySelectorAll('[role=dialog]')].at(-1);
    const texts: Text[] = [];
    const walker = document.createTreeWalker(open ?? document.body, NodeFilter.SHOW_TEXT);
    for (let node = walker.nextNode(); node; node = walker.nextNode()) {
      const of = node.parentElement!;
      if (!node.textContent?.trim() || of.closest('svg, .visually-hidden, .skip, script, style, title, .sign-text'))
        continue;
      if (!of.checkVisibility({ opacityProperty: true, visibilityProperty: true })) continue;
      const range = document.createRange();
      range.selectNodeContents(node);
      for (const box of range.getClientRects()) {
        // Lines of type are taller than what is drawn of them.
        const drawn = new DOMRect(box.left, box.top + box.height * 0.2, box.width, box.height * 0.6);
        const cut = seen(of, drawn);
        if (cut.width > HAIR && cut.height > HAIR) texts.push({ of, text: node.textContent.trim(), box: cut });
      }
    }
    const found: string[] = [];
    texts.forEach((a, i) =>
      texts.slice(i + 1).forEach((b) => {
        if (a.of.contains(b.of) || b.of.contains(a.of)) return;
        const { width, height } = meet(a.box, b.box);
        if (width > HAIR && height > HAIR) found.push(`${a.text} × ${b.text}`);
      }),
    );
    return [...new Set(found)];
  });
export const overflow = (page: Page) => page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
/** How far a place can be scrolled past all that is seen of it: for words that are only to be read aloud. */
export const pastItsEnd = (page: Page) =>
  page.evaluate(() => {
    const place = document.querySelector('.place, .stand-main')!;
    const withWords = place.scrollHeight;
    const words = [...place.querySelectorAll<HTMLElement>('.visually-hidden')];
    for (const { style } of words) style.display = 'none';
    const seen = place.scrollHeight;
    for (const { style } of words) style.display = '';
    return withWords - seen;
  });

/** What a finger is to hit, and is smaller than 40 px either way; links within a text are as high as its lines (WCAG 2.2, 2.5.8). */
export const hardToHit = (page: Page) =>
  page.evaluate(() => {
    const LEAST = 40;
    const HAIR = 0.6;
    const open = [...document.querySelectorAll('[role=dialog], [role=menu]')].at(-1);
    const all = (open ?? document).querySelectorAll<HTMLElement>(
      'a[href], button, select, input:not([type=file]), textarea, [role=button], [role=tab], [role=option], [role=menuitem], [role=combobox]',
    );
    const small = [...all].flatMap((one) => {
      if (one.closest('svg, .visually-hidden, .skip, .cm-editor') || !one.checkVisibility({ visibilityProperty: true }))
        return [];
      if ((one as HTMLButtonElement).disabled || getComputedStyle(one).display === 'inline') return [];
      // A field is hit by its frame, a switch and a box by their words, a dial anywhere along it.
      const hit = one.closest('.MuiInputBase-root, .MuiSlider-root, label') ?? one;
      const { width, height } = hit.getBoundingClientRect();
      if (width === 0 || height === 0 || (width >= LEAST - HAIR && height >= LEAST - HAIR)) return [];
      const name = one.getAttribute('aria-label') ?? (one.textContent || one.className);
      return [`${name.trim().slice(0, 30)}: ${Math.round(width)} by ${Math.round(height)}`];
    });
    return [...new Set(small)];
  });

/** Makes the page one that is worked by fingers. */
export async function touched(page: Page, enabled = true): Promise<void> {
  const devtools = await page.context().newCDPSession(page);
  await devtools.send('Emulation.setTouchEmulationEnabled', { enabled });
  await expect.poll(() => page.evaluate(() => matchMedia('(pointer: coarse)').matches)).toBe(enabled);
}

/** Text spaced as widely as WCAG 2.2 asks for, success criterion 1.4.12. */
export const SPACING =
  '* { line-height: 1.5 !important; letter-spacing: 0.12em !important; word-spacing: 0.16em !important; } p { margin-bottom: 2em !important; }';

/** Spaces the text of a page as it stands; with nothing, it is as it was. */
export const spaced = (page: Page, spacing = SPACING) =>
  page.evaluate((text) => {
    const sheet = new CSSStyleSheet();
    sheet.replaceSync(text);
    document.adoptedStyleSheets = [sheet];
  }, spacing);
