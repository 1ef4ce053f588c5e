import { runInNewContext } from 'node:vm';
import { expect, test } from '@jest/globals';
import { paintedFirst } from './after-paint.ts';

const PAGE =
  '<html><head><link rel="modulepreload" href="/assets/a.js" nonce="n"/><title>Shelf</title></head><body><p>Tunes</p>' +
  '<script nonce="n">early()</script><script nonce="n" type="module" async="">import "/assets/a.js";\nsay("<b>$&</b>");</script>' +
  '<script nonce="n">late()</script></body></html>';

/** The text of the page's module, as the browser gets it. */
const sent = () => /type="module" async="">([^]*?)<\/script>/.exec(paintedFirst(PAGE))![1]!;

/** What a browser puts into the page for it, and when: at once, or after so many frames and turns. */
function put(hidden: boolean): { readonly after: readonly string[]; readonly elements: readonly object[] } {
  const after: string[] = [];
  const elements: object[] = [];
  const later = (what: string) => (run: () => void) => {
    after.push(what);
    run();
  };
  runInNewContext(sent(), {
    requestAnimationFrame: later('a frame'),
    setTimeout: later('a turn'),
    document: {
      hidden,
      querySelector: () => ({ nonce: 'n' }),
      createElement: (tag: string) => ({ tag }),
      head: { append: (...some: object[]) => elements.push(...some) },
    },
  });
  // Objects of the other realm are no plain ones here.
  return { after, elements: elements.map((element) => ({ ...element })) };
}

test('a page as it is sent fetches none of its script; all else stands as it stood', () => {
  const page = paintedFirst(PAGE);
  expect(page).not.toContain('<link rel="modulepreload"');
  expect(page.replace(sent(), '')).toBe(
    PAGE.replace(/<link[^>]*>/, '').replace(/import "\/assets\/a.js";[^]*?(?=<\/script>)/, ''),
  );
});

test('after a frame is painted its files are asked for, and its module is run, to the letter', () => {
  expect(put(false)).toEqual({
    after: ['a frame', 'a turn'],
    elements: [
      { tag: 'link', rel: 'modulepreload', href: '/assets/a.js' },
      { tag: 'script', type: 'module', nonce: 'n', text: 'import "/assets/a.js";\nsay("<b>$&</b>");' },
    ],
  });
});

test('where nobody looks, at once', () => {
  expect(put(true).after).toEqual([]);
  expect(put(true).elements).toHaveLength(2);
});
