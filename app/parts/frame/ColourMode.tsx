import { t } from '../../../core/index.ts';
import DarkModeOutlined from '@mui/icons-material/DarkModeOutlined';
import LightModeOutlined from '@mui/icons-material/LightModeOutlined';
import IconButton from '@mui/material/IconButton';
import { useColorScheme } from '@mui/material/styles';
import { useSyncExternalStore } from 'react';
import { Tip } from './Tip.tsx';

const never = () => () => undefined;

/** Paper for the desk, night for the stage. */
export function ColourMode() {
  const { mode, systemMode, setMode } = useColorScheme();
  // The server does not know the player's choice: until hydrated, show what it showed.
  const inBrowser = useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
  const dark = inBrowser && (mode === 'system' ? systemMode : mode) === 'dark';
  const label = dark ? t('Light, for the desk') : t('Dark, for the stage');
  return (
    <Tip label={label} placement="right">
      <IconButton aria-label={label} onClick={() => setMode(dark ? 'light' : 'dark')}>
        {dark ? <LightModeOutlined fontSize="small" /> : <DarkModeOutlined fontSize="small" />}
      </IconButton>
    </Tip>
  );
}
