import type { SnackbarProps } from '@mui/material/Snackbar';
import { lazy, Suspense, useEffect, useState } from 'react';
import { AT_REST_MS } from './later.tsx';

const load = async () => (await import('@mui/material/Snackbar')).default;
/** What is said when the server is away is said also where it was away too soon. */
const SnackbarLater = lazy(async () => ({ default: await load().catch(() => Plain) }));

function Plain({ open, message, action }: SnackbarProps) {
  return (
    open && (
      <div className="notice" role="alert">
        {message} {action}
      </div>
    )
  );
}

interface NoticeProps extends Pick<SnackbarProps, 'message' | 'action'> {
  readonly open: boolean;
  /** It goes by itself after a while; without it, it stays until it is closed. */
  readonly goes?: boolean;
  readonly onClose?: () => void;
}

/** Something said once at the foot of the page; a click elsewhere leaves it. Fetched once the page is at rest. */
export function Notice({ open, goes = false, onClose, ...said }: NoticeProps) {
  const [wanted, setWanted] = useState(open);
  if (open && !wanted) setWanted(true);
  useEffect(() => {
    const timer = setTimeout(() => void load().catch(() => undefined), AT_REST_MS);
    return () => clearTimeout(timer);
  }, []);
  return (
    wanted && (
      <Suspense>
        <SnackbarLater
          {...said}
          open={open}
          autoHideDuration={goes ? GOES_AFTER_MS : null}
          onClose={(_, reason) => reason !== 'clickaway' && onClose?.()}
        />
      </Suspense>
    )
  );
}
const GOES_AFTER_MS = 12_000;
