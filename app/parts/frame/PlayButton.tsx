import { t } from '../../../core/index.ts';
import PlayArrow from '@mui/icons-material/PlayArrow';
import Stop from '@mui/icons-material/Stop';
import Button from '@mui/material/Button';

interface PlayButtonProps {
  /** It plays, or is about to. */
  readonly active: boolean;
  readonly disabled: boolean;
  readonly onClick: () => void;
}

/** Plays, and stops, what a place shows. */
export function PlayButton({ active, disabled, onClick }: PlayButtonProps) {
  return (
    <Button
      variant="contained"
      color="secondary"
      startIcon={active ? <Stop /> : <PlayArrow />}
      onClick={onClick}
      disabled={disabled}
      className="play"
    >
      {active ? t('Stop') : t('Play')}
    </Button>
  );
}
