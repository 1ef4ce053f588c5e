import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { musical, pitchName, pitchText, TUNINGS, type Midi, t } from '../../../core/index.ts';
import { Several } from '../frame/Choice.tsx';
import { Draft, Flag, NumberDraft, type Settings } from './fields.tsx';
import './player.css';

const OWN = 'own';

/** Its strings and its neck. */
export function TheGuitar({ player, onChange }: Settings) {
  const { tuning } = player;
  const named = TUNINGS.find(({ strings }) => strings.join() === tuning.join());
  /** With another number of strings the same strings from the top stay out of use. */
  const retune = (strings: readonly Midi[]) =>
    onChange({
      tuning: strings,
      unusedStrings: player.unusedStrings
        .map((s) => s + strings.length - tuning.length)
        .filter((s) => s >= 0 && s < strings.length),
    });
  return (
    <section aria-labelledby="the-guitar">
      <h2 id="the-guitar">{t('The guitar')}</h2>
      <div className="setting-row">
        <TextField
          select
          size="small"
          label={t('Tuning')}
          value={named?.id ?? OWN}
          onChange={({ target }) => {
            const chosen = TUNINGS.find(({ id }) => id === target.value);
            if (chosen) retune(chosen.strings);
          }}
          sx={{ width: 200 }}
        >
          {TUNINGS.map(({ id, name }) => (
            <MenuItem key={id} value={id}>
              {t(name)}
            </MenuItem>
          ))}
          {!named && <MenuItem value={OWN}>{t('Own')}</MenuItem>}
        </TextField>
        <Draft
          player={player}
          onChange={({ tuning: strings }) => strings && retune(strings)}
          field="tuning"
          label={t('Strings, lowest first')}
          write={(one) => one.tuning.map((open) => musical(pitchName(open))).join(' ')}
          read={(text) => text.replaceAll('♭', 'b').replaceAll('♯', '#')}
          width={252}
        />
      </div>
      <div className="setting-row">
        <NumberDraft
          player={player}
          onChange={onChange}
          field="scaleLength"
          label={t('Scale, mm')}
          hint="628–650"
          width={92}
        />
        <NumberDraft
          player={player}
          onChange={onChange}
          field="highestFret"
          label={t('Frets')}
          hint={t('in use')}
          width={84}
        />
        <NumberDraft
          player={player}
          onChange={onChange}
          field="capo"
          label={t('Capo')}
          hint={t('0: none')}
          width={84}
        />
      </div>
      <Several
        label={t('Strings in use')}
        choices={tuning.map((open, s) => [s, pitchText(open)] as const)}
        on={tuning.map((_, s) => s).filter((s) => !player.unusedStrings.includes(s))}
        onToggle={(on) => {
          if (on.length >= 3) onChange({ unusedStrings: tuning.map((_, s) => s).filter((s) => !on.includes(s)) });
        }}
      >
        <p>{t('Three at least.')}</p>
      </Several>
      <Flag
        label={t('Left-handed: the neck is shown mirrored')}
        on={player.leftHanded}
        onChange={(leftHanded) => onChange({ leftHanded })}
      />
    </section>
  );
}
