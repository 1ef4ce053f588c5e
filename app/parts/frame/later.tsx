import { lazy, useEffect, type ComponentType } from 'react';

const loads: (() => Promise<unknown>)[] = [];
/** Once a place stands, the parts it has not shown yet are fetched, so that they are there when they are wanted. */
const AT_REST_MS = 1500;

/** A part that is not fetched with its place: what shows it stands in a Suspense. */
export function later<P extends object>(load: () => Promise<ComponentType<P>>) {
  loads.push(load);
  return lazy(async () => ({ default: await load() }));
}

/** The menu of the controls, for what opens one. */
export const MenuLater = later(async () => (await import('@mui/material/Menu')).default);

/** Fetches all such parts while the page is at rest; also for when the server is away. */
export function useLaterParts(ready: boolean): void {
  useEffect(() => {
    if (!ready) return;
    const timer = setTimeout(() => {
      for (const load of loads) void load().catch(() => undefined);
    }, AT_REST_MS);
    return () => clearTimeout(timer);
  }, [ready]);
}
