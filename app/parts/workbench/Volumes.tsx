import { msg, t, type Msg } from '../../../core/index.ts';
import VolumeOff from '@mui/icons-material/VolumeOff';
import VolumeUpOutlined from '@mui/icons-material/VolumeUpOutlined';
import IconButton from '@mui/material/IconButton';
import Popover from '@mui/material/Popover';
import Slider from '@mui/material/Slider';
import { HEARD_PARTS, type Heard } from '../../sound/performance.ts';
import type { Mix } from './usePlayback.ts';
import './workbench.css';

interface VolumesProps {
  readonly anchor: HTMLElement;
  readonly mix: Mix;
  /** Whether the tune has a melody. */
  readonly hasMelody: boolean;
  readonly onClose: () => void;
}

const NAMES: Readonly<Record<Heard, Msg>> = {
  guitar: msg('Guitar'),
  melody: msg('Melody'),
  bass: msg('Bass'),
  brushes: msg('Brushes'),
  click: msg('Click'),
};

/** How loud the guitar, the band and the click are; each may be silent, or alone. */
export function Volumes({ anchor, mix, hasMelody, onClose }: VolumesProps) {
  const { levels, silent, setLevels, setSilent } = mix;
  const row = (part: Heard) => {
    const name = NAMES[part];
    const isSilent = silent.includes(part);
    const others = HEARD_PARTS.filter((one) => one !== part);
    const isAlone = !isSilent && others.every((one) => silent.includes(one));
    return (
      <div key={part} role="group" aria-label={t(name)} className="volume" data-silent={isSilent}>
        <span>{t(name)}</span>
        <Slider
          size="small"
          min={0}
          max={1}
          step={0.05}
          value={levels[part]}
          aria-label={t('{name} volume', { name })}
          onChange={(_, value) => setLevels({ ...levels, [part]: value as number })}
        />
        <IconButton
          aria-label={t('{name} silent', { name })}
          aria-pressed={isSilent}
          onClick={() => setSilent(isSilent ? silent.filter((one) => one !== part) : [...silent, part])}
        >
          {isSilent ? <VolumeOff fontSize="small" /> : <VolumeUpOutlined fontSize="small" />}
        </IconButton>
        <button
          type="button"
          className="volume-only"
          aria-pressed={isAlone}
          aria-label={t('{name} only', { name })}
          onClick={() => setSilent(isAlone ? [] : others)}
        >
          {t('only')}
        </button>
      </div>
    );
  };
  return (
    <Popover
      anchorEl={anchor}
      open
      onClose={onClose}
      anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
      slotProps={{ paper: { role: 'dialog', 'aria-label': t('Volume') } }}
    >
      <div className="volumes">
        {HEARD_PARTS.filter((part) => part !== 'melody' || hasMelody).map(row)}
        <p>{t('With the guitar silent, play it yourself. With headphones, start low.')}</p>
      </div>
    </Popover>
  );
}
