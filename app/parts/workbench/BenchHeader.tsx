import BackHandOutlined from '@mui/icons-material/BackHandOutlined';
import FileDownloadOutlined from '@mui/icons-material/FileDownloadOutlined';
import PlayArrow from '@mui/icons-material/PlayArrow';
import RedoOutlined from '@mui/icons-material/RedoOutlined';
import Stop from '@mui/icons-material/Stop';
import UndoOutlined from '@mui/icons-material/UndoOutlined';
import VolumeUpOutlined from '@mui/icons-material/VolumeUpOutlined';
import Button from '@mui/material/Button';
import Divider from '@mui/material/Divider';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import Popover from '@mui/material/Popover';
import Slider from '@mui/material/Slider';
import { useState, type ReactNode } from 'react';
import { Link, useNavigate } from 'react-router';
import type { Chart } from '../../../core/index.ts';
import { afterMusic } from '../frame/afterMusic.tsx';
import { KeySheet } from '../frame/KeySheet.tsx';
import { SaveState } from '../frame/SaveState.tsx';
import { Tool } from '../frame/Tool.tsx';
import { TuneFacts } from '../frame/TuneFacts.tsx';
import { BENCH_KEYS } from './keys.ts';

interface BenchHeaderProps {
  readonly chart: Chart;
  readonly takes: readonly { readonly id: string; readonly name: string }[];
  readonly takeId: string;
  readonly undoLabel: string | null;
  readonly redoLabel: string | null;
  readonly onUndo: () => void;
  readonly onRedo: () => void;
  readonly active: boolean;
  readonly ready: boolean;
  readonly onPlay: () => void;
  readonly volumes: { readonly guitar: number; readonly click: number };
  readonly onVolumes: (volumes: { guitar: number; click: number }) => void;
  readonly onMidi: () => void;
  readonly onTab: () => void;
  readonly onCards: () => void;
  readonly tuneId: string;
  readonly players: readonly { readonly id: string; readonly name: string }[];
  readonly playerId: string;
  readonly onPlayer: (id: string) => void;
  /** Told whether the sheet of keys is open. */
  readonly onKeys: (open: boolean) => void;
}

function Header(props: BenchHeaderProps) {
  const {
    chart,
    takes,
    takeId,
    undoLabel,
    redoLabel,
    onUndo,
    onRedo,
    active,
    ready,
    onPlay,
    volumes,
    onVolumes,
    onMidi,
    onTab,
    onCards,
    tuneId,
    players,
    playerId,
    onPlayer,
    onKeys,
  } = props;
  const navigate = useNavigate();
  return (
    <>
      <div className="head-title">
        <h1>{chart.title}</h1>
        <TuneFacts chart={chart} />
      </div>
      {takes.length > 1 && (
        <Anchored label="Takes" icon={null} text={takes.find(({ id }) => id === takeId)?.name ?? 'Take'}>
          {(close) =>
            takes.map(({ id, name }) => (
              <MenuItem
                key={id}
                selected={id === takeId}
                onClick={() => {
                  close();
                  void navigate(`?take=${id}`);
                }}
              >
                {name}
              </MenuItem>
            ))
          }
        </Anchored>
      )}
      <span className="head-gap" />
      <SaveState />
      <Anchored
        label={`Player: ${players.find(({ id }) => id === playerId)?.name ?? ''}`}
        icon={<BackHandOutlined fontSize="small" />}
        text={players.find(({ id }) => id === playerId)?.name ?? ''}
        className="head-player"
      >
        {(close) => [
          ...players.map(({ id, name }) => (
            <MenuItem
              key={id}
              selected={id === playerId}
              onClick={() => {
                close();
                onPlayer(id);
              }}
            >
              {name}
            </MenuItem>
          )),
          <Divider key="line" />,
          <MenuItem key="edit" component={Link} to={`/players/${playerId}?tune=${tuneId}`}>
            The hand and the guitar…
          </MenuItem>,
        ]}
      </Anchored>
      <span className="head-tools">
        <Tool
          label={undoLabel === null ? 'Nothing to undo' : `Undo: ${undoLabel}`}
          disabled={undoLabel === null}
          onClick={onUndo}
        >
          <UndoOutlined fontSize="small" />
        </Tool>
        <Tool
          label={redoLabel === null ? 'Nothing to redo' : `Redo: ${redoLabel}`}
          disabled={redoLabel === null}
          onClick={onRedo}
        >
          <RedoOutlined fontSize="small" />
        </Tool>
        <Volumes volumes={volumes} onVolumes={onVolumes} />
        <Anchored label="Take it away" icon={<FileDownloadOutlined fontSize="small" />}>
          {(close) => [
            <MenuItem
              key="midi"
              disabled={!ready}
              onClick={() => {
                close();
                onMidi();
              }}
            >
              MIDI file
            </MenuItem>,
            <MenuItem
              key="tab"
              disabled={!ready}
              onClick={() => {
                close();
                onTab();
              }}
            >
              Text tab
            </MenuItem>,
            <MenuItem
              key="cards"
              disabled={!ready}
              onClick={() => {
                close();
                onCards();
              }}
            >
              Grips, large and for print
            </MenuItem>,
          ]}
        </Anchored>
        <KeySheet keys={BENCH_KEYS} onOpen={onKeys} />
      </span>
      <Button
        variant="contained"
        color="secondary"
        startIcon={active ? <Stop /> : <PlayArrow />}
        onClick={onPlay}
        disabled={!ready}
        className="play"
      >
        {active ? 'Stop' : 'Play'}
      </Button>
    </>
  );
}
export const BenchHeader = afterMusic(Header);

interface AnchoredProps {
  readonly label: string;
  readonly icon: ReactNode;
  readonly text?: string;
  readonly className?: string;
  readonly children: (close: () => void) => ReactNode;
}

/** A button with a menu under it. */
function Anchored({ label, icon, text, className = '', children }: AnchoredProps) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const close = () => setAnchor(null);
  return (
    <>
      {text === undefined ? (
        <Tool label={label} onClick={(event) => setAnchor(event.currentTarget)}>
          {icon}
        </Tool>
      ) : (
        <Button
          variant="outlined"
          className={className}
          aria-haspopup="menu"
          {...(icon !== null && { 'aria-label': label })}
          startIcon={icon}
          onClick={(event) => setAnchor(event.currentTarget)}
        >
          <span>{text}</span>
        </Button>
      )}
      <Menu anchorEl={anchor} open={anchor !== null} onClose={close}>
        {children(close)}
      </Menu>
    </>
  );
}

function Volumes({ volumes, onVolumes }: Pick<BenchHeaderProps, 'volumes' | 'onVolumes'>) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const slider = (name: 'guitar' | 'click', label: string) => (
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
    <>
      <Tool label="Volume" onClick={(event) => setAnchor(event.currentTarget)}>
        <VolumeUpOutlined fontSize="small" />
      </Tool>
      <Popover
        anchorEl={anchor}
        open={anchor !== null}
        onClose={() => setAnchor(null)}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
      >
        <div className="volumes">
          {slider('guitar', 'Guitar')}
          {slider('click', 'Click')}
          <p>With headphones, start low.</p>
        </div>
      </Popover>
    </>
  );
}
