import MenuItem from '@mui/material/MenuItem';
import { headerKey, keysOfMode, pitchClass, semitonesText, type Chart, t, keyWords } from '../../../core/index.ts';
import { SelectField } from '../frame/SelectField.tsx';

interface HeardInProps {
  readonly chart: Chart;
  /** So many semitones higher than it is written. */
  readonly shift: number;
  readonly onShift: (shift: number) => void;
}

/** Up and down as far as half an octave. */
const SHIFTS = Array.from({ length: 12 }, (_, i) => 6 - i);
const shiftWords = (shift: number) =>
  shift === 0 ? t('as written') : `${semitonesText(Math.abs(shift))} ${shift > 0 ? t('higher') : t('lower')}`;
/** The key a tune sounds in so many semitones higher. */
function keyHeard({ key }: Chart, shift: number): string {
  if (shift === 0) return keyWords(headerKey(key));
  const pc = (pitchClass(key.tonic) + shift + 12) % 12;
  return keyWords(headerKey(keysOfMode(key).find(({ tonic }) => pitchClass(tonic) === pc) ?? key));
}

/** The key a tune is heard in. */
export function HeardIn({ chart, shift: now, onShift }: HeardInProps) {
  return (
    <SelectField label={t('Heard in')} value={now} onChange={({ target: { value } }) => onShift(Number(value))}>
      {SHIFTS.map((shift) => (
        <MenuItem key={shift} value={shift}>
          {keyHeard(chart, shift)}
          <small className="select-words">{shiftWords(shift)}</small>
        </MenuItem>
      ))}
    </SelectField>
  );
}
