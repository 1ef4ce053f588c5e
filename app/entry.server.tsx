import { PassThrough, Transform } from 'node:stream';
import { CacheProvider } from '@emotion/react';
import createEmotionServer from '@emotion/server/create-instance';
import { createReadableStreamFromReadable } from '@react-router/node';
import { renderToPipeableStream } from 'react-dom/server';
import { isRouteErrorResponse, ServerRouter, type EntryContext, type RouterContextProvider } from 'react-router';
import { paintedFirst } from './after-paint.ts';
import { createStyleCache } from './emotion.ts';
import { NonceContext, nonceOf } from './nonce.ts';

const GIVE_UP_AFTER_MS = 20_000;
export const streamTimeout = GIVE_UP_AFTER_MS - 1000;

/** A line of the log a fault; what a page is refused for is no fault. */
export function handleError(error: unknown, { request }: { readonly request: Request }): void {
  if (request.signal.aborted || isRouteErrorResponse(error)) return;
  console.error(
    `${request.method} ${new URL(request.url).pathname}: ${error instanceof Error ? error.message : String(error)}`,
  );
}

export default function handleRequest(
  request: Request,
  status: number,
  headers: Headers,
  routerContext: EntryContext,
  loadContext: RouterContextProvider,
): Promise<Response> {
  const nonce = loadContext.get(nonceOf);
  const cache = createStyleCache(nonce);
  const { extractCriticalToChunks, constructStyleTagsFromChunks } = createEmotionServer(cache);
  return new Promise((resolve, reject) => {
    const { pipe, abort } = renderToPipeableStream(
      <NonceContext value={nonce}>
        <CacheProvider value={cache}>
          <ServerRouter context={routerContext} url={request.url} nonce={nonce} />
        </CacheProvider>
      </NonceContext>,
      {
        nonce,
        onAllReady() {
          const chunks: Buffer[] = [];
          // The page is collected whole, so that its styles stand in the head before anything is painted.
          const withStyles = new Transform({
            transform(chunk: Buffer, _encoding, done) {
              chunks.push(chunk);
              done();
            },
            flush(done) {
              const html = Buffer.concat(chunks).toString('utf8');
              const styles = constructStyleTagsFromChunks(extractCriticalToChunks(html));
              this.push(paintedFirst(html).replace('</head>', () => `${styles}</head>`));
              done();
            },
          });
          headers.set('Content-Type', 'text/html; charset=utf-8');
          const body = new PassThrough();
          resolve(new Response(createReadableStreamFromReadable(body), { headers, status }));
          pipe(withStyles).pipe(body);
        },
        onShellError: reject,
        onError(error) {
          status = 500;
          console.error(error instanceof Error ? error.message : String(error));
        },
      },
    );
    setTimeout(abort, GIVE_UP_AFTER_MS).unref();
  });
}
