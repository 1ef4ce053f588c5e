import Tooltip from '@mui/material/Tooltip';

interface TipTextProps {
  readonly label: string;
  readonly placement: 'bottom' | 'right';
  readonly anchor: HTMLElement;
  readonly onClose: () => void;
}

/** The words of a tip beside what is pointed at. */
export function TipText({ label, placement, anchor, onClose }: TipTextProps) {
  return (
    <Tooltip open title={label} placement={placement} onClose={onClose} slotProps={{ popper: { anchorEl: anchor } }}>
      <span hidden />
    </Tooltip>
  );
}
