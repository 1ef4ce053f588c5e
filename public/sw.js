/*
 * Keeps the places a player has opened at hand while Yellow Heron does not answer: a reload shows the last that was
 * there, and what is changed waits in the outbox. Whatever the server answers comes first.
 */
const CACHE = 'heron-1';
const MOST_PAGES = 60;
const MOST_FILES = 200;

self.addEventListener('install', () => self.skipWaiting());
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));

const isFile = (address) => new URL(address).pathname.startsWith('/assets/');

/** Lets the oldest go, pages and files each by themselves. */
async function thin(cache) {
  const all = await cache.keys();
  for (const [is, most] of [
    [isFile, MOST_FILES],
    [(address) => !isFile(address), MOST_PAGES],
  ]) {
    const some = all.filter(({ url }) => is(url));
    await Promise.all(some.slice(0, Math.max(0, some.length - most)).map((request) => cache.delete(request)));
  }
}

/** The files of every place, told by a page: a place not opened yet must not want for them. */
self.addEventListener('message', ({ data }) => {
  if (!Array.isArray(data)) return;
  caches.open(CACHE).then(async (cache) => {
    for (const address of data) if (!(await cache.match(address))) await cache.add(address).catch(() => undefined);
    await thin(cache);
  });
});

/** A file of a place never changes: what is kept will do. No place must want for one, whatever ails the cache or a connection. */
async function fileFirst(request) {
  const cache = await caches.open(CACHE).catch(() => undefined);
  const kept = await cache?.match(request).catch(() => undefined);
  if (kept) return kept;
  const reply = await fetch(request).catch(() => fetch(request));
  if (reply.ok) await cache?.put(request, reply.clone()).catch(() => undefined);
  return reply;
}

async function serverFirst(request) {
  const cache = await caches.open(CACHE);
  try {
    const reply = await fetch(request);
    if (reply.ok && !reply.redirected && reply.headers.get('content-type')?.includes('text/html')) {
      // The newest last, so that the oldest goes first.
      const copy = reply.clone();
      const keep = async () => {
        await cache.delete(request.url);
        await cache.put(request.url, copy);
        await thin(cache);
      };
      await keep().catch(() => undefined);
    }
    return reply;
  } catch {
    const kept = (await cache.match(request.url)) ?? (await cache.match(new URL('/', request.url).href));
    return (
      kept ??
      new Response('Yellow Heron does not answer. Start it, and load the page again.\n', {
        status: 503,
        headers: { 'content-type': 'text/plain; charset=utf-8' },
      })
    );
  }
}

self.addEventListener('fetch', (event) => {
  const { request } = event;
  if (request.method !== 'GET' || new URL(request.url).origin !== self.location.origin) return;
  if (isFile(request.url)) event.respondWith(fileFirst(request));
  else if (request.mode === 'navigate' && !new URL(request.url).pathname.startsWith('/keeping/'))
    event.respondWith(serverFirst(request));
});
