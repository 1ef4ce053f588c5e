import Button from '@mui/material/Button';
import Snackbar from '@mui/material/Snackbar';
import { useEffect, useMemo, useState } from 'react';
import {
  caution,
  difficultyWord,
  secondsOf,
  servingText,
  spanOfColumns,
  songOf,
  symbolOf,
  TICKS_PER_QUARTER,
  whyNot,
  writeMidi,
  writeTab,
  type Arrangement,
  type Cell,
  type Chart,
  type Column,
  type Grip,
  type Steer,
} from '../../../core/index.ts';
import { useFreshTune } from '../../keep/fresh.ts';
import { useRemembered } from '../../keep/remembered.ts';
import type { KeptCells } from '../../keep/cells.ts';
import type { GripMark, KeptPlayer } from '../../keep/player.ts';
import { followOutbox, useTake } from '../../keep/take.ts';
import type { PricedMove, SteeredOutcome } from '../../work/questions.ts';
import {
  useArrangement,
  useColours,
  useGrips,
  useMoves,
  useNextBest,
  useOtherWays,
  useWaysOut,
} from '../../work/solver.ts';
import { Frame } from '../frame/Frame.tsx';
import { NECK_LABELS, type NeckLabels } from '../neck/Neck.tsx';
import { ZOOMS } from '../stream/layout.ts';
import { BenchHeader } from './BenchHeader.tsx';
import { GripCards } from './GripCards.tsx';
import { Hand } from './Hand.tsx';
import { download, fileName } from './download.ts';
import { columnEdits, wayPatch } from './columnEdits.ts';
import { useBenchKeys } from './keys.ts';
import { barChanges } from './barChanges.ts';
import { answersTo } from './Moves.tsx';
import { Conflict, Notices } from './Notices.tsx';
import { Options, type OptionsTab } from './Options.tsx';
import { OtherWays } from './OtherWays.tsx';
import { Stage } from './Stage.tsx';
import { useColumns } from './useColumns.ts';
import { useGripList } from './useGripList.ts';
import { usePlayback } from './usePlayback.ts';
import { useSelection } from './useSelection.ts';
import { useTaste } from './useTaste.ts';
import { useVoices } from './useVoices.ts';
import { useWhoPlays } from './useWhoPlays.ts';
import { wishEdits } from './wishEdits.ts';
import { Voices } from './Voices.tsx';
import { Wishes } from './Wishes.tsx';

interface WorkbenchProps {
  readonly tuneId: string;
  /** The last chart text that could be read. */
  readonly chartText: string;
  readonly chart: Chart;
  readonly barIds: readonly string[];
  readonly take: { readonly id: string; readonly version: number; readonly cells: Readonly<Record<string, Cell>> };
  readonly takes: readonly { readonly id: string; readonly name: string }[];
  /** The player's own styles, and how moves are chosen in this tune, as kept. */
  readonly styles: KeptCells;
  readonly taste: KeptCells;
  readonly tuneVersion: number;
  /** Who plays the tune, among all players. */
  readonly playerId: string;
  readonly players: readonly KeptPlayer[];
  /** The text as typed has problems, and an older one stands here. */
  readonly outdated: boolean;
}

const NONE: readonly string[] = [];
const NO_OUTCOMES: readonly SteeredOutcome[] = [];
const NO_UNMET: Arrangement['unmet'] = [];
/** Moves shown beside the colours. */
const BEST_MOVES = 4;

export function Workbench(props: WorkbenchProps) {
  const { tuneId, chartText, chart, barIds, take, takes, outdated, styles: keptStyles, taste: keptTaste } = props;
  const store = useTake();
  useFreshTune();
  useEffect(() => {
    useTake.getState().open(take.id, take.version, take.cells);
    return followOutbox();
  }, [take]);
  const opened = store.takeId === take.id;
  const cells = opened ? store.cells : take.cells;

  const { slots, columns, sections, marks } = useColumns(chart, barIds, cells);

  const who = useWhoPlays(tuneId, props.tuneVersion, props.playerId, props.players);
  const { guitar, book } = who;
  const solving = useArrangement(chartText, barIds, opened ? cells : null, who.player, book.banished);
  const arranged = solving.arrangement?.columns.length === columns.length ? solving.arrangement.columns : null;
  /** Each column as last voiced, so that a chord divided or joined leaves the others standing. */
  const voiced = useMemo(() => {
    const byPlace = new Map(solving.arrangement?.columns.map((one) => [one.column.at, one]));
    return columns.map(({ at }) => byPlace.get(at) ?? null);
  }, [solving.arrangement, columns]);

  const { selected, from, to, select: moveTo } = useSelection(columns.length);
  const [tab, setTab] = useState<OptionsTab>('colour');
  const [trying, setTrying] = useState(-1);
  const [keysOpen, setKeysOpen] = useState(false);
  const [cardsOpen, setCardsOpen] = useState(false);
  const playback = usePlayback();
  const [grating, setGrating] = useRemembered('grating', false);

  const column = columns[selected]!;
  const here = arranged?.[selected];
  const before = arranged?.slice(0, selected).findLast(({ grip }) => grip !== null) ?? null;
  const after = arranged?.slice(selected + 1).find(({ grip }) => grip !== null);
  const voices = useVoices(selected, here?.grip ?? null, solving.result, tab === 'voice');
  const grips = useGripList(useGrips(selected, solving.result, tab === 'grip'), book);
  const [peek, setPeek] = useState<Grip | null>(null);
  const hard = here?.grip && isHard(here.grip) ? here.grip.grip : null;
  const easier = useWaysOut(selected, hard, solving.result);
  const nextBest = useNextBest(selected, here?.grip?.grip ?? null, before?.grip?.pitches ?? null, solving.result);
  const [zoom, setZoom] = useRemembered<number>('zoom', 1);
  const changeZoom = (by: 1 | -1) => setZoom(ZOOMS[ZOOMS.findIndex((one) => one === zoom) + by] ?? zoom);
  const [labels, setLabels] = useRemembered<NeckLabels>('neck-labels', 'fingers');
  const { taste, styles, setTaste, setStyle } = useTaste(tuneId, keptStyles, keptTaste);
  const style = styles.find(({ id }) => id === taste.style) ?? null;
  const colours = useColours(selected, solving.result, tab === 'colour', { grating, liked: style?.colours ?? NONE });
  const [words, setWords] = useState('');
  const found = useMoves(
    {
      from,
      to,
      style,
      stray: taste.stray,
      off: taste.off,
      ...(tab === 'move' ? {} : { most: BEST_MOVES }),
    },
    solving.result,
    tab === 'colour' || tab === 'move',
  );
  const moves = useMemo(
    () => (tab === 'move' ? found.list.filter((move) => answersTo(move, words)) : found.list),
    [found, tab, words],
  );
  const outcomes = voices.steered?.outcomes ?? NO_OUTCOMES;
  const offered = {
    colour: colours.length,
    grip: grips.rows.length,
    move: moves.length,
    voice: outcomes.length,
    wish: 0,
  }[tab];
  /** Where steered voices would come to, in the column they lead to. */
  const led = tab === 'voice' && voices.steered ? outcomes[trying] : undefined;
  const option = {
    colour: colours[trying]?.grip,
    grip: grips.at(trying)?.grip,
    move: moves[trying]?.grips[0],
    voice: null,
    wish: null,
  }[tab];
  const tried: Grip | null = peek ?? option ?? null;
  const inHand = tried ?? here?.grip ?? null;

  const select = (index: number, extending = false) => {
    moveTo(index, extending);
    setTrying(-1);
    setPeek(null);
  };
  const place = placeText(columns[from]!, columns[to]!);
  const decide = columnEdits(
    column,
    { before: columns[selected - 1], grip: here?.grip ?? null },
    place,
    (patch, label) => {
      setTrying(-1);
      setPeek(null);
      store.edit(patch, label);
    },
  );
  const make = (move: PricedMove) => {
    if (solving.busy || move.extra === null) return;
    select(from);
    store.edit(move.patch, `${move.name} in ${place}`);
  };
  const keep = (index: number) => {
    // While a newer result is on its way the list is of what was.
    if (solving.busy) return;
    if (tab === 'colour') {
      const option = colours[index];
      if (option?.grip) decide.colour(option);
    } else if (tab === 'move') {
      if (moves[index]) make(moves[index]);
    } else if (tab === 'grip') {
      const listed = grips.at(index);
      if (listed) decide.pinTo(listed.grip);
    } else if (tab === 'voice') {
      const outcome = outcomes[index];
      if (!outcome) return;
      setTrying(-1);
      voices.free();
      store.edit(outcome.patch, `${servingText(outcome.end)} after ${place}`);
    }
  };
  const markGrip = (as: GripMark) => {
    const grip = grips.at(trying)?.grip ?? here?.grip;
    if (tab === 'grip' && grip) grips.mark(grip.grip, as === 'kept' && book.kept.includes(grip.grip) ? null : as);
  };
  const [waysAsked, setWaysAsked] = useState(-1);
  const otherWays = useOtherWays(solving.result, waysAsked === solving.result && tab === 'wish');
  const [ghosts, setGhosts] = useState<readonly (Grip | null)[] | null>(null);
  const wished = wishEdits(columns.slice(from, to + 1), cells, place, store.edit);
  const unmet = solving.arrangement?.unmet ?? NO_UNMET;
  const changes = barChanges({ chart, slots, barIds, cells }, column.slot, store.edit);
  const hear = (grip: Grip | null) => {
    const { ticks } = column.slot.entry;
    if (grip && arranged) playback.hearInPlace(chart, arranged, selected, selected, [{ pitches: grip.pitches, ticks }]);
  };
  const hearMove = (move: PricedMove) => {
    if (!arranged || move.grips.length === 0) return;
    const whole = columns.slice(from, to + 1).reduce((sum, { slot }) => sum + slot.entry.ticks, 0);
    const tried = move.grips.map(({ pitches }) => ({ pitches, ticks: whole / move.grips.length }));
    playback.hearInPlace(chart, arranged, from, to, tried);
  };
  const hearLed = ({ row }: SteeredOutcome) => {
    const to = voices.steered?.to;
    if (!arranged || to === undefined) return;
    const whole = column.slot.entry.ticks + columns[to]!.slot.entry.ticks;
    const tried = row.map((pitches) => ({ pitches, ticks: whole / row.length }));
    playback.hearInPlace(chart, arranged, selected, to, tried);
  };
  /** Sends a voice of the grip in some column, and shows what can come of it. */
  const send = (index: number, voice: number, way: Steer) => {
    const grip = arranged?.[index]?.grip;
    if (!grip) return;
    select(index);
    setTab('voice');
    setTrying(0);
    voices.send(index, grip, voice, way);
  };
  const play = () => {
    if (playback.active) playback.stop();
    else if (arranged) playback.play(chart, arranged, selected);
  };

  const show = (next: OptionsTab) => {
    setTab(next);
    setTrying(-1);
  };
  const { armed } = voices;
  const sendArmed = (way: Steer) => armed !== null && voices.set(armed, way);
  useBenchKeys(
    {
      step: (by) => (armed === null ? select(selected + by) : sendArmed(by > 0 ? 'late' : 'early')),
      extend: (by) => select(selected + by, true),
      first: () => select(0),
      last: () => select(columns.length - 1),
      play,
      hear: () => {
        if (tab === 'move' && moves[trying]) hearMove(moves[trying]);
        else if (led) hearLed(led);
        else hear(inHand);
      },
      voice: (number) => tab === 'voice' && voices.arm(number),
      hearAlone: () => inHand && playback.hear(inHand.pitches),
      divide: () => decide.divide?.(),
      shift: decide.shift,
      tab: show,
      try: (by) => {
        if (armed !== null) sendArmed(by < 0 ? 'up' : 'down');
        else setTrying((at) => Math.max(0, Math.min(offered - 1, at + by)));
      },
      keep: () => keep(trying),
      pin: decide.pin,
      mark: markGrip,
      beside: () => tab === 'grip' && grips.setBeside(grips.beside ? null : grips.at(Math.max(0, trying))),
      zoom: changeZoom,
      neckLabels: () => setLabels(NECK_LABELS[(NECK_LABELS.indexOf(labels) + 1) % NECK_LABELS.length]!),
      release: () => (armed === null ? decide.release() : sendArmed('free')),
      lift: () => decide.lift?.(),
      undo: store.undoOne,
      redo: store.redoOne,
      escape: () => {
        setTrying(-1);
        voices.disarm();
        playback.stop();
      },
    },
    !keysOpen && !cardsOpen,
  );

  const exported = (write: () => void) => () => {
    if (arranged) write();
  };

  return (
    <Frame
      tuneId={tuneId}
      header={
        <BenchHeader
          chart={chart}
          takes={takes}
          takeId={take.id}
          undoLabel={store.undo.at(-1)?.label ?? null}
          redoLabel={store.redo.at(-1)?.label ?? null}
          onUndo={store.undoOne}
          onRedo={store.redoOne}
          active={playback.active}
          ready={arranged !== null}
          onPlay={play}
          volumes={playback.volumes}
          onVolumes={playback.changeVolumes}
          onMidi={exported(() =>
            download(
              fileName(chart.title, 'mid'),
              writeMidi(songOf(chart, arranged!)) as Uint8Array<ArrayBuffer>,
              'audio/midi',
            ),
          )}
          onTab={exported(() =>
            download(fileName(chart.title, 'txt'), writeTab(chart, arranged!, who.player), 'text/plain;charset=utf-8'),
          )}
          onCards={() => setCardsOpen(true)}
          tuneId={tuneId}
          players={props.players}
          playerId={who.id}
          onPlayer={who.choose}
          onKeys={setKeysOpen}
        />
      }
    >
      <div className="bench" aria-busy={solving.busy}>
        <div className="bench-main">
          <Notices tuneId={tuneId} outdated={outdated} solving={solving} />
          <Stage
            columns={columns}
            voiced={voiced}
            sections={sections}
            marks={marks}
            selected={selected}
            from={from}
            to={to}
            playing={playback.playing}
            open={guitar.open}
            tried={led?.grip ?? tried}
            triedAt={led ? voices.steered!.to : selected}
            onSend={send}
            ghosts={ghosts}
            zoom={zoom}
            onZoom={changeZoom}
            unmet={unmet}
            onSelect={select}
          />
          <Hand
            symbol={tried ? triedSymbol(tab, colours, trying, column.symbol) : column.symbol}
            chord={(tab === 'colour' && peek === null && colours[trying]?.chord) || column.chord}
            grip={inHand}
            trying={tried !== null}
            ring={column.move?.found.ring ?? null}
            next={after && led ? { ...after, grip: led.grip } : (after ?? null)}
            player={who.player}
            guitar={guitar}
            seconds={secondsIn(column, chart)}
            labels={labels}
            onLabels={setLabels}
            chosen={column.decision?.fingers ?? null}
            onFingers={decide.finger}
          />
        </div>
        <Options
          column={column}
          here={here ?? null}
          before={before}
          nextBest={nextBest}
          noteNames={who.player.noteNames}
          after={after ?? null}
          figures={solving.arrangement?.figures ?? null}
          rootPosition={solving.arrangement?.rootPosition ?? null}
          busy={solving.busy}
          tab={tab}
          onTab={show}
          colours={colours}
          grips={grips}
          easier={hard === null ? null : easier}
          onEasier={decide.pinTo}
          onPeek={setPeek}
          guitar={guitar}
          area={who.player.area}
          moves={moves}
          allMoves={found.done}
          onMake={make}
          taste={taste}
          onTaste={setTaste}
          styles={styles}
          style={style}
          onStyle={setStyle}
          words={words}
          onWords={setWords}
          place={place}
          whyNot={tab === 'move' ? whyNot(spanOfColumns(slots, columns.slice(from, to + 1))) : NONE}
          onHearMove={hearMove}
          onLift={decide.lift}
          trying={trying}
          onTry={setTrying}
          onKeep={keep}
          onHear={hear}
          onPin={decide.pin}
          onRelease={decide.release}
          onDivide={decide.divide}
          onShift={column.part > 0 ? decide.shift : null}
          voices={
            <Voices
              voices={voices}
              column={column}
              next={after?.column ?? null}
              guitar={guitar}
              noteNames={who.player.noteNames}
              trying={trying}
              onTry={setTrying}
              onKeep={keep}
              onHear={hearLed}
            />
          }
          wishes={
            <>
              <Wishes
                column={columns[from]!}
                place={place}
                beginning={wished.beginning}
                unmet={unmet.map(({ column: at, wish }) => ({ bar: columns[at]?.slot.bar ?? 0, wish }))}
                guitar={guitar}
                noteNames={who.player.noteNames}
                onWish={wished.wish}
                onDrop={wished.drop}
              />
              <OtherWays
                asked={waysAsked === solving.result}
                onAsk={() => setWaysAsked(solving.result)}
                ways={otherWays}
                onPeek={(way) => setGhosts(way?.grips ?? null)}
                onHear={({ grips: way }) =>
                  arranged &&
                  playback.play(
                    chart,
                    arranged.map((one, i) => ({ ...one, grip: way[i] ?? null })),
                    selected,
                  )
                }
                onTake={({ grips: way }) =>
                  arranged && store.edit(wayPatch(arranged, way), 'another way through the tune')
                }
              />
            </>
          }
          changes={changes}
          grating={grating}
          onGrating={setGrating}
        />
      </div>
      {cardsOpen && arranged && (
        <GripCards title={chart.title} columns={arranged} guitar={guitar} onClose={() => setCardsOpen(false)} />
      )}
      <Snackbar
        open={grips.lastBanished !== null}
        autoHideDuration={12_000}
        onClose={(_, reason) => reason !== 'clickaway' && grips.forgetBanished()}
        message={`${grips.lastBanished ?? ''} will not be offered again.`}
        action={
          <Button size="small" color="secondary" onClick={() => grips.mark(grips.lastBanished!, null)}>
            Undo
          </Button>
        }
      />
      <Snackbar open={playback.failed !== null} message={playback.failed} />
      <Conflict kept={store.conflict} onClose={store.dismissConflict} />
    </Frame>
  );
}

/** Where a span is, in words: `bar 3`, `bar 3, beat 2`, `bars 3 to 4`. */
function placeText(first: Column, last: Column): string {
  const [a, b] = [first.slot, last.slot];
  const beat = a.entry.beat > 1 && first === last ? `, beat ${Math.round(a.entry.beat * 100) / 100}` : '';
  return a.bar === b.bar ? `bar ${a.bar}${beat}` : `bars ${a.bar} to ${b.bar}`;
}

/** Whether ways out of a grip are offered. */
const isHard = ({ reachMm, difficulty }: Grip) =>
  difficultyWord(difficulty) !== 'easy' || caution(reachMm, difficulty) !== null;

/** How long a column lasts, and a quarter note there. */
function secondsIn({ slot }: Column, { tempo }: Chart): { chord: number; quarter: number } {
  const inTempo = (ticks: number) => secondsOf(ticks, tempo, slot.meter);
  return { chord: inTempo(slot.entry.ticks), quarter: inTempo(TICKS_PER_QUARTER) };
}

function triedSymbol(tab: OptionsTab, colours: ReturnType<typeof useColours>, trying: number, symbol: string): string {
  const option = tab === 'colour' ? colours[trying] : undefined;
  return option ? symbolOf(option.chord) : symbol;
}
