import { t } from '../../../core/index.ts';
import KeyboardOutlined from '@mui/icons-material/KeyboardOutlined';
import { Suspense, useState, type ComponentType } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import type { Keys } from './KeyList.tsx';
import { later } from './later.tsx';
import { Tool } from './Tool.tsx';

export type { Keys } from './KeyList.tsx';
const KeyList = later(async () => (await import('./KeyList.tsx')).KeyList);

interface KeySheetProps {
  readonly label?: string;
  /** The keys of the place; or a sheet of its own. */
  readonly keys?: Keys;
  readonly list?: ComponentType<{ readonly open: boolean; readonly onClose: () => void }>;
  /** Told whether it is open, to rest the other keys. */
  readonly onOpen?: (open: boolean) => void;
}
const NO_KEYS: Keys = [];

/** A button for the sheet of a place's keys, which `?` opens too. */
export function KeySheet({ label = t('Keys'), keys = NO_KEYS, list: Own, onOpen }: KeySheetProps) {
  const [open, setOpen] = useState(false);
  const [opened, setOpened] = useState(false);
  const show = (next: boolean) => {
    setOpen(next);
    if (next) setOpened(true);
    onOpen?.(next);
  };
  useHotkeys('shift+slash, ?', () => show(true), { preventDefault: true, useKey: true });
  const sheet = { open, onClose: () => show(false) };
  return (
    <>
      <Tool label={label} onClick={() => show(true)}>
        <KeyboardOutlined fontSize="small" />
      </Tool>
      {opened && <Suspense>{Own ? <Own {...sheet} /> : <KeyList keys={keys} {...sheet} />}</Suspense>}
    </>
  );
}
