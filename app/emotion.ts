import createCache from '@emotion/cache';

/** MUI's styles, under the page's nonce on both sides. */
export function createStyleCache(nonce: string) {
  return createCache({ key: 'yh', nonce });
}
