import { t } from '../../../core/index.ts';
import BookmarkAdd from '@mui/icons-material/BookmarkAddOutlined';
import SelectAll from '@mui/icons-material/SwapHoriz';
import ZoomIn from '@mui/icons-material/ZoomIn';
import ZoomOut from '@mui/icons-material/ZoomOut';
import IconButton from '@mui/material/IconButton';
import { useEventCallback } from '@mui/material/utils';
import { memo } from 'react';
import './workbench.css';

interface StageToolsProps {
  readonly onZoom: (by: 1 | -1) => void;
  /** Whether a tap takes the bars up to there in, too. */
  readonly isExtending: boolean;
  readonly onExtending: (on: boolean) => void;
  /** Keeps what is selected as a move. */
  readonly onKeep: () => void;
}

/** How near one looks, and selecting without a keyboard. */
export function StageTools({ onZoom, onKeep, ...extending }: StageToolsProps) {
  return <Tools onZoom={useEventCallback(onZoom)} onKeep={useEventCallback(onKeep)} {...extending} />;
}

/* Drawn anew only when something in it changes: a stage is drawn often. */
const Tools = memo(function Tools({ onZoom, isExtending, onExtending, onKeep }: StageToolsProps) {
  return (
    <div className="stage-zoom" role="group" aria-label={t('How near')}>
      <IconButton
        size="small"
        aria-label={t('See more bars')}
        title={t('See more bars (−)')}
        onClick={() => onZoom(-1)}
      >
        <ZoomOut fontSize="small" />
      </IconButton>
      <IconButton
        size="small"
        aria-label={t('See them larger')}
        title={t('See them larger (+)')}
        onClick={() => onZoom(1)}
      >
        <ZoomIn fontSize="small" />
      </IconButton>
      <IconButton
        size="small"
        aria-label={t('Select several chords')}
        title={t('Select several chords: the next tap takes all up to there (Shift →)')}
        aria-pressed={isExtending}
        className={`stage-select ${isExtending ? 'stage-extends' : ''}`}
        onClick={() => onExtending(!isExtending)}
      >
        <SelectAll fontSize="small" />
      </IconButton>
      <IconButton
        size="small"
        aria-label={t('Keep what is selected as a move')}
        title={t('Keep what is selected as a move, for any key (K)')}
        onClick={onKeep}
      >
        <BookmarkAdd fontSize="small" />
      </IconButton>
    </div>
  );
});
