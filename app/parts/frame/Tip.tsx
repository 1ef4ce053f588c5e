import { Suspense, useState, type ReactNode } from 'react';
import { later } from './later.tsx';

interface TipProps {
  readonly label: string;
  readonly placement?: 'bottom' | 'right';
  readonly children: ReactNode;
}

const TipText = later(async () => (await import('./TipText.tsx')).TipText);

/** Says what a picture means to whoever points at it, or comes to it by keys; its name for a screen reader is its own. */
export function Tip({ label, placement = 'bottom', children }: TipProps) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const close = () => setAnchor(null);
  return (
    <span
      className="tip"
      onPointerEnter={({ pointerType, currentTarget }) => pointerType !== 'touch' && setAnchor(currentTarget)}
      onPointerLeave={close}
      onFocus={({ target, currentTarget }) => target.matches(':focus-visible') && setAnchor(currentTarget)}
      onBlur={close}
    >
      {children}
      <Suspense>{anchor && <TipText label={label} placement={placement} anchor={anchor} onClose={close} />}</Suspense>
    </span>
  );
}
