import { t, type Chart } from '../../../core/index.ts';
import BackHandOutlined from '@mui/icons-material/BackHandOutlined';
import QueueMusicOutlined from '@mui/icons-material/QueueMusicOutlined';
import GraphicEqOutlined from '@mui/icons-material/GraphicEqOutlined';
import FileDownloadOutlined from '@mui/icons-material/FileDownloadOutlined';
import RedoOutlined from '@mui/icons-material/RedoOutlined';
import UndoOutlined from '@mui/icons-material/UndoOutlined';
import VolumeUpOutlined from '@mui/icons-material/VolumeUpOutlined';
import Button from '@mui/material/Button';
import { Suspense, useRef, useState, type ReactNode } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { Link } from 'react-router';
import { afterMusic } from '../frame/afterMusic.tsx';
import { KeySheet } from '../frame/KeySheet.tsx';
import { Anchored } from '../frame/Anchored.tsx';
import { PlayButton } from '../frame/PlayButton.tsx';
import { SaveState } from '../frame/SaveState.tsx';
import { MenuItemLater, DividerLater, later } from '../frame/later.tsx';
import { Tool } from '../frame/Tool.tsx';
import { TuneFacts } from '../frame/TuneFacts.tsx';
import { MannerMenu, type TuneManner } from './MannerMenu.tsx';
import { Takes, type TakeName } from './Takes.tsx';
import type { Mix } from './usePlayback.ts';
import './workbench.css';

const BenchKeyList = later(async () => (await import('./BenchKeyList.tsx')).BenchKeyList);
const VolumesSheet = later(async () => (await import('./Volumes.tsx')).Volumes);

interface BenchHeaderProps {
  readonly chart: Chart;
  readonly takes: readonly TakeName[];
  readonly takeId: string;
  readonly undoLabel: string | null;
  readonly redoLabel: string | null;
  readonly onUndo: () => void;
  readonly onRedo: () => void;
  readonly active: boolean;
  readonly ready: boolean;
  readonly onPlay: () => void;
  readonly mix: Mix;
  readonly hasMelody: boolean;
  /** What is played in, in a word, and its sheet. */
  readonly rhythm: string;
  readonly inTime: (anchor: HTMLElement, close: () => void) => ReactNode;
  readonly onMidi: () => void;
  readonly onTab: () => void;
  readonly onWav: () => void;
  readonly onCards: () => void;
  /** Asks for whole takes. */
  readonly onThreeTakes: () => void;
  readonly tuneId: string;
  readonly players: readonly { readonly id: string; readonly name: string }[];
  readonly playerId: string;
  readonly onPlayer: (id: string) => void;
  readonly manner: TuneManner;
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
    mix,
    hasMelody,
    rhythm,
    inTime,
    onMidi,
    onTab,
    onWav,
    onCards,
    onThreeTakes,
    tuneId,
    players,
    playerId,
    onPlayer,
    manner,
    onKeys,
  } = props;
  return (
    <>
      <div className="head-title">
        <h1>{chart.title}</h1>
        <TuneFacts chart={chart} />
      </div>
      <Takes takes={takes} takeId={takeId} tuneId={tuneId} onThreeTakes={onThreeTakes} />
      <span className="head-gap" />
      <SaveState />
      <Anchored
        label={t('Player: {name}', { name: players.find(({ id }) => id === playerId)?.name ?? '' })}
        icon={<BackHandOutlined fontSize="small" />}
        text={players.find(({ id }) => id === playerId)?.name ?? ''}
        about={t('hand')}
        className="head-player"
      >
        {(close) => [
          ...players.map(({ id, name }) => (
            <MenuItemLater
              key={id}
              selected={id === playerId}
              onClick={() => {
                close();
                onPlayer(id);
              }}
            >
              {name}
            </MenuItemLater>
          )),
          <DividerLater key="line" />,
          <MenuItemLater key="edit" component={Link} to={`/players/${playerId}?tune=${tuneId}`}>
            {t('The hand and the guitar…')}
          </MenuItemLater>,
        ]}
      </Anchored>
      <MannerMenu {...manner} />
      <span className="head-tools">
        <Tool
          label={undoLabel === null ? t('Nothing to undo') : t('Undo: {edit}', { edit: undoLabel })}
          disabled={undoLabel === null}
          onClick={onUndo}
        >
          <UndoOutlined fontSize="small" />
        </Tool>
        <Tool
          label={redoLabel === null ? t('Nothing to redo') : t('Redo: {edit}', { edit: redoLabel })}
          disabled={redoLabel === null}
          onClick={onRedo}
        >
          <RedoOutlined fontSize="small" />
        </Tool>
        <Rhythm rhythm={rhythm} inTime={inTime} />
        <Volumes mix={mix} hasMelody={hasMelody} />
        <Anchored label={t('Take it away')} icon={<FileDownloadOutlined fontSize="small" />}>
          {(close) => [
            <MenuItemLater
              key="midi"
              disabled={!ready}
              onClick={() => {
                close();
                onMidi();
              }}
            >
              {t('MIDI file')}
            </MenuItemLater>,
            <MenuItemLater
              key="tab"
              disabled={!ready}
              onClick={() => {
                close();
                onTab();
              }}
            >
              {t('Text tab')}
            </MenuItemLater>,
            <MenuItemLater
              key="wav"
              disabled={!ready}
              onClick={() => {
                close();
                onWav();
              }}
            >
              {t('Sound file (WAV)')}
            </MenuItemLater>,
            <MenuItemLater
              key="cards"
              disabled={!ready}
              onClick={() => {
                close();
                onCards();
              }}
            >
              {t('Grips, large and for print')}
            </MenuItemLater>,
          ]}
        </Anchored>
        <KeySheet label={t('Keys, and how to read it')} onOpen={onKeys} list={BenchKeyList} />
      </span>
      <Button
        variant="outlined"
        color="inherit"
        startIcon={<QueueMusicOutlined />}
        onClick={onThreeTakes}
        aria-label={t('Three takes')}
        aria-keyshortcuts="T"
        title={t('Three takes: chords, grips and connection chosen together (T)')}
        className="head-three"
      >
        <span className="head-three-text">{t('Three takes')}</span>
      </Button>
      <PlayButton active={active} disabled={!ready} onClick={onPlay} />
    </>
  );
}
export const BenchHeader = afterMusic(Header);

/** What is played in, and the sheet of it. */
function Rhythm({ rhythm, inTime }: Pick<BenchHeaderProps, 'rhythm' | 'inTime'>) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const button = useRef<HTMLSpanElement>(null);
  useHotkeys('r', () => setAnchor(button.current), {
    ignoreEventWhen: ({ target }) => (target as Element).closest('[role="dialog"]') !== null,
  });
  return (
    <>
      <span ref={button}>
        <Tool label={t('Rhythm: {rhythm}', { rhythm })} onClick={() => setAnchor(button.current)}>
          <GraphicEqOutlined fontSize="small" />
        </Tool>
      </span>
      {anchor && <Suspense>{inTime(anchor, () => setAnchor(null))}</Suspense>}
    </>
  );
}

function Volumes({ mix, hasMelody }: Pick<BenchHeaderProps, 'mix' | 'hasMelody'>) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  return (
    <>
      <Tool label={t('Volume')} onClick={(event) => setAnchor(event.currentTarget)}>
        <VolumeUpOutlined fontSize="small" />
      </Tool>
      {anchor && (
        <Suspense>
          <VolumesSheet anchor={anchor} mix={mix} hasMelody={hasMelody} onClose={() => setAnchor(null)} />
        </Suspense>
      )}
    </>
  );
}
