import type MenuItem from '@mui/material/MenuItem';
import { lazy, useEffect, useState, type ComponentType } from 'react';

const loads: (() => Promise<unknown>)[] = [];
/** Once a place stands, the parts it has not shown yet are fetched, so that they are there when they are wanted. */
export const AT_REST_MS = 1500;

/** A part that is not fetched with its place: what shows it stands in a Suspense. */
export function later<P extends object>(load: () => Promise<ComponentType<P>>) {
  loads.push(load);
  return lazy(async () => ({ default: await load().catch(() => retried(load)) }));
}

/** A part that could not be fetched, for the server is away: nothing is shown, and it is tried again whenever it is wanted. */
function retried<P extends object>(load: () => Promise<ComponentType<P>>): ComponentType<P> {
  return function Retried(props: P) {
    const [Part, setPart] = useState<ComponentType<P> | null>(null);
    useEffect(() => {
      let wanted = true;
      void load().then(
        (part) => wanted && setPart(() => part),
        () => undefined,
      );
      return () => {
        wanted = false;
      };
    }, []);
    return Part && <Part {...props} />;
  };
}

/** A menu of the controls and its rows, for what opens one. */
export const MenuLater = later(async () => (await import('@mui/material/Menu')).default);
export const MenuItemLater = later(async () => (await import('@mui/material/MenuItem')).default) as typeof MenuItem;
export const DividerLater = later(async () => (await import('@mui/material/Divider')).default);

/** Fetches all such parts while the page is at rest, one after another, so that none keeps a key waiting; also for when the server is away. */
export function useLaterParts(ready: boolean): void {
  useEffect(() => {
    if (!ready) return;
    let wanted = true;
    const rest = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
    void (async () => {
      await rest(AT_REST_MS);
      for (const load of loads) {
        if (!wanted) return;
        await load().catch(() => undefined);
        await rest(BETWEEN_MS);
      }
    })();
    return () => {
      wanted = false;
    };
  }, [ready]);
}
const BETWEEN_MS = 20;
