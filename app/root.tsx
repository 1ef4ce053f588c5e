import { speech, t } from '../core/index.ts';
import '@fontsource-variable/figtree/index.css';
import '@fontsource-variable/fraunces/soft.css';
import figtree from '@fontsource-variable/figtree/files/figtree-latin-wght-normal.woff2?url';
import fraunces from '@fontsource-variable/fraunces/files/fraunces-latin-soft-normal.woff2?url';
import './app.css';
import './parts/frame/frame.css';
import './parts/frame/side.css';
import './parts/symbol/symbol.css';
import CssBaseline from '@mui/material/CssBaseline';
import InitColorSchemeScript from '@mui/material/InitColorSchemeScript';
import { ThemeProvider } from '@mui/material/styles';
import { useContext, useEffect, type ReactNode } from 'react';
import { isRouteErrorResponse, Link, Links, Meta, Outlet, Scripts, ScrollRestoration } from 'react-router';
import { Notice } from './parts/frame/Notice.tsx';
import { rich } from './parts/frame/rich.tsx';
import type { Route } from './+types/root';
import { guard } from './guard.ts';
import { keepPages, useAway, useKeepPlaces } from './keep/away.ts';
import { NonceContext } from './nonce.ts';
import type { Trouble } from './routes/answer.server.ts';
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
  const { language, notes, namesChords } = speech();
  // From here on what is done to the page is heard.
  useEffect(() => {
    document.documentElement.dataset.alive = '';
  }, []);
  return (
    <html lang={language} data-notes={notes} data-names-chords={namesChords} suppressHydrationWarning>
      <head>
        <meta charSet="utf-8" />
        <meta name="viewport" content="width=device-width, initial-scale=1" />
        <meta name="color-scheme" content="light dark" />
        <link rel="icon" href="/heron.svg" type="image/svg+xml" />
        <link rel="manifest" href="/manifest.webmanifest" />
        <link rel="apple-touch-icon" href="/icon-192.png" />
        <meta name="theme-color" content="#1E2B2E" />
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
  useKeepPlaces();
  useEffect(() => void keepPages().catch(() => undefined), []);
  const said = useAway((state) => state.said);
  return (
    <>
      <Outlet />
      <Notice open={said !== null} goes onClose={() => useAway.setState({ said: null })} message={said} />
    </>
  );
}

/** What the error page says, by what is known of the error. */
function wordsOf(error: unknown): { title: string; text: string; raw?: string } {
  if (!isRouteErrorResponse(error))
    return { title: t('Something went wrong'), text: t('The page could not be shown. Load it again.') };
  const told = error.data as Partial<Trouble> | string;
  if (typeof told === 'object' && told !== null && told.trouble === 'unreadable')
    return {
      title: t('This cannot be read'),
      text: told.message ?? '',
      ...(told.raw !== undefined && { raw: told.raw }),
    };
  if (typeof told === 'object' && told !== null && told.trouble === 'fault')
    return { title: t('Your data cannot be reached'), text: told.message ?? '' };
  const text = typeof told === 'string' && told !== '' ? told : error.statusText;
  return { title: error.status === 404 ? t('There is nothing here') : t('Something went wrong'), text };
}

export function ErrorBoundary({ error }: Route.ErrorBoundaryProps) {
  const { title, text, raw } = wordsOf(error);
  return (
    <main className="lost">
      <h1>{title}</h1>
      <p>{text}</p>
      {raw !== undefined && (
        <p>
          {rich(t('{save}, or bring back what it was: {backups}.'), {
            save: (
              <a href={raw} download>
                {t('Save its raw text')}
              </a>
            ),
            backups: <Link to="/keeping">{t('backups')}</Link>,
          })}
        </p>
      )}
      <p>
        <Link to="/">{t('Back to the shelf')}</Link>
      </p>
    </main>
  );
}
