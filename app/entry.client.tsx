import { CacheProvider } from '@emotion/react';
import { startTransition, StrictMode } from 'react';
import { hydrateRoot } from 'react-dom/client';
import { HydratedRouter } from 'react-router/dom';
import { createStyleCache } from './emotion.ts';
import { theOutbox } from './keep/browser.ts';
import { NonceContext } from './nonce.ts';
import { readAsDrawn } from './words.ts';

// The browser hides the attribute from scripts' text but not from the element itself.
const nonce = document.querySelector<HTMLElement>('script[nonce]')?.nonce ?? '';

await readAsDrawn();
// Thousands of edits may wait from before: they are read on their own, not while the page comes alive.
theOutbox();
startTransition(() => {
  hydrateRoot(
    document,
    <StrictMode>
      <NonceContext value={nonce}>
        <CacheProvider value={createStyleCache(nonce)}>
          <HydratedRouter />
        </CacheProvider>
      </NonceContext>
    </StrictMode>,
  );
});
