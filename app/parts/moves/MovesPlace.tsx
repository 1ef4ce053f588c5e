import Button from '@mui/material/Button';
import { useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import {
  keysOfMode,
  pitchClass,
  wantedMoves,
  type Key,
  type KeyOrder,
  type KeptWanted,
  t,
} from '../../../core/index.ts';
import { useFresh } from '../../keep/fresh.ts';
import type { KeptMovesLoaded } from '../../keep/kept-moves.ts';
import { useKeptMoves } from '../../keep/library.ts';
import { useGripBook, useSettings, type KeptPlayer } from '../../keep/player.ts';
import { useRemembered } from '../../keep/remembered.ts';
import { Frame } from '../frame/Frame.tsx';
import { KeySheet } from '../frame/KeySheet.tsx';
import { Notice } from '../frame/Notice.tsx';
import { PlayButton } from '../frame/PlayButton.tsx';
import { SaveState } from '../frame/SaveState.tsx';
import { guitarOf } from '../neck/layout.ts';
import { MOVES_KEYS, useMovesKeys } from './keys.ts';
import { MoveAbout, type EarlierMove } from './MoveAbout.tsx';
import { MoveStrip } from './MoveStrip.tsx';
import { MovesFiles } from './MovesFiles.tsx';
import { MovesList, type MovesOrder } from './MovesList.tsx';
import { useHeldMoves } from './useHeldMoves.ts';
import { useMoveEdits } from './useMoveEdits.ts';
import { useMoveHeard } from './useMoveHeard.ts';
import './moves.css';

interface MovesPlaceProps {
  readonly moves: KeptMovesLoaded;
  /** What the move that is shown was before its last changes. */
  readonly earlier: readonly EarlierMove[];
  readonly player: KeptPlayer;
  /** The tune one comes from: its key and tempo are at hand. */
  readonly tune: { readonly id: string; readonly key: Key | null; readonly tempo: number | null } | null;
}

const NOTHING_EARLIER: readonly EarlierMove[] = [];
const USUAL_TEMPO = 100;

/** The library of kept moves: found, seen and heard in any key, changed, brought in and taken along. */
export function MovesPlace({ moves, earlier, player: kept, tune }: MovesPlaceProps) {
  useFresh();
  const library = useKeptMoves(moves);
  const edits = useMoveEdits(library);
  const { player } = useSettings(kept);
  const guitar = useMemo(() => guitarOf(player), [player]);
  const { banished } = useGripBook(kept, player);
  const [search, setSearch] = useSearchParams();
  const set = (name: string, value: string | null) =>
    setSearch(
      (now) => {
        if (value === null) now.delete(name);
        else now.set(name, value);
        return now;
      },
      { replace: true, preventScrollReset: true },
    );
  const [wanted, setWanted] = useState<KeptWanted>({});
  const [order, setOrder] = useRemembered<MovesOrder>('moves-order', 'kind');
  const home = tune?.key?.tonic ?? 'C';
  const [onlyHeld, setOnlyHeld] = useRemembered('moves-held', false);
  const held = useHeldMoves(library.all, player, search.get('key') ?? home, onlyHeld);
  const listed = useMemo(() => {
    const found = new Set(wantedMoves(library.all, wanted).map(({ id }) => id));
    const all = library.all.filter(({ id }) => found.has(id) && (held?.has(id) ?? true));
    return order === 'kind' ? all : [...all].sort((a, b) => b.used - a.used);
  }, [library.all, wanted, order, held]);
  const asked = search.get('move');
  const chosen = library.all.find(({ id }) => id === asked) ?? listed[0] ?? library.all[0]!;
  const mode = chosen.move.mode;
  const keys = useMemo(() => keysOfMode({ mode }), [mode]);
  const key =
    keys.find(({ tonic }) => tonic === search.get('key')) ??
    keys.find(({ tonic }) => pitchClass(tonic) === pitchClass(search.get('key') ?? home)) ??
    keys[0]!;
  const [round, setRound] = useState<KeyOrder>('one');
  const [tempo, setTempo] = useRemembered('moves-tempo', tune?.tempo ?? USUAL_TEMPO);
  const heard = useMoveHeard({ named: chosen, keyOn: key, keys, round, tempo, player, banished });
  const { playback, arrangement, busy, failed, sections } = heard;

  const step = (by: number) => {
    const next = listed[listed.findIndex(({ id }) => id === chosen.id) + by];
    if (next) set('move', next.id);
  };
  /** A fourth up, or down, the cycle. */
  const stepKey = (by: number) => {
    const there = (pitchClass(key.tonic) + by * 5 + 60) % 12;
    set('key', keys.find(({ tonic }) => pitchClass(tonic) === there)!.tonic);
  };
  const [asking, setAsking] = useState(false);
  useMovesKeys(
    {
      step,
      stepKey,
      play: heard.play,
      isPlaying: () => playback.active,
      find: () => document.getElementById('find-move')?.focus(),
      undo: edits.undo,
      redo: edits.redo,
    },
    !asking,
  );

  return (
    <Frame
      tuneId={tune?.id ?? null}
      header={
        <>
          <div className="head-title">
            <h1>{t('Moves')}</h1>
            <span className="facts">
              {t('{more} for {name}', {
                more:
                  library.own.length === 0 ? t('none of yours yet') : t('{own} of yours', { own: library.own.length }),
                name: player.name,
              })}
            </span>
          </div>
          <span className="head-gap" />
          <SaveState />
          <span className="head-tools">
            <MovesFiles library={library} onBrought={edits.bringIn} />
            <KeySheet keys={MOVES_KEYS} onOpen={setAsking} />
          </span>
          <PlayButton active={playback.active} disabled={arrangement === null} onClick={heard.play} />
        </>
      }
    >
      <div className="moves-place">
        <MovesList
          listed={listed}
          all={library.all}
          chosen={chosen.id}
          wanted={wanted}
          order={order}
          onlyHeld={onlyHeld}
          onOnlyHeld={setOnlyHeld}
          onWanted={setWanted}
          onOrder={setOrder}
          onChoose={(id) => set('move', id)}
        />
        <div className="moves-main" aria-busy={busy}>
          <MoveAbout
            one={chosen}
            earlier={asked === chosen.id ? earlier : NOTHING_EARLIER}
            musicalKey={key}
            keys={keys}
            round={round}
            tempo={tempo}
            playerId={kept.id}
            onKey={(tonic) => set('key', tonic)}
            onRound={setRound}
            onTempo={setTempo}
            onChange={edits.change}
            onOwn={(id) => set('move', id)}
            onAsking={setAsking}
            onPutAway={edits.putAway}
            onTakes={(takes) => library.letTakes(chosen.id, takes)}
          >
            {failed !== null ? (
              <p className="side-empty">{failed}</p>
            ) : (
              <MoveStrip
                columns={arrangement?.columns ?? null}
                sections={sections}
                playing={playback.playing}
                guitar={guitar}
                stale={busy}
                onHear={heard.hearColumn}
              />
            )}
          </MoveAbout>
        </div>
      </div>
      <Notice
        open={edits.said !== null}
        goes
        message={edits.said}
        action={
          edits.canUndo && (
            <Button size="small" color="secondary" onClick={edits.undo}>
              {t('Undo')}
            </Button>
          )
        }
        onClose={edits.dismiss}
      />
      {playback.failed && <Notice open message={playback.failed} />}
    </Frame>
  );
}
