/*
 * Keeps the app, and the places a player has opened, at hand while Yellow Heron does not answer: a reload, or a start
 * from the home screen, shows the last that was there, and what is changed waits in the outbox. Whatever the server
 * answers comes first. A renewed Yellow Heron brings new files under new names: those of pages that are still open stay.
 */
const CACHE = 'heron-1';
const MOST_PAGES = 60;
/** Two builds' worth. */
const MOST_FILES = 500;
/** What stands outside the build and never changes its name. */
const ALWAYS = ['/', '/heron.svg', '/manifest.webmanifest', '/icon-192.png', '/icon-512.png', '/icon-maskable-512.png'];

self.addEventListener('install', (event) => {
  self.skipWaiting();
  // Where the browser can, it takes a file that is kept by itself: this need not be woken for each.
  const kept = event.addRoutes?.({
    condition: { urlPattern: { pathname: '/assets/*' } },
    source: { cacheName: CACHE },
  });
  event.waitUntil(Promise.resolve(kept).catch(() => undefined));
  event.waitUntil(caches.open(CACHE).then((cache) => cache.addAll(ALWAYS).catch(() => undefined)));
});
self.addEventListener('activate', (event) => {
  event.waitUntil(self.clients.claim());
  // The server is asked for a page while this is woken, not after it.
  event.waitUntil(Promise.resolve(self.registration.navigationPreload?.enable()).catch(() => undefined));
});

const pathOf = (address) => new URL(address).pathname;
const isFile = (address) => pathOf(address).startsWith('/assets/');
const isAlways = (address) => ALWAYS.includes(pathOf(address));

/** Lets the oldest go, pages and files each by themselves. */
async function thin(cache) {
  const all = (await cache.keys()).filter(({ url }) => !isAlways(url));
  for (const [is, most] of [
    [isFile, MOST_FILES],
    [(address) => !isFile(address), MOST_PAGES],
  ]) {
    const some = all.filter(({ url }) => is(url));
    await Promise.all(some.slice(0, Math.max(0, some.length - most)).map((request) => cache.delete(request)));
  }
}

/** The files of all places, told by a page, and all of the build, told by the server: nothing opened later must want for them. */
async function keep(wanted) {
  const cache = await caches.open(CACHE);
  const files = wanted === 'all' ? await (await fetch('/files.json')).json() : wanted;
  for (const file of files) if (!(await cache.match(file))) await cache.add(file).catch(() => undefined);
  await thin(cache);
}
self.addEventListener('message', (event) => {
  event.waitUntil(keep(event.data.keep).catch(() => undefined));
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

/** A picture of ours: as the server has it, else as it was. */
const alwaysThere = (request) => fetch(request).catch(async () => (await caches.match(request)) ?? Response.error());

/** The nearest that can be shown in place of one that was never opened: the place with other choices, or the shelf. */
async function nearest(cache, request) {
  const kept = await cache.keys();
  const same = kept.findLast(({ url }) => pathOf(url) === pathOf(request.url));
  if (same) return Response.redirect(same.url);
  if (pathOf(request.url) !== '/' && (await cache.match('/'))) return Response.redirect('/');
  return new Response('Yellow Heron does not answer. Start it, and load the page again.\n', {
    status: 503,
    headers: { 'content-type': 'text/plain; charset=utf-8' },
  });
}

async function serverFirst(event) {
  const { request, preloadResponse } = event;
  try {
    const reply = (await preloadResponse) ?? (await fetch(request));
    if (reply.ok && !reply.redirected && reply.headers.get('content-type')?.includes('text/html')) {
      // The newest last, so that the oldest goes first.
      const copy = reply.clone();
      const keep = async () => {
        const cache = await caches.open(CACHE);
        await cache.delete(request.url);
        await cache.put(request.url, copy);
        await thin(cache);
      };
      // Nobody waits for it.
      event.waitUntil(keep().catch(() => undefined));
    }
    return reply;
  } catch {
    const cache = await caches.open(CACHE);
    return (await cache.match(request.url)) ?? nearest(cache, request);
  }
}

self.addEventListener('fetch', (event) => {
  const { request } = event;
  if (request.method !== 'GET' || new URL(request.url).origin !== self.location.origin) return;
  if (isFile(request.url)) event.respondWith(fileFirst(request));
  else if (request.mode === 'navigate' && !pathOf(request.url).startsWith('/keeping/'))
    event.respondWith(serverFirst(event));
  else if (isAlways(request.url) && request.cache !== 'no-store') event.respondWith(alwaysThere(request));
});
