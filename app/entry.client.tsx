import { CacheProvider } from '@emotion/react';
import { startTransition, StrictMode } from 'react';
import { hydrateRoot } from 'react-dom/client';
import { HydratedRouter } from 'react-router/dom';
import { createStyleCache } from './emotion.ts';
import { NonceContext } from './nonce.ts';
import { readAsDrawn } from './words.ts';

// The browser hides the attribute from scripts' text but not from the element itself.
const nonce = document.querySelector<HTMLElement>('script[nonce]')?.nonce ?? '';

await readAsDrawn();
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
