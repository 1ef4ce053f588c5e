import KeyboardOutlined from '@mui/icons-material/KeyboardOutlined';
import { Suspense, useState, type ReactNode } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import type { Keys } from './KeyList.tsx';
import { later } from './later.tsx';
import { Tool } from './Tool.tsx';

export type { Keys } from './KeyList.tsx';
const KeyList = later(async () => (await import('./KeyList.tsx')).KeyList);

interface KeySheetProps {
  readonly keys: Keys;
  /** Told whether it is open, to rest the other keys. */
  readonly onOpen?: (open: boolean) => void;
  /** What is to be known besides. */
  readonly lead?: ReactNode;
}

/** A button for the sheet of a place's keys, which `?` opens too. */
export function KeySheet({ keys, onOpen, lead }: KeySheetProps) {
  const [open, setOpen] = useState(false);
  const [opened, setOpened] = useState(false);
  const show = (next: boolean) => {
    setOpen(next);
    if (next) setOpened(true);
    onOpen?.(next);
  };
  useHotkeys('shift+slash, ?', () => show(true), { preventDefault: true, useKey: true });
  return (
    <>
      <Tool label={lead === undefined ? 'Keys' : 'Keys, and how to read it'} onClick={() => show(true)}>
        <KeyboardOutlined fontSize="small" />
      </Tool>
      {opened && (
        <Suspense>
          <KeyList keys={keys} open={open} onClose={() => show(false)} lead={lead} />
        </Suspense>
      )}
    </>
  );
}
