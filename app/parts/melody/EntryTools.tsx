import { t, type Value } from '../../../core/index.ts';
import BackspaceOutlined from '@mui/icons-material/BackspaceOutlined';
import PlayArrow from '@mui/icons-material/PlayArrow';
import Redo from '@mui/icons-material/Redo';
import Stop from '@mui/icons-material/Stop';
import Undo from '@mui/icons-material/Undo';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { Tip } from '../frame/Tip.tsx';
import { Tool } from '../frame/Tool.tsx';
import { Glyphs } from '../symbol/glyphs.tsx';
import type { EntryDeeds } from './useEntry.ts';

interface EntryToolsProps {
  readonly entry: EntryDeeds;
  readonly time: number | null;
  /** Times through the bars that are played most often. */
  readonly times: number;
  readonly onTime: (time: number | null) => void;
  readonly erasing: boolean;
  readonly onErasing: (erasing: boolean) => void;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
  readonly playing: boolean;
  readonly onPlay: () => void;
}

/** A note's sign in the music font (SMuFL, individual notes), its name, and its key. */
const LENGTHS: readonly (readonly [Value, sign: string, name: string, key: string])[] = [
  [1, '\uE1D2', 'whole', '1'],
  [2, '\uE1D3', 'half', '2'],
  [4, '\uE1D5', 'quarter', '4'],
  [8, '\uE1D7', 'eighth', '8'],
  [16, '\uE1D9', 'sixteenth', '6'],
];

/** What the next note is to be, and what is done to the last one: all of it has keys, too. */
export function EntryTools(props: EntryToolsProps) {
  const { entry, time, times, onTime, erasing, onErasing, canUndo, canRedo, playing, onPlay } = props;
  const { value, dotted, thirds, inserting } = entry.entry;
  return (
    <>
      <ToggleButtonGroup size="small" exclusive value={value} aria-label={t('Length')} className="entry-lengths">
        {LENGTHS.map(([one, sign, name, key]) => (
          <ToggleButton key={one} value={one} aria-label={name} onClick={() => entry.value(one)}>
            <Tip label={`${name} (${key})`}>
              <span className="music">{sign}</span>
            </Tip>
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      <Switch label={t('dotted')} tip={t('dotted (.)')} on={dotted} onClick={entry.dot}>
        <span className="music">{'\uE1D5\uE1E7'}</span>
      </Switch>
      <Switch
        label={t('three in the time of two')}
        tip={t('three in the time of two (3)')}
        on={thirds}
        onClick={entry.thirds}
      >
        <span className="entry-three">3</span>
      </Switch>
      <Press label={t('rest')} tip={t('a rest (R)')} onClick={entry.rest}>
        <span className="music music-mid">{'\uE4E5'}</span>
      </Press>
      <Press label={t('tie')} tip={t('tie it on (T)')} onClick={entry.tie}>
        <span className="entry-tie" />
      </Press>
      <Press label={t('phrase ends')} tip={t('a phrase ends with it, or not (,)')} onClick={entry.breathe}>
        <span className="music music-mid">{'\uE4CE'}</span>
      </Press>
      <Press label={t('flatter')} tip={t('flatter (-)')} onClick={() => entry.inflect(-1)}>
        <Glyphs text="♭" />
      </Press>
      <Press label={t('natural')} tip={t('natural (=)')} onClick={entry.natural}>
        <span className="music music-mid">{'\uE261'}</span>
      </Press>
      <Press label={t('sharper')} tip={t('sharper (#)')} onClick={() => entry.inflect(1)}>
        <Glyphs text="♯" />
      </Press>
      <Switch label={t('make room')} tip={t('what is put in makes room (I)')} on={inserting} onClick={entry.insert}>
        <span className="entry-word">{t('insert')}</span>
      </Switch>
      <Switch label={t('erase')} tip={t('a click erases')} on={erasing} onClick={() => onErasing(!erasing)}>
        <BackspaceOutlined fontSize="small" />
      </Switch>
      {times > 1 && (
        <ToggleButtonGroup size="small" exclusive value={time ?? 0} aria-label={t('Time through the repeat')}>
          {Array.from({ length: times + 1 }, (_, i) => (
            <ToggleButton key={i} value={i} onClick={() => onTime(i === 0 ? null : i)}>
              {i === 0 ? t('each time') : `${i}.`}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
      )}
      <Tool label={t('Undo')} disabled={!canUndo} onClick={entry.undo}>
        <Undo fontSize="small" />
      </Tool>
      <Tool label={t('Redo')} disabled={!canRedo} onClick={entry.redo}>
        <Redo fontSize="small" />
      </Tool>
      <Tool label={playing ? t('Stop') : t('Hear the melody')} onClick={onPlay}>
        {playing ? <Stop fontSize="small" /> : <PlayArrow fontSize="small" />}
      </Tool>
    </>
  );
}

interface PressProps {
  readonly label: string;
  readonly tip: string;
  readonly onClick: () => void;
  readonly children: React.ReactNode;
}
function Press({ label, tip, onClick, children }: PressProps) {
  return (
    <Tip label={tip}>
      <button type="button" className="entry-press" aria-label={label} onClick={onClick}>
        {children}
      </button>
    </Tip>
  );
}
function Switch({ on, label, tip, onClick, children }: PressProps & { readonly on: boolean }) {
  return (
    <Tip label={tip}>
      <ToggleButton size="small" value={label} selected={on} aria-label={label} onClick={onClick}>
        {children}
      </ToggleButton>
    </Tip>
  );
}
