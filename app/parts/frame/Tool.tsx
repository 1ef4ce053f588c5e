import IconButton from '@mui/material/IconButton';
import type { MouseEvent, ReactNode } from 'react';
import { Tip } from './Tip.tsx';

interface ToolProps {
  readonly label: string;
  readonly disabled?: boolean;
  readonly onClick: (event: MouseEvent<HTMLElement>) => void;
  readonly children: ReactNode;
}

/** A small button with a picture, named by its label. */
export function Tool({ label, disabled = false, onClick, children }: ToolProps) {
  return (
    <Tip label={label}>
      <IconButton aria-label={label} disabled={disabled} onClick={onClick}>
        {children}
      </IconButton>
    </Tip>
  );
}
