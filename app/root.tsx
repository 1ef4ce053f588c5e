import '@fontsource-variable/figtree/index.css';
import '@fontsource-variable/fraunces/soft.css';
import figtree from '@fontsource-variable/figtree/files/figtree-latin-wght-normal.woff2?url';
import fraunces from '@fontsource-variable/fraunces/files/fraunces-latin-soft-normal.woff2?url';
import './app.css';
import CssBaseline from '@mui/material/CssBaseline';
import InitColorSchemeScript from '@mui/material/InitColorSchemeScript';
import { ThemeProvider } from '@mui/material/styles';
import { useContext, type ReactNode } from 'react';
import { isRouteErrorResponse, Link, Links, Meta, Outlet, Scripts, ScrollRestoration } from 'react-router';
import type { Route } from './+types/root';
import { guard } from './guard.ts';
import { NonceContext } from './nonce.ts';
import { theme } from './theme.ts';

/** The two fonts are fetched with the page, so that no line moves when they come. */
export const links: Route.LinksFunction = () =>
  [figtree, fraunces].map((href) => ({
    rel: 'preload',
    as: 'font',
    type: 'font/woff2',
    crossOrigin: 'anonymous',
    href,
  }));

export const middleware: Route.MiddlewareFunction[] = [guard];

export function Layout({ children }: { children: ReactNode }) {
  const nonce = useContext(NonceContext);
  return (
    <html lang="en" suppressHydrationWarning>
      <head>
        <meta charSet="utf-8" />
        <meta name="viewport" content="width=device-width, initial-scale=1" />
        <meta name="color-scheme" content="light dark" />
        <link rel="icon" href="/heron.svg" type="image/svg+xml" />
        <Meta />
        <Links nonce={nonce} />
      </head>
      <body>
        <InitColorSchemeScript attribute="data-mui-color-scheme" defaultMode="system" nonce={nonce} />
        <ThemeProvider theme={theme} defaultMode="system">
          <CssBaseline />
          {children}
        </ThemeProvider>
        <ScrollRestoration nonce={nonce} />
        <Scripts nonce={nonce} />
      </body>
    </html>
  );
}

export default function App() {
  return <Outlet />;
}

export function ErrorBoundary({ error }: Route.ErrorBoundaryProps) {
  const known = isRouteErrorResponse(error);
  const title = known && error.status === 404 ? 'There is nothing here' : 'Something went wrong';
  const text = known
    ? String(error.data || error.statusText)
    : 'The page could not be shown. What you saved is safe; load the page again.';
  return (
    <main className="lost">
      <h1>{title}</h1>
      <p>{text}</p>
      <p>
        <Link to="/">Back to the shelf</Link>
      </p>
    </main>
  );
}
