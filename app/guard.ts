import { randomBytes } from 'node:crypto';
import type { MiddlewareFunction } from 'react-router';
import { nonceOf } from './nonce.ts';
import { inItsWords } from './speech.server.ts';

/** No form of ours is larger: a chart is 100,000 characters at most, and JSON may escape each. */
const LARGEST_BODY = 1_000_000;
/** A backup may hold thousands of tunes; it is not held in memory. */
const LARGEST_BACKUP = 1_000_000_000;
const BRING_IN = '/keeping/bring-in';

function policy(nonce: string): string {
  return [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}'`,
    // The development server puts styles in as it likes, and speaks over a socket.
    import.meta.env.DEV ? "style-src 'self' 'unsafe-inline'" : `style-src 'self' 'nonce-${nonce}'`,
    "style-src-attr 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self' data:",
    "worker-src 'self' blob:",
    `connect-src 'self' blob:${import.meta.env.DEV ? ' ws:' : ''}`,
    "object-src 'none'",
    "base-uri 'self'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ');
}

/** Whether a request that changes something comes from a page of ours. */
function fromOurselves(request: Request): boolean {
  const site = request.headers.get('sec-fetch-site');
  if (site !== null && site !== 'same-origin' && site !== 'none') return false;
  const origin = request.headers.get('origin');
  if (origin === null) return true;
  return URL.canParse(origin) && new URL(origin).host === request.headers.get('host');
}

/** The app is served under these alone: another name in the address is a stranger's, pointed here. In the local network only on request (scripts/server.mjs). */
const OWN_NAMES = [
  '127.0.0.1',
  'localhost',
  '[::1]',
  ...(process.env.HERON_LAN_NAMES ?? '').split(' ').filter(Boolean),
];

/** Around every request: strangers' posts and oversized ones are refused, every answer carries the policy. */
export const guard: MiddlewareFunction<Response> = async ({ request, context }, next) => {
  if (!OWN_NAMES.includes(new URL(request.url).hostname))
    return new Response(`This address is not Yellow Heron's. It is at ${OWN_NAMES[0]}.`, { status: 421 });
  if (request.method !== 'GET' && request.method !== 'HEAD') {
    if (!fromOurselves(request))
      return new Response('This was sent from another site; nothing was changed.', { status: 403 });
    const length = request.headers.get('content-length');
    if (length === null) return new Response('How long is this? Nothing was changed.', { status: 411 });
    const backup = new URL(request.url).pathname === BRING_IN;
    if (Number(length) > (backup ? LARGEST_BACKUP : LARGEST_BODY))
      return new Response(`This is too large: ${backup ? 'a gigabyte' : 'a megabyte'} at most. Nothing was changed.`, {
        status: 413,
      });
  }
  const nonce = randomBytes(16).toString('base64');
  context.set(nonceOf, nonce);
  const response = await inItsWords(request, next);
  response.headers.set('Content-Security-Policy', policy(nonce));
  response.headers.set('X-Content-Type-Options', 'nosniff');
  response.headers.set('Referrer-Policy', 'same-origin');
  // What a page shows is the player's own: no cache between keeps it.
  if (!response.headers.has('Cache-Control')) response.headers.set('Cache-Control', 'private, no-cache');
  return response;
};
