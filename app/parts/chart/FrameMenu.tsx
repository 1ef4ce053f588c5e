import Button from '@mui/material/Button';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useState } from 'react';
import {
  framed,
  problemLine,
  type Chart,
  type Framing,
  type Framed,
  type Melody,
  msg,
  t,
  type Msg,
} from '../../../core/index.ts';
import './chart.css';

const FRAMES: readonly (readonly [Framing, Msg])[] = [
  ['intro', msg('An intro: its last phrase, ending on V')],
  ['ending', msg('An ending: its last phrase again, held')],
];

interface FrameMenuProps {
  readonly text: string;
  readonly chart: Chart;
  /** Null while it is not known in which bars it stands. */
  readonly melody: Melody | null;
  readonly onFramed: (frame: Framing, made: Framed) => void;
  /** It cannot be: why not, in words. */
  readonly onRefused: (why: string) => void;
}

/** Puts an intro or an ending to a tune, out of its last phrase. */
export function FrameMenu({ text, chart, melody, onFramed, onRefused }: FrameMenuProps) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const put = (frame: Framing) => {
    setAnchor(null);
    const made = melody && framed(frame, text, chart, melody);
    if (made?.ok) onFramed(frame, made.value);
    else if (made) onRefused(problemLine(made.problems[0]!));
  };
  return (
    <>
      <Button
        size="small"
        aria-haspopup="menu"
        disabled={melody === null}
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        {t('Intro, ending')}
      </Button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {FRAMES.map(([frame, name]) => (
          <MenuItem key={frame} onClick={() => put(frame)}>
            {t(name)}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}
