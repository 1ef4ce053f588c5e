/*
 * The app's server: `node scripts/server.mjs BUILD` with HOST, PORT and HERON_DB. It answers to one address only, gives
 * every file the policy that its pages have, and ends with its starter. Edits are taken here; pages are drawn in a thread
 * of their own. With HERON_LAN it answers in the local network as well, to guests who typed a code (guests.mjs), over
 * TLS where HERON_TLS_CERT and HERON_TLS_KEY name files.
 */
import { readdirSync, readFileSync } from 'node:fs';
import { createServer } from 'node:http';
import { createServer as createSecureServer } from 'node:https';
import { networkInterfaces } from 'node:os';
import { join, resolve } from 'node:path';
import { pathToFileURL } from 'node:url';
import { Worker } from 'node:worker_threads';
import { createRequestHandler } from '@react-router/express';
import compression from 'compression';
import express from 'express';
import packedFiles from 'express-static-gzip';
import { doorPage, guestCookie, Guests } from './guests.mjs';
import { movedPage } from './moved-page.mjs';

const HOST = process.env.HOST ?? '127.0.0.1';
const PORT = Number(process.env.PORT ?? 4750);
const LAST_WORDS_MS = 1000;

// What is made here is its owner's alone.
process.umask(0o077);

/** The names of this machine by which the app may have been known before: they lead to its one address. */
const OTHER_NAMES = ['localhost', '[::1]'];
/** Files run under a policy of their own, workers most of all; the search's inner loop is WebAssembly. */
const FILE_POLICY = [
  "default-src 'self'",
  "script-src 'self' 'wasm-unsafe-eval'",
  "connect-src 'self' blob:",
  "object-src 'none'",
  "base-uri 'self'",
  "frame-ancestors 'none'",
].join('; ');

/** The addresses at which guests are answered: none unless asked for; with `HERON_LAN=1` all that this machine has in networks. */
const wanted = process.env.HERON_LAN ?? '';
const inNetworks = () =>
  Object.values(networkInterfaces()).flatMap((all) =>
    all.flatMap(({ family, internal, address }) => (family === 'IPv4' && !internal ? [address] : [])),
  );
const LAN = wanted === '1' ? inNetworks() : wanted.split(' ').filter(Boolean);
const { HERON_TLS_CERT: certFile, HERON_TLS_KEY: keyFile } = process.env;
const isSecure = Boolean(certFile && keyFile);
// The guard of the pages knows them, too (app/guard.ts).
process.env.HERON_LAN_NAMES = LAN.join(' ');
const say = (text) => (process.send ? process.send({ say: text }) : console.log(text));
const guests = new Guests({ print: (code) => say(`Code for one device in your network: ${code}`) });

const folder = resolve(process.argv[2] ?? 'build');
const build = await import(pathToFileURL(join(folder, 'server', 'index.js')).href);
const mode = process.env.NODE_ENV;

/** No form of ours is larger: a chart is 100,000 characters at most, and JSON may escape each (app/guard.ts says so). */
const LARGEST_BODY = 1_000_000;

const pages = new Worker(new URL('pages.worker.mjs', import.meta.url), { workerData: { folder, mode } });
pages.on('error', (error) => {
  console.error(error instanceof Error ? error.message : String(error));
  process.exit(1);
});
await new Promise((ready) => pages.once('message', ready));

/** Requests that the thread that draws pages has, by their number. */
const asked = new Map();
let count = 0;
pages.on('message', (answer) => {
  asked.get(answer.id)(answer);
  asked.delete(answer.id);
});

/** Hands a request, with its body, to the thread that draws pages, and its answer back. */
async function fromPages(request, response) {
  const { method, url: path, headers, body } = request;
  const answer = await new Promise((done) => {
    asked.set(++count, done);
    const url = `http://${headers.host}${path}`;
    pages.postMessage({ id: count, method, url, headers, body: Buffer.isBuffer(body) ? body : null });
  });
  if (answer.problem !== undefined) throw new Error(answer.problem);
  for (const [name, value] of answer.headers) response.append(name, value);
  response.status(answer.status).end(Buffer.from(answer.body));
}

const app = express();
app.disable('x-powered-by');
app.use((request, response, next) => {
  const refuse = (status, words, headers = {}) => response.status(status).set(headers).type('text').send(`${words}\n`);
  response.set({
    'X-Content-Type-Options': 'nosniff',
    'Content-Security-Policy': FILE_POLICY,
    'Referrer-Policy': 'same-origin',
  });
  const { method, url, headers } = request;
  if (!['GET', 'HEAD', 'POST'].includes(method))
    return refuse(405, 'Yellow Heron reads (GET) and takes edits (POST); nothing else.', { Allow: 'GET, HEAD, POST' });
  if (!url.startsWith('/')) return refuse(400, 'Ask for a path that begins with a slash, not for a whole address.');
  const name = /^(\[[0-9a-f:]+\]|[\w.-]+)(:\d{1,5})?$/i.exec(headers.host ?? '')?.[1]?.toLowerCase();
  if (name === undefined) return refuse(400, 'The request does not say which host it is for.');
  if (request.isGuest) return LAN.includes(name) ? next() : refuse(421, 'This address is not Yellow Heron’s.');
  if (name !== HOST && !OTHER_NAMES.includes(name))
    return refuse(421, `This address is not Yellow Heron's. It is at ${HOST}.`);
  try {
    decodeURIComponent(url.split('?')[0]);
  } catch {
    return refuse(400, 'This address is not written as an address is.');
  }
  if (name === HOST || method === 'POST') return next();
  // Edits that wait in the other name's storage are brought along, which only a page under that name can do.
  const home = `http://${HOST}:${PORT}`;
  if (!String(headers.accept ?? '').includes('text/html')) return response.redirect(308, home + url);
  const { nonce, html } = movedPage(home + url);
  const policy = `default-src 'none'; script-src 'nonce-${nonce}'; style-src 'nonce-${nonce}'; connect-src 'self'; base-uri 'none'; frame-ancestors 'none'`;
  return response.set({ 'Content-Security-Policy': policy, 'Cache-Control': 'no-store' }).type('html').send(html);
});
/** What a guest may not do: take all data along, or put others in their place. */
const AT_HOME = /^\/keeping\/(bring-in|backups)\b/;
app.use(express.urlencoded({ limit: 1000, extended: false, type: ({ isGuest, url }) => isGuest && url === '/join' }));
app.use((request, response, next) => {
  if (!request.isGuest) return next();
  const { method, path, headers } = request;
  const door = (status, problem) => {
    const { html, policy } = doorPage(problem);
    return response
      .status(status)
      .set({ 'Content-Security-Policy': policy, 'Cache-Control': 'no-store' })
      .type('html')
      .send(html);
  };
  if (path === '/join') {
    if (method !== 'POST') return response.redirect(303, '/');
    const { origin } = headers;
    if (origin !== undefined && (!URL.canParse(origin) || new URL(origin).host !== headers.host))
      return door(403, 'This was sent from another site.');
    const session = guests.join(request.body?.code ?? '');
    if (session === null) return door(403, 'This is not the code, or it is used up. Look where Yellow Heron runs.');
    return response.set('Set-Cookie', guestCookie(session, isSecure)).redirect(303, '/');
  }
  if (!guests.knows(headers.cookie)) {
    guests.knock();
    return door(401, '');
  }
  if (AT_HOME.test(path) || (method === 'POST' && /^\/keeping(\.data)?$/.test(path)))
    return response
      .status(403)
      .type('text')
      .send('Backups are made and put back, and the bin is emptied, only where Yellow Heron runs.\n');
  next();
});
// The service worker keeps them all.
const assets = join(folder, 'client', 'assets');
const files = readdirSync(assets)
  .filter((name) => !name.endsWith('.br'))
  .map((name) => `/assets/${name}`);
app.get('/files.json', (_, response) => response.set('Cache-Control', 'no-store').json(files));
app.use(
  '/assets',
  compression(),
  packedFiles(assets, {
    enableBrotli: true,
    orderPreference: ['br'],
    index: false,
    serveStatic: { immutable: true, maxAge: '1y' },
  }),
);
app.use(compression(), express.static(join(folder, 'client'), { index: false, maxAge: 0 }));
app.use((_, response, next) => {
  // Pages bring a policy of their own, with a nonce (app/guard.ts); two policies would both hold.
  response.removeHeader('Content-Security-Policy');
  response.removeHeader('X-Content-Type-Options');
  response.removeHeader('Referrer-Policy');
  next();
});
// Edits wait for no page; a backup is a file of any size, and goes through as it comes.
app.all(['/edits', '/keeping/bring-in', '/keeping/backups/:name'], createRequestHandler({ build, mode }));
// What says that it is larger is not read: the guard refuses it by what it says.
const readable = ({ headers }) => !(Number(headers['content-length']) > LARGEST_BODY);
app.use(express.raw({ type: readable, limit: LARGEST_BODY, inflate: false }));
app.all('*', (request, response, next) => fromPages(request, response).catch(next));
// Express knows an error handler by its four arguments.
// eslint-disable-next-line no-unused-vars
app.use((error, _request, response, _next) => {
  console.error(error instanceof Error ? error.message : String(error));
  if (response.headersSent) response.destroy();
  else
    response
      .status(error.status ?? 500)
      .type('text')
      .send('This could not be answered.\n');
});

const server = createServer(app);
server.on('error', (error) => {
  console.error(`The server cannot listen at ${HOST}:${PORT}: ${error.message}`);
  process.exit(1);
});
// Longer than a browser keeps an idle connection for: else it may ask through one that is just being closed.
server.keepAliveTimeout = 320_000;
server.listen(PORT, HOST);

/** The same app for guests, at each address of the local network. */
const forGuests = (request, response) => {
  request.isGuest = true;
  app(request, response);
};
const lanServers = LAN.map((address) => {
  const one = isSecure
    ? createSecureServer({ cert: readFileSync(certFile), key: readFileSync(keyFile) }, forGuests)
    : createServer(forGuests);
  one.on('error', (error) => say(`No device can come in at ${address}: ${error.message}`));
  return one.listen(PORT, address, () =>
    say(`In your network Yellow Heron is at ${isSecure ? 'https' : 'http'}://${address}:${PORT}/`),
  );
});
if (LAN.length > 0) guests.renew();
else if (wanted !== '') say('This machine is in no network: no device can come in.');

let ending = false;
/** Lets what is being answered be answered, and does not wait for browsers that keep a connection open. */
function end() {
  if (ending) return;
  ending = true;
  for (const one of lanServers) one.closeAllConnections();
  for (const one of lanServers) one.close();
  server.close(() => process.exit(0));
  server.closeIdleConnections();
  setTimeout(() => {
    server.closeAllConnections();
    process.exit(0);
  }, LAST_WORDS_MS).unref();
}
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, end);
// The channel closes when the starter ends, however it ends.
process.on('disconnect', end);
