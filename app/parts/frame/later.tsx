import type MenuItem from '@mui/material/MenuItem';
import type { SnackbarProps } from '@mui/material/Snackbar';
import { lazy, Suspense, useEffect, useState, type ComponentType } from 'react';

const loads: (() => Promise<unknown>)[] = [];
/** Once a place stands, the parts it has not shown yet are fetched, so that they are there when they are wanted. */
const AT_REST_MS = 1500;

/** A part that is not fetched with its place: what shows it stands in a Suspense. */
export function later<P extends object>(load: () => Promise<ComponentType<P>>) {
  loads.push(load);
  return lazy(async () => ({ default: await load() }));
}

/** A menu of the controls and its rows, for what opens one. */
export const MenuLater = later(async () => (await import('@mui/material/Menu')).default);
export const MenuItemLater = later(async () => (await import('@mui/material/MenuItem')).default) as typeof MenuItem;
export const DividerLater = later(async () => (await import('@mui/material/Divider')).default);

const SnackbarLater = later(async () => (await import('@mui/material/Snackbar')).default);

/** Something said at the foot of the window, fetched when the first thing is said. */
export function Snack(props: SnackbarProps) {
  const [wanted, setWanted] = useState(props.open);
  if (props.open && !wanted) setWanted(true);
  return (
    wanted && (
      <Suspense>
        <SnackbarLater {...props} />
      </Suspense>
    )
  );
}

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
