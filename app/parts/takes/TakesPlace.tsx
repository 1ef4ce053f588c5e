import RedoOutlined from '@mui/icons-material/RedoOutlined';
import SwapVert from '@mui/icons-material/SwapVert';
import UndoOutlined from '@mui/icons-material/UndoOutlined';
import ZoomIn from '@mui/icons-material/ZoomIn';
import ZoomOut from '@mui/icons-material/ZoomOut';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import { Suspense, useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import {
  barsFromAnother,
  barsText,
  handOf,
  keptGrips,
  lastFretOf,
  musical,
  solvedAnew,
  t,
  type Chart,
  type Decisions,
} from '../../../core/index.ts';
import type { KeptCells } from '../../keep/cells.ts';
import { useFresh } from '../../keep/fresh.ts';
import type { KeptPlayer } from '../../keep/player.ts';
import { useOpenTake } from '../../keep/open-take.ts';
import { useOfWindow, useRemembered } from '../../keep/remembered.ts';
import { Frame } from '../frame/Frame.tsx';
import { KeySheet } from '../frame/KeySheet.tsx';
import { later } from '../frame/later.tsx';
import { Notice } from '../frame/Notice.tsx';
import { PlayButton } from '../frame/PlayButton.tsx';
import { SaveState } from '../frame/SaveState.tsx';
import { Tool } from '../frame/Tool.tsx';
import { TuneFacts } from '../frame/TuneFacts.tsx';
import { ZOOMS } from '../stream/layout.ts';
import { Glyphs } from '../symbol/glyphs.tsx';
import { mannerStanding } from '../workbench/tuneManner.ts';
import { usePlayback } from '../workbench/usePlayback.ts';
import { useSung } from '../workbench/useMelody.ts';
import { useTaste } from '../workbench/useTaste.ts';
import { useTime } from '../workbench/useTime.ts';
import { useWhoPlays } from '../workbench/useWhoPlays.ts';
import { Apart } from './Apart.tsx';
import { Figures } from './Figures.tsx';
import { PairStage } from './PairStage.tsx';
import { TakesList, type ListedTake } from './TakesList.tsx';
import { TAKES_KEYS, useTakesKeys } from './keys.ts';
import { sectionsOf } from './sections.ts';
import { useBothScores } from './useBothScores.ts';
import { useTwoTakes } from './useTwoTakes.ts';
import './takes.css';

interface ShownTake {
  readonly id: string;
  readonly name: string;
  readonly version: number;
  readonly cells: Decisions;
}
interface TakesPlaceProps {
  readonly tuneId: string;
  readonly chartText: string;
  readonly chart: Chart;
  readonly barIds: readonly string[];
  readonly melody: KeptCells;
  readonly styles: KeptCells;
  readonly taste: KeptCells;
  readonly tuneVersion: number;
  readonly playerId: string;
  readonly players: readonly KeptPlayer[];
  readonly takes: readonly ListedTake[];
  readonly above: ShownTake;
  /** Null: the plain chart. */
  readonly below: ShownTake | null;
}

const Charts = later(async () => (await import('./Charts.tsx')).Charts);

interface Chosen {
  readonly at: number;
  readonly anchor: number;
}
const FIRST: Chosen = { at: 0, anchor: 0 };

/** A tune's takes: two of them side by side, heard in turn, with what they come to. */
export function TakesPlace(props: TakesPlaceProps) {
  const { tuneId, chartText, chart, barIds, takes, above, below } = props;
  useFresh();
  const navigate = useNavigate();
  const store = useOpenTake(tuneId, above);
  const { opened, cells, edit, undoOne, redoOne } = store;

  const who = useWhoPlays(tuneId, props.tuneVersion, props.playerId, props.players);
  const { guitar, player, book } = who;
  const tastes = useTaste(tuneId, props.styles, props.taste);
  const manner = mannerStanding(tastes, player);
  const { melody } = useSung(tuneId, chart, barIds, props.melody);
  const { banished } = book;
  const tune = useMemo(
    () => ({ chartText, barIds, melody, player, manner, banished }),
    [chartText, barIds, melody, player, manner, banished],
  );
  const { sides, stretches, busy, phase, failed } = useTwoTakes(
    { who: who.id, tune },
    { id: above.id, name: above.name, cells: opened ? cells : null },
    below,
  );
  const [one, other] = sides;
  const both = one && other ? ([one, other] as const) : null;

  const bars = useMemo(() => [...new Set(stretches.map(({ bar }) => bar))], [stretches]);
  const { sectionOf, sectionAt } = useMemo(() => sectionsOf(chart, one?.columns ?? []), [chart, one?.columns]);
  const [chosen, choose] = useOfWindow(`bars.${tuneId}`, FIRST);
  const within = (bar: number) => Math.max(0, Math.min(bars.length - 1, bar));
  const [at, anchor] = [within(chosen.at), within(chosen.anchor)];
  const [from, to] = [Math.min(at, anchor), Math.max(at, anchor)];
  const select = (bar: number, extending = false) =>
    choose({ at: within(bar), anchor: extending ? anchor : within(bar) });
  const [zoom, setZoom] = useRemembered<number>('zoom.takes', 0.7);
  const changeZoom = (by: 1 | -1) => setZoom(ZOOMS[ZOOMS.findIndex((size) => size === zoom) + by] ?? zoom);

  const playback = usePlayback();
  const [heard, setHeard] = useState<0 | 1>(0);
  const hear = (side: 0 | 1) => {
    setHeard(side);
    playback.hearSide(side);
  };
  const time = useTime(tuneId, chart);
  const hand = useMemo(() => handOf(player), [player]);
  const scores = useBothScores(
    { chart, barIds, open: guitar.open, along: time.along, melody, hand },
    sides,
    below === null,
  );
  const play = () => {
    if (playback.active) return playback.stop();
    const first = stretches.find(({ bar }) => bar === bars[from]);
    if (!scores || !first) return;
    playback.hearSide(heard);
    playback.playBoth(
      scores,
      stretches.map(({ start }) => start),
      first.start,
      { rate: time.listening.rate / 100, shift: time.listening.shift },
    );
  };

  const show = (take: string, beside: string | null) => {
    playback.stop();
    void navigate(`?take=${take}&with=${beside ?? 'plain'}`, { replace: true, preventScrollReset: true });
  };
  const showAbove = (id: string) => show(id, id === below?.id ? above.id : (below?.id ?? null));
  const readable = takes.filter(({ unreadable }) => !unreadable);
  const stepTake = (by: 1 | -1) => {
    const next = readable[readable.findIndex(({ id }) => id === above.id) + by];
    if (next) showAbove(next.id);
  };
  const place = bars.length === 0 ? '' : barsText(bars.slice(from, to + 1));
  const [said, setSaid] = useState<string | null>(null);
  const takeBars = () => {
    if (!both || busy) return;
    const found = barsFromAnother({ chart, barIds, melody, lastFret: lastFretOf(player), manner }, cells, both[1], {
      from: bars[from]!,
      to: bars[to]!,
    });
    const taken = barsText(bars.filter((bar) => found.from <= bar && bar <= found.to));
    edit(found.patch, t('{taken} from {name}', { taken, name: both[1].name }));
    setSaid(
      taken === place
        ? t('{first}{taken} are those of {name} now.', {
            first: taken[0]!.toUpperCase(),
            taken: taken.slice(1),
            name: both[1].name,
          })
        : t('A move goes on over the edge of {place}: {taken} are those of {name} now.', {
            place,
            taken,
            name: both[1].name,
          }),
    );
  };
  const kept = one?.columns.filter(({ column }) => column.kept !== null).length ?? 0;
  const swap = () => below && show(below.id, above.id);
  const toBench = () => void navigate(`/tunes/${tuneId}/bench?take=${above.id}`);
  const [keysOpen, setKeysOpen] = useState(false);
  useTakesKeys(
    {
      step: (by) => select(at + by),
      extend: (by) => select(at + by, true),
      first: () => select(0),
      last: () => select(bars.length - 1),
      play,
      isPlaying: () => playback.active,
      other: () => hear(heard === 0 ? 1 : 0),
      takeBars,
      swap,
      stepTake,
      toBench,
      zoom: changeZoom,
      undo: undoOne,
      redo: redoOne,
    },
    !keysOpen,
  );

  return (
    <Frame
      tuneId={tuneId}
      header={
        <>
          <div className="head-title">
            <h1>{chart.title}</h1>
            <TuneFacts chart={chart} />
          </div>
          <span className="head-gap" />
          <SaveState />
          <span className="head-tools">
            <Undoing
              undo={store.undo.at(-1)?.label}
              redo={store.redo.at(-1)?.label}
              onUndo={undoOne}
              onRedo={redoOne}
            />
            <KeySheet keys={TAKES_KEYS} onOpen={setKeysOpen} />
          </span>
          <PlayButton active={playback.active} disabled={scores === null} onClick={play} />
        </>
      }
    >
      <div className="takes">
        <TakesList
          tuneId={tuneId}
          takes={takes}
          above={above.id}
          below={below?.id ?? null}
          onAbove={showAbove}
          onBelow={(id) => show(above.id, id)}
        />
        <div className="takes-main" aria-busy={busy}>
          {phase !== null && (
            <LinearProgress
              variant="determinate"
              value={phase.share * 100}
              aria-label={t('Arranging both takes')}
              className="takes-solving"
            />
          )}
          {failed !== null && <Alert severity="error">{failed}</Alert>}
          {both && <Apart sides={both} stretches={stretches} sectionOf={sectionOf} />}
          <div className={busy ? 'pair stale' : 'pair'}>
            {both ? (
              <>
                <PairStage
                  sides={[both[0].columns, both[1].columns]}
                  {...{ stretches, bars, from, to, at, sectionAt, heard, zoom }}
                  playing={playback.playing}
                  open={guitar.open}
                  onSelect={select}
                />
                {both.map(({ name }, side) => (
                  <button
                    key={side}
                    type="button"
                    className="pair-label"
                    style={{ top: `calc(24px + ${side} * ((100% - 24px) / 2 + 4px))` }}
                    aria-pressed={heard === side}
                    title={heard === side ? t('This one is heard') : t('Hear this one (X)')}
                    onClick={() => hear(side as 0 | 1)}
                  >
                    <span className="pair-ear" aria-hidden="true" />
                    {name}
                  </button>
                ))}
              </>
            ) : (
              <p className="pair-waiting">{t('Both takes are being arranged…')}</p>
            )}
          </div>
          <div className="takes-tools">
            <Button variant="outlined" disabled={!both || busy} onClick={takeBars} title="(B)">
              <Glyphs text={musical(t('Take {place} from below', { place }))} />
            </Button>
            <Button variant="outlined" disabled={!both} onClick={() => hear(heard === 0 ? 1 : 0)} title="(X)">
              {t('Hear {which}', { which: heard === 0 ? t('below') : t('above') })}
            </Button>
            <Button variant="text" disabled={below === null} startIcon={<SwapVert />} onClick={swap} title="(S)">
              {t('Swap')}
            </Button>
            {kept > 0 ? (
              <Button
                variant="text"
                onClick={() => edit(solvedAnew(cells), t('solving the take anew'))}
                title={t(
                  '{kept} grips above stand as they were kept; let go, they follow the rules and the hand of today',
                  { kept },
                )}
              >
                {t('Solve anew')}
              </Button>
            ) : (
              <Button
                variant="text"
                disabled={!one || busy}
                onClick={() => one && edit(keptGrips(one.columns), t('keeping the grips'))}
                title={t('The grips above stay as they stand until the take is solved anew')}
              >
                {t('Keep its grips')}
              </Button>
            )}
            <Button variant="text" onClick={toBench} title={t('(Enter)')}>
              {t('To the bench')}
            </Button>
            <span className="takes-zoom" role="group" aria-label={t('How near')}>
              <Tool label={t('See more bars')} onClick={() => changeZoom(-1)}>
                <ZoomOut fontSize="small" />
              </Tool>
              <Tool label={t('See them larger')} onClick={() => changeZoom(1)}>
                <ZoomIn fontSize="small" />
              </Tool>
            </span>
          </div>
          {both && <Figures sides={both} company={player.company} />}
          {both && (
            <Suspense>
              <Charts sides={both} bars={bars} title={chart.title} />
            </Suspense>
          )}
        </div>
      </div>
      <Notice open={said !== null} goes message={said} onClose={() => setSaid(null)} />
      <Notice open={store.said !== null} goes message={store.said} onClose={store.dismiss} />
      {playback.failed && <Notice open message={playback.failed} />}
    </Frame>
  );
}

interface UndoingProps {
  readonly undo: string | undefined;
  readonly redo: string | undefined;
  readonly onUndo: () => void;
  readonly onRedo: () => void;
}

function Undoing({ undo, redo, onUndo, onRedo }: UndoingProps) {
  return (
    <>
      <Tool
        label={undo === undefined ? t('Nothing to undo') : t('Undo: {undo}', { undo })}
        disabled={undo === undefined}
        onClick={onUndo}
      >
        <UndoOutlined fontSize="small" />
      </Tool>
      <Tool
        label={redo === undefined ? t('Nothing to redo') : t('Redo: {redo}', { redo })}
        disabled={redo === undefined}
        onClick={onRedo}
      >
        <RedoOutlined fontSize="small" />
      </Tool>
    </>
  );
}
