import Popover from '@mui/material/Popover';
import Slider from '@mui/material/Slider';
import type { Heard, Volumes as VolumesOf } from '../../sound/performance.ts';
import './workbench.css';

interface VolumesProps {
  readonly anchor: HTMLElement;
  /** 0 to 1. */
  readonly volumes: VolumesOf;
  readonly onVolumes: (volumes: VolumesOf) => void;
  readonly onClose: () => void;
}

/** How loud the guitar, the band and the click are. */
export function Volumes({ anchor, volumes, onVolumes, onClose }: VolumesProps) {
  const slider = (name: Heard, label: string) => (
    <label className="volume">
      {label}
      <Slider
        size="small"
        min={0}
        max={1}
        step={0.05}
        value={volumes[name]}
        aria-label={`${label} volume`}
        onChange={(_, value) => onVolumes({ ...volumes, [name]: value as number })}
      />
    </label>
  );
  return (
    <Popover anchorEl={anchor} open onClose={onClose} anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}>
      <div className="volumes">
        {slider('guitar', 'Guitar')}
        {slider('bass', 'Bass')}
        {slider('brushes', 'Brushes')}
        {slider('click', 'Click')}
        <p>With headphones, start low.</p>
      </div>
    </Popover>
  );
}
