import { msg, t } from '../../core/index.ts';
import { useEffect } from 'react';
import {
  isRouteErrorResponse,
  redirect,
  useLocation,
  useMatches,
  useRevalidator,
  type ShouldRevalidateFunction,
} from 'react-router';
import { create } from 'zustand';
import { theOutbox } from './browser.ts';

interface Away {
  /** Whether the server did not answer when it was last asked. */
  readonly away: boolean;
  /** Said once: what could not be done. */
  readonly said: string | null;
}

/** Whether the server is there. */
export const useAway = create<Away>(() => ({ away: false, said: null }));

/** A fetch that reaches nobody rejects with this (Fetch standard); what a server answers never does. */
const isAway = (error: unknown) => error instanceof TypeError;

/** What each place showed last, by route and address: shown again while the server is away. */
const shown = new Map<string, unknown>();
const MOST_SHOWN = 100;
const placeOf = (route: string, pathname: string, search: string) => `${route} ${pathname}${search}`;

const GONE = msg(
  'This was deleted in another window, and lies in the bin (Keeping). What you change here is kept, and saved once it is brought back.',
);
const wordsIn = (told: unknown) =>
  typeof told === 'object' && told !== null && 'message' in told
    ? String(told.message)
    : t('The page could not be renewed; it shows what it showed before.');

interface Loading<T> {
  readonly request: Request;
  readonly serverLoader: () => Promise<T>;
}

/** A route's loader in the browser: while the server is away a place shows what it showed, and one never opened is not gone to. */
export function whenAwayAsBefore<T>(route: string) {
  return async ({ request, serverLoader }: Loading<T>): Promise<T> => {
    try {
      const loaded = await serverLoader();
      useAway.setState({ away: false });
      return loaded;
    } catch (error) {
      const { pathname, search } = new URL(request.url);
      const before = shown.get(placeOf(route, pathname, search));
      // A place one is at does not turn into an error page: what is wrong is said, and the work stays in sight.
      const here = pathname === location.pathname && search === location.search;
      if (isRouteErrorResponse(error) && here && before !== undefined) {
        useAway.setState({ said: t(error.status === 404 ? GONE : wordsIn(error.data)) });
        return before as T;
      }
      if (!isAway(error)) throw error;
      useAway.setState({ away: true });
      if (before !== undefined) return before as T;
      useAway.setState({
        said: t('Yellow Heron does not answer, and this place was not opened before. Your work goes on here.'),
      });
      throw redirect(location.pathname + location.search);
    }
  };
}

/** A route's action in the browser: what it could not do is said, also when it reaches nobody. */
export async function problemsSaid<T>({ serverAction }: { serverAction: () => Promise<T> }) {
  try {
    const done = await serverAction();
    if (typeof done === 'object' && done !== null && 'problem' in done)
      useAway.setState({ said: String(done.problem) });
    return done;
  } catch (error) {
    if (!isAway(error)) throw error;
    const problem = t('Yellow Heron does not answer; nothing was changed. Try again in a moment.');
    useAway.setState({ away: true, said: problem });
    return { problem };
  }
}

/** What could not be done shows that the page is behind: it is loaded anew then, too. */
export const alsoAfterProblems: ShouldRevalidateFunction = ({ defaultShouldRevalidate, actionStatus = 200 }) =>
  defaultShouldRevalidate || actionStatus >= 400;

const LOOK_MS = 3000;
const isThere = async () => {
  try {
    // Past the service worker, which answers for pages only.
    return (await fetch('/heron.svg', { method: 'HEAD', cache: 'no-store' })).status < 500;
  } catch {
    return false;
  }
};

/** Remembers what each place shows, and looks for the server while it is away; once for the whole app. */
export function useKeepPlaces(): void {
  const { pathname, search } = useLocation();
  const matches = useMatches();
  const { revalidate } = useRevalidator();
  const away = useAway((state) => state.away);
  useEffect(() => {
    for (const { id, loaderData } of matches)
      if (loaderData !== undefined) shown.set(placeOf(id, pathname, search), loaderData);
    for (const key of [...shown.keys()].slice(0, Math.max(0, shown.size - MOST_SHOWN))) shown.delete(key);
  }, [matches, pathname, search]);
  useEffect(() => {
    void isThere().then((there) => useAway.setState({ away: !there }));
  }, []);
  useEffect(() => {
    if (!away) return;
    const timer = setInterval(() => {
      void isThere().then((there) => {
        if (!there) return;
        useAway.setState({ away: false, said: null });
        void theOutbox().flush();
        void revalidate();
      });
    }, LOOK_MS);
    return () => clearInterval(timer);
  }, [away, revalidate]);
}

/** The browser keeps the pages that were opened, the files of all places, and, once the page is at rest, all others (public/sw.js). */
export async function keepPages(): Promise<void> {
  if (!import.meta.env.PROD || !('serviceWorker' in navigator)) return;
  await navigator.serviceWorker.register('/sw.js');
  const { active } = await navigator.serviceWorker.ready;
  const { routes } = (window as unknown as { __reactRouterManifest: { routes: Record<string, RouteFiles> } })
    .__reactRouterManifest;
  const files = Object.values(routes).flatMap(({ module, imports = [], css = [], ...rest }) => [
    module,
    ...imports,
    ...css,
    ...Object.values(rest).filter((part): part is string => typeof part === 'string' && part.startsWith('/assets/')),
  ]);
  // The first page came before there was a worker to keep it.
  active?.postMessage({ keep: [location.pathname + location.search, ...new Set(files)] });
  setTimeout(() => active?.postMessage({ keep: 'all' }), AT_REST_MS);
}
interface RouteFiles {
  readonly module: string;
  readonly imports?: readonly string[];
  readonly css?: readonly string[];
}
/** First the page has what it needs. */
const AT_REST_MS = 2000;
