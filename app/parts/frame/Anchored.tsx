import Button from '@mui/material/Button';
import Menu from '@mui/material/Menu';
import { useState, type ReactNode } from 'react';
import { Tool } from './Tool.tsx';

interface AnchoredProps {
  readonly label: string;
  readonly icon: ReactNode;
  readonly text?: string;
  readonly className?: string;
  readonly children: (close: () => void) => ReactNode;
}

/** A button with a menu under it. */
export function Anchored({ label, icon, text, className = '', children }: AnchoredProps) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const close = () => setAnchor(null);
  return (
    <>
      {text === undefined ? (
        <Tool label={label} onClick={(event) => setAnchor(event.currentTarget)}>
          {icon}
        </Tool>
      ) : (
        <Button
          variant="outlined"
          className={className}
          aria-haspopup="menu"
          {...(icon !== null && { 'aria-label': label })}
          startIcon={icon}
          onClick={(event) => setAnchor(event.currentTarget)}
        >
          <span>{text}</span>
        </Button>
      )}
      <Menu anchorEl={anchor} open={anchor !== null} onClose={close}>
        {children(close)}
      </Menu>
    </>
  );
}
