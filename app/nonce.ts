import { createContext } from 'react';
import { createContext as createRouterContext } from 'react-router';

/** The nonce of the page being rendered; empty in the browser, which hides it. */
export const NonceContext = createContext('');

/** The same, on its way from the middleware to the renderer. */
export const nonceOf = createRouterContext('');
