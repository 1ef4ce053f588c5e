import Button from '@mui/material/Button';
import { Suspense, useState, type ReactNode } from 'react';
import { MenuLater } from './later.tsx';
import { Tool } from './Tool.tsx';

interface AnchoredProps {
  readonly label: string;
  readonly icon: ReactNode;
  readonly text?: string;
  /** What kind of thing the text names, before it. */
  readonly about?: string;
  readonly className?: string;
  readonly children: (close: () => void) => ReactNode;
}

/** A button with a menu under it. */
export function Anchored({ label, icon, text, about, className = '', children }: AnchoredProps) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [opened, setOpened] = useState(false);
  const open = (at: HTMLElement) => {
    setAnchor(at);
    setOpened(true);
  };
  const close = () => setAnchor(null);
  return (
    <>
      {text === undefined ? (
        <Tool label={label} onClick={(event) => open(event.currentTarget)}>
          {icon}
        </Tool>
      ) : (
        <Button
          variant="outlined"
          className={className}
          aria-haspopup="menu"
          {...(icon !== null && { 'aria-label': label })}
          startIcon={icon}
          onClick={(event) => open(event.currentTarget)}
        >
          <span>
            {about !== undefined && <small className="about">{about} </small>}
            {text}
          </span>
        </Button>
      )}
      {opened && (
        <Suspense>
          <MenuLater anchorEl={anchor} open={anchor !== null} onClose={close}>
            {children(close)}
          </MenuLater>
        </Suspense>
      )}
    </>
  );
}
