import { t } from '../../../core/index.ts';
import MenuItem from '@mui/material/MenuItem';
import Slider from '@mui/material/Slider';
import TextField from '@mui/material/TextField';
import { FARTHEST } from './MoveRow.tsx';
import type { Tastes } from './useTaste.ts';
import './workbench.css';

/** The choice that opens the styles. */
const EDIT = 'edit';

interface TasteFieldsProps {
  readonly tastes: Tastes;
  /** Opens the styles, to be seen and changed. */
  readonly onEdit: () => void;
}

/** The style of the tune, and how far moves may stray. */
export function TasteFields({ tastes: { taste, setTaste: onTaste, styles }, onEdit }: TasteFieldsProps) {
  return (
    <>
      <TextField
        select
        size="small"
        label={t('Style')}
        value={taste.style ?? ''}
        onChange={({ target }) =>
          target.value === EDIT ? onEdit() : onTaste({ ...taste, style: target.value || null })
        }
        slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
      >
        <MenuItem value="">{t('Any')}</MenuItem>
        {styles.map(({ id, name, words: about }) => (
          <MenuItem key={id} value={id}>
            <span>
              {name}
              <small className="taste-words">{about}</small>
            </span>
          </MenuItem>
        ))}
        <MenuItem value={EDIT} divider>
          {t('See and change the styles…')}
        </MenuItem>
      </TextField>
      <label className="taste-stray">
        {t('Stray {stray}', { stray: taste.stray })}
        <Slider
          size="small"
          min={0}
          max={FARTHEST}
          step={1}
          value={taste.stray}
          aria-label={t('How far moves may stray')}
          onChange={(_, stray) => onTaste({ ...taste, stray: stray as number })}
        />
      </label>
    </>
  );
}
