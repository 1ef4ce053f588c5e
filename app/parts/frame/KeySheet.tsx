import KeyboardOutlined from '@mui/icons-material/KeyboardOutlined';
import { Suspense, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import type { Keys } from './KeyList.tsx';
import { later } from './later.tsx';
import { Tool } from './Tool.tsx';

export type { Keys } from './KeyList.tsx';
const KeyList = later(async () => (await import('./KeyList.tsx')).KeyList);

/** A button for the sheet of a place's keys, which `?` opens too. `open` can be watched, to rest the other keys. */
export function KeySheet({ keys, onOpen }: { readonly keys: Keys; readonly onOpen?: (open: boolean) => void }) {
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
      <Tool label="Keys" onClick={() => show(true)}>
        <KeyboardOutlined fontSize="small" />
      </Tool>
      {opened && (
        <Suspense>
          <KeyList keys={keys} open={open} onClose={() => show(false)} />
        </Suspense>
      )}
    </>
  );
}
