import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import Popover from '@mui/material/Popover';
import Switch from '@mui/material/Switch';
import { useState } from 'react';
import {
  BASS_WAYS,
  BASS_WORDS,
  CLICK_WAYS,
  CLICK_WORDS,
  isCompound,
  isSmall,
  MOST_SWING,
  PACE_WORDS,
  PACES,
  STRAIGHT,
  t,
  TEXTURE_WORDS,
  TEXTURES,
  type BassWay,
  type Texture,
} from '../../../core/index.ts';
import { Dial } from './Dial.tsx';
import { HeardIn } from './HeardIn.tsx';
import { RhythmColumn, type Rhythmic } from './RhythmColumn.tsx';
import { Tap } from './Tap.tsx';
import type { Edits } from './rhythmEdits.ts';
import type { useTime } from './useTime.ts';
import { SelectField } from '../frame/SelectField.tsx';
import './in-time.css';

export interface InTimeProps extends Rhythmic {
  readonly anchor: HTMLElement;
  readonly tune: Edits;
  readonly time: ReturnType<typeof useTime>;
  readonly hasMelody: boolean;
  /** Has the player play with a bass from now on; null: they do. */
  readonly withBass: (() => void) | null;
  /** Who plays. */
  readonly player: string;
  readonly onClose: () => void;
}

const RATES = { min: 25, max: 150, step: 5 } as const;
const within = (rate: number) => Math.max(RATES.min, Math.min(RATES.max, rate));

/** Rhythm and texture, for the tune or what is selected; who plays along, how it swings, and how fast. */
export function InTime(props: InTimeProps) {
  const { anchor, chart, tune, selection, time, hasMelody, withBass, player, onClose } = props;
  const [here, setHere] = useState(false);
  const edits = here && selection ? selection.edits : tune;
  const { listening, setListening, swing } = time;
  const set = (next: Partial<typeof listening>) => setListening({ ...listening, ...next });
  return (
    <Popover
      anchorEl={anchor}
      open
      onClose={onClose}
      anchorOrigin={{ vertical: 'bottom', horizontal: 'right' }}
      transformOrigin={{ vertical: 'top', horizontal: 'right' }}
      slotProps={{ paper: { className: 'in-time', 'aria-label': t('In time'), role: 'dialog' } }}
    >
      <RhythmColumn {...props} edits={edits} here={here} onHere={setHere} />
      <div className="in-time-rest">
        <Dial
          label={t('How much of it')}
          value={edits.dials.density}
          disabled={!edits.pattern}
          said={(value) => `${value} %`}
          onValue={(density) => edits.dial({ density }, t('more or less of the rhythm'))}
        />
        <Dial
          label={t('Next chord early')}
          value={edits.dials.pushes}
          disabled={!edits.pattern}
          said={(value) => (value === 0 ? 'never' : value === 100 ? 'always' : `${value} %`)}
          onValue={(pushes) => edits.dial({ pushes }, t('chords early'))}
        />
        <FormControlLabel
          control={
            <Switch
              size="small"
              checked={edits.dials.room ?? false}
              disabled={!edits.pattern}
              onChange={(_, room) => edits.dial({ room: room || undefined }, t('room where phrases end'))}
            />
          }
          label={t('Room at phrase ends')}
        />
        {hasMelody && (
          <FormControlLabel
            control={
              <Switch
                size="small"
                checked={edits.dials.yields ?? false}
                disabled={!edits.pattern}
                onChange={(_, yields) => edits.dial({ yields: yields || undefined }, t('room where the melody moves'))}
              />
            }
            label={t('Room where the melody moves')}
          />
        )}
        <SelectField
          label={t('Texture')}
          value={edits.texture ?? 'full'}
          renderValue={(texture) => t(TEXTURE_WORDS[texture as Texture].name)}
          onChange={({ target }) => edits.sound(target.value === 'full' && !here ? null : (target.value as Texture))}
        >
          {TEXTURES.map((texture) => (
            <MenuItem key={texture} value={texture}>
              {t(TEXTURE_WORDS[texture].name)}
              <small className="select-words">{t(TEXTURE_WORDS[texture].words)}</small>
            </MenuItem>
          ))}
        </SelectField>
        {isSmall(edits.texture) && (
          <SelectField
            label={t('They change')}
            value={edits.pace}
            onChange={({ target }) => edits.sound(edits.texture, target.value)}
          >
            {PACES.map((pace) => (
              <MenuItem key={pace} value={pace}>
                {t(PACE_WORDS[pace])}
              </MenuItem>
            ))}
          </SelectField>
        )}
        <h2>{t('The band')}</h2>
        <SelectField
          label={t('Bass')}
          value={listening.bass ?? 'usual'}
          onChange={({ target: { value } }) => set({ bass: value === 'usual' ? null : (value as BassWay | 'none') })}
        >
          <MenuItem value="none">{t('none')}</MenuItem>
          <MenuItem value="usual">{t('as is usual here')}</MenuItem>
          {BASS_WAYS.map((way) => (
            <MenuItem key={way} value={way}>
              {t(BASS_WORDS[way])}
            </MenuItem>
          ))}
        </SelectField>
        {withBass && listening.bass !== 'none' && (
          <p className="in-time-hint">
            {t('{player} plays alone, and has the low notes, too.', { player })}{' '}
            <button type="button" className="in-time-reset" onClick={withBass}>
              {t('Leave them to the bass')}
            </button>
          </p>
        )}
        <FormControlLabel
          control={<Switch size="small" checked={listening.brushes} onChange={(_, brushes) => set({ brushes })} />}
          label={t('Brushes')}
        />
        <h2>{t('Time')}</h2>
        <Dial
          label={t('Tempo')}
          value={listening.rate}
          {...RATES}
          said={(value) => `${Math.round((chart.tempo * value) / 100)} (${value} %)`}
          onValue={(rate) => set({ rate })}
        />
        <Tap onTempo={(tempo) => set({ rate: within(Math.round((100 * tempo) / chart.tempo)) })} />
        {/* Compound meters do not swing: their eighths are thirds already. */}
        {!isCompound(chart.meter) && (
          <Dial
            label={t('Swing')}
            value={Math.round(swing * 100)}
            min={STRAIGHT * 100}
            max={MOST_SWING * 100}
            step={1}
            said={(value) => (value === STRAIGHT * 100 ? 'straight' : `${value} : ${100 - value}`)}
            onValue={(value) => set({ swing: value / 100 })}
          />
        )}
        {listening.swing !== null && (
          <button type="button" className="in-time-reset" onClick={() => set({ swing: null })}>
            {t('As is usual at this tempo')}
          </button>
        )}
        <SelectField
          label={t('Click')}
          value={listening.click}
          onChange={({ target: { value } }) => set({ click: value })}
        >
          {CLICK_WAYS.map((way) => (
            <MenuItem key={way} value={way}>
              {t(CLICK_WORDS[way])}
            </MenuItem>
          ))}
        </SelectField>
        <HeardIn chart={chart} shift={listening.shift} onShift={(shift) => set({ shift })} />
        <FormControlLabel
          control={<Switch size="small" checked={listening.countIn} onChange={(_, countIn) => set({ countIn })} />}
          label={t('A bar of clicks before')}
        />
        <FormControlLabel
          control={<Switch size="small" checked={listening.loop} onChange={(_, loop) => set({ loop })} />}
          label={selection ? t('Again and again: {place}', { place: selection.place }) : t('Again and again')}
        />
      </div>
    </Popover>
  );
}
