import { t } from '../../../core/index.ts';
import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import { useGrating } from './useTaste.ts';

/** Whether colours that grate are on offer, too. It turns at once, whenever what is beside it follows. */
export function Grating() {
  const [shown, show] = useGrating();
  return (
    <FormControlLabel
      control={<Switch size="small" checked={shown} onChange={(_, on) => show(on)} />}
      label={t('Also colours that clash')}
    />
  );
}
