import { t } from '../../../core/index.ts';
import ChevronLeft from '@mui/icons-material/ChevronLeft';
import ChevronRight from '@mui/icons-material/ChevronRight';
import Close from '@mui/icons-material/Close';
import PlayArrow from '@mui/icons-material/PlayArrow';
import Stop from '@mui/icons-material/Stop';
import { useEffect, useState, type ComponentProps } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { Tool } from '../frame/Tool.tsx';
import { useMidi } from '../stand/midi.ts';
import { usePedals } from '../stand/pedals.ts';
import { PageView } from './PageView.tsx';

interface SheetStandProps extends Omit<ComponentProps<typeof PageView>, 'page' | 'label'> {
  /** The page on which sounds what sounds; null: nothing does. */
  readonly turnedTo: number | null;
  readonly playing: boolean;
  readonly onPlay: () => void;
  readonly onClose: () => void;
}

/** One page at a time on the whole screen, in the dark: turned by keys, by pedals, by touch, and by what plays. */
export function SheetStand({ turnedTo, playing, onPlay, onClose, ...view }: SheetStandProps) {
  const last = view.set.pages.length - 1;
  const [turned, setTurned] = useState(0);
  const page = Math.min(turned, last);
  const [followed, setFollowed] = useState<number | null>(null);
  // What plays turns the page once, when it comes to it.
  if (turnedTo !== followed) {
    setFollowed(turnedTo);
    if (turnedTo !== null) setTurned(turnedTo);
  }
  const on = () => setTurned(Math.min(last, page + 1));
  const back = () => setTurned(Math.max(0, page - 1));
  const pedals = usePedals({ right: on, left: back }, { right: onPlay, left: onClose });
  useMidi(pedals, { next: on, again: () => setTurned(0), stop: onPlay });
  useHotkeys('right, down, pagedown, enter', on, { preventDefault: true });
  useHotkeys('left, up, pageup', back, { preventDefault: true });
  useHotkeys('home', () => setTurned(0), { preventDefault: true });
  useHotkeys('end', () => setTurned(last), { preventDefault: true });
  useHotkeys('space', onPlay, { preventDefault: true });
  useHotkeys('escape', onClose, { preventDefault: true });
  useEffect(() => {
    const lock = navigator.wakeLock?.request('screen').catch(() => null);
    return () => void lock?.then((one) => one?.release());
  }, []);
  return (
    <div className="sheet-stand" data-mui-color-scheme="dark" role="region" aria-label={t('At the stand')}>
      <PageView {...view} page={page} label={t('Page {page} of {last}', { page: page + 1, last: last + 1 })} />
      <button
        type="button"
        className="sheet-turn sheet-back"
        aria-label={t('Page back')}
        disabled={page === 0}
        onClick={back}
      >
        <ChevronLeft />
      </button>
      <button
        type="button"
        className="sheet-turn sheet-on"
        aria-label={t('Page on')}
        disabled={page === last}
        onClick={on}
      >
        <ChevronRight />
      </button>
      <div className="sheet-stand-tools">
        <span role="status">{t('{page} of {last}', { page: page + 1, last: last + 1 })}</span>
        <Tool label={playing ? t('Stop') : t('Play')} onClick={onPlay}>
          {playing ? <Stop /> : <PlayArrow />}
        </Tool>
        <Tool label={t('Away from the stand')} onClick={onClose}>
          <Close />
        </Tool>
      </div>
    </div>
  );
}
