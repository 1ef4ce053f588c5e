import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';

interface GratingProps {
  readonly shown: boolean;
  readonly onShow: (shown: boolean) => void;
}

/** Whether colours that grate are on offer, too. */
export function Grating({ shown, onShow }: GratingProps) {
  return (
    <FormControlLabel
      control={<Switch size="small" checked={shown} onChange={(_, on) => onShow(on)} />}
      label="Also colours that clash"
    />
  );
}
