import { t } from '../../../core/index.ts';
import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import type { Tastes } from './useTaste.ts';

/** Whether what clashes with the melody is on offer at all, where anything does not. */
export function MelodyFirst({ tastes: { taste, setTaste } }: { readonly tastes: Tastes }) {
  return (
    <FormControlLabel
      control={
        <Switch
          size="small"
          checked={taste.melodyFirst}
          onChange={(_, melodyFirst) => setTaste({ ...taste, melodyFirst })}
        />
      }
      label={t('Melody first')}
      title={t('Nothing is on offer that clashes with the melody, where anything does not')}
    />
  );
}
