/** Of a test that is long, or looks at what changes rarely: it runs in `npm run thorough` alone. */
export const THOROUGH = { tag: '@thorough' } as const;
