import type { SnackbarProps } from '@mui/material/Snackbar';
import { Suspense, useEffect, useState } from 'react';
import { AT_REST_MS, later } from './later.tsx';

const load = async () => (await import('@mui/material/Snackbar')).default;
const SnackbarLater = later(load);

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
    // There before the server may be away.
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
