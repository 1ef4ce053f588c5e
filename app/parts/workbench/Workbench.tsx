import { Suspense, useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import {
  impliedAt,
  clockOfChart,
  handOf,
  quarterSeconds,
  secondsBetween,
  solvedAnew,
  spanOfColumns,
  whyNot,
  wishesOfTake,
  type Decision,
  type Decisions,
  type Chart,
  type Column,
  type Clock,
  type PlayedNote,
  type RingingString,
  type Offered,
  type Steer,
  tuningKey,
  t,
} from '../../../core/index.ts';
import type { KeptCells } from '../../keep/cells.ts';
import { useFresh } from '../../keep/fresh.ts';
import { useLatest } from '../../keep/latest.ts';
import type { KeptPlayer } from '../../keep/player.ts';
import { useOpenTake } from '../../keep/open-take.ts';
import { useOfWindow, useRemembered } from '../../keep/remembered.ts';
import { useTake } from '../../keep/take.ts';
import type { ArrangedTake, SteeredOutcome } from '../../work/questions.ts';
import { useArrangement } from '../../work/solver.ts';
import { Frame } from '../frame/Frame.tsx';
import { later, useLaterParts } from '../frame/later.tsx';
import { NECK_LABELS, type NeckLabels } from '../neck/Neck.tsx';
import { ZOOMS } from '../stream/layout.ts';
import { Announcer } from './Announcer.tsx';
import { barChanges } from './barChanges.ts';
import { benchActions } from './benchActions.ts';
import { BenchHeader } from './BenchHeader.tsx';
import { BenchSheets } from './BenchSheets.tsx';
import { columnEdits } from './columnEdits.ts';
import { useFiles } from './useFiles.ts';
import { Hand } from './Hand.tsx';
import { hearings } from './hearings.ts';
import { BenchKeys } from './keys.ts';
import { Banished, Notices, Said } from './Notices.tsx';
import { optionDeeds } from './optionDeeds.ts';
import { Options } from './Options.tsx';
import { placeText } from './placeText.ts';
import { Stage } from './Stage.tsx';
import type { OptionsTab } from './tabs.ts';
import type { TakeName } from './Takes.tsx';
import { useColumns } from './useColumns.ts';
import { useBothWays } from './useBothWays.ts';
import { useAddedShown, useBetween } from './useBetween.ts';
import { useOffered } from './useOffered.ts';
import { mannerOf, mannerStanding } from './tuneManner.ts';
import type { KeptMovesLoaded } from '../../keep/kept-moves.ts';
import { useKeeping } from './useKeeping.tsx';
import { useMarked } from './useMarked.ts';
import { usePlayback } from './usePlayback.ts';
import { useSelection } from './useSelection.ts';
import { useTaste } from './useTaste.ts';
import { useTrial } from './useTrial.ts';
import { useWays } from './useWays.ts';
import { useWhoPlays } from './useWhoPlays.ts';
import { inRhythm } from './inRhythm.ts';
import { useRhythms } from './useRhythms.ts';
import { useMelody, useSung } from './useMelody.ts';
import { useMends } from './useMends.ts';
import { useRetune } from './useRetune.tsx';
import { useScore } from './useScore.ts';
import { useWorkings } from './useWorkings.ts';
import './workbench.css';

interface WorkbenchProps {
  readonly tuneId: string;
  /** The chart text, with what could not be read as it was. */
  readonly chartText: string;
  readonly chart: Chart;
  /** The tune's melody as it is kept. */
  readonly melody: KeptCells;
  readonly barIds: readonly string[];
  readonly take: { readonly id: string; readonly version: number; readonly cells: Readonly<Record<string, Decision>> };
  readonly takes: readonly TakeName[];
  /** The player's own styles, and how moves are chosen in this tune, as kept. */
  readonly styles: KeptCells;
  readonly taste: KeptCells;
  /** The player's own rhythms, as kept. */
  readonly rhythms: KeptCells;
  /** The library of kept moves, as it is kept. */
  readonly moves: KeptMovesLoaded;
  readonly tuneVersion: number;
  /** Who plays the tune, among all players. */
  readonly playerId: string;
  readonly players: readonly KeptPlayer[];
  /** The bars that cannot be read as they are typed; null: something else cannot. */
  readonly unread: readonly number[] | null;
}

const FirstLook = later(async () => (await import('./Legend.tsx')).FirstLook);
const InTime = later(async () => (await import('./InTime.tsx')).InTime);
const OwnGrip = later(async () => (await import('./OwnGrip.tsx')).OwnGrip);
const TakeStatus = later(async () => (await import('./TakeStatus.tsx')).TakeStatus);
const Voices = later(async () => (await import('./Voices.tsx')).Voices);
const Between = later(async () => (await import('./Between.tsx')).Between);
const WishesTab = later(async () => (await import('./WishesTab.tsx')).WishesTab);

const NONE: readonly string[] = [];
/** Its room is kept until there is something to say. */
const NO_STATUS = <div className="take-status" />;
const NO_NOTES: readonly PlayedNote[] = [];
const NO_BASSES: readonly RingingString[] = [];
const NO_UNMET: ArrangedTake['unmet'] = [];
const NO_MOVES: ArrangedTake['moves'] = {};

/** Tells of new decisions as they are made. */
const edits = (tell: (cells: Decisions) => void) => useTake.subscribe(({ cells }) => tell(cells));

export function Workbench(props: WorkbenchProps) {
  const { tuneId, chartText, chart, barIds, take, takes, unread } = props;
  useFresh();
  const navigate = useNavigate();
  const store = useOpenTake(tuneId, take);
  const { opened, cells, edit, undoOne, redoOne, dismiss } = store;

  const who = useWhoPlays(tuneId, props.tuneVersion, props.playerId, props.players);
  const { guitar, book, player } = who;
  const tastes = useTaste(tuneId, props.styles, props.taste);
  const { taste, chosen: style, grating } = tastes;
  const manner = mannerStanding(tastes, player);
  const kept = useSung(tuneId, chart, barIds, props.melody);
  const { slots, columns, sections, marks } = useColumns(chart, barIds, kept.melody, cells, player, manner);
  const { banished } = book;
  const job = useMemo(
    () => ({ chartText, barIds, melody: kept.melody, cells, player, manner, banished }),
    [chartText, barIds, kept.melody, cells, player, manner, banished],
  );
  const solving = useArrangement(`${take.id}/${who.id}`, opened ? job : null, edits);
  const { arrangement, moved, solved } = solving;
  const arranged = arrangement?.columns.length === columns.length ? arrangement.columns : null;
  /** Each column as last voiced, so that a chord divided or joined leaves the others standing. */
  const voiced = useMemo(() => {
    const byPlace = new Map(arrangement?.columns.map((one) => [one.column.at, one]));
    return columns.map(({ at }) => byPlace.get(at) ?? null);
  }, [arrangement, columns]);

  const { selected, from, to, select: moveTo } = useSelection(take.id, columns);
  const [tab, setTab] = useOfWindow<OptionsTab>('tab', 'colour');
  const [keysOpen, setKeysOpen] = useState(false);
  const [cardsOpen, setCardsOpen] = useState(false);
  const [takesOpen, setTakesOpen] = useState(false);
  const keeping = useKeeping(tuneId, props.moves);
  const [zoom, setZoom] = useRemembered<number>('zoom', 1);
  const [labels, setLabels] = useRemembered<NeckLabels>('neck-labels', 'fingers');

  const column = columns[selected]!;
  const here = arranged?.[selected] ?? null;
  const before = arranged?.slice(0, selected).findLast(({ grip }) => grip !== null) ?? null;
  const after = arranged?.slice(selected + 1).find(({ grip }) => grip !== null) ?? null;
  const said = (column.move && arrangement?.moves[column.move.at]) ?? null;
  const place = placeText(columns[from]!, columns[to]!);
  const playback = usePlayback();
  const clock = useMemo(() => clockOfChart(chart), [chart]);
  const melody = useMelody(chart, kept.melody, columns);
  const hand = useMemo(() => handOf(player), [player]);
  const { sung } = melody;
  const standing = { columns, slots, cells, from, to };
  const workings = useWorkings();
  const sound = useScore({
    ...standing,
    workings,
    tuneId,
    chart,
    barIds,
    sung,
    hand,
    neck: guitar,
    arranged,
    busy: solving.busy,
    bareToo: tab === 'between',
  });
  const { score, time, added } = sound;
  const between = useBetween({ ...standing, ...sound, workings, hand, selected, place });
  const offered = useOffered(
    { selected, from, to, column, here, before, solved },
    tab,
    { style, stray: taste.stray, off: taste.off, grating, melodyFirst: taste.melodyFirst, kept: keeping.moves.text },
    book,
    between.offers,
  );
  const { grips, voices, trying, setTrying, tried, led } = offered;
  const triedOffer = tab === 'between' ? (between.offers[trying]?.offer ?? null) : null;
  const shown = useAddedShown({ added, columns, selected }, triedOffer, guitar.open);
  const inHand = tried ?? here?.grip ?? null;
  const ways = useWays(solved, tab === 'wish');
  const unmet = arrangement?.unmet ?? NO_UNMET;
  const wishes = useMemo(() => wishesOfTake(columns, unmet), [columns, unmet]);

  const hearing = hearings(playback, { columns, ...sound, selected: sound.played.loop ? from : selected, from, to });
  const loop = useBothWays(playback, hearing, sound.bare);
  const hearAdded = (offers: readonly Offered[]) => sound.bare && hearing.decorated(sound.bare, offers, guitar.open);
  const hearLed = (outcome: SteeredOutcome) => voices.steered && hearing.led(outcome, voices.steered.to);

  const select = (index: number, extending = false) => {
    moveTo(index, extending);
    offered.rest();
  };
  const show = (next: OptionsTab) => {
    setTab(next);
    setTrying(-1);
  };
  const changeZoom = (by: 1 | -1) => setZoom(ZOOMS[ZOOMS.findIndex((one) => one === zoom) + by] ?? zoom);

  const decide = columnEdits(
    column,
    { before: columns[selected - 1], grip: here?.grip ?? null, said },
    place,
    (patch, label) => {
      offered.rest();
      edit(patch, label);
    },
  );
  const rhythms = useRhythms(props.rhythms);
  const rhythm = inRhythm({ columns, cells, from, to, place, score, edit }, hearing, playback, {
    undo: store.undo.length > 0 ? undoOne : null,
    redo: store.redo.length > 0 ? redoOne : null,
  });
  const { mends, mending, mend } = useMends(melody, { workings, slots, barIds, cells, column, selected, edit });
  const [retune, retuneNotice] = useRetune(chart, barIds, kept);
  const changes = barChanges({ chart, slots, barIds, cells }, column.slot, edit);
  const deeds = optionDeeds({
    tab,
    offered,
    between,
    grip: here?.grip ?? null,
    book,
    busy: solving.busy,
    place,
    decide,
    edit,
    toBeginning: () => select(from),
    onMade: keeping.countUse,
  });
  const { keep, make } = deeds;
  const trial = useTrial(deeds, offered, selected, solving);
  const { marked, mark, unmark } = useMarked(columns, selected, select);
  /** Sends a voice of the grip in some column, and shows what can come of it. */
  const send = (index: number, voice: number, way: Steer) => {
    const grip = arranged?.[index]?.grip;
    if (!grip) return;
    select(index);
    setTab('voice');
    setTrying(0);
    voices.send(index, grip, voice, way);
  };
  const stepTake = (by: 1 | -1) => {
    const readable = takes.filter(({ unreadable }) => !unreadable);
    const next = readable[readable.findIndex(({ id }) => id === take.id) + by];
    if (next) void navigate(`?take=${next.id}`);
  };
  const actions = useLatest(
    benchActions({
      count: columns.length,
      selected,
      select,
      tab,
      show,
      changeZoom,
      nextLabels: () => setLabels(NECK_LABELS[(NECK_LABELS.indexOf(labels) + 1) % NECK_LABELS.length]!),
      offered,
      inHand,
      hearing,
      hearLed,
      between,
      letGo: () => between.stands && deeds.change(between.changes.off(between.stands)),
      hearAdded,
      decide,
      mark: deeds.mark,
      takes: () => setTakesOpen(true),
      keepMove: keeping.open,
      stepTake,
      trial,
      unmark,
      playback,
      undo: undoOne,
      redo: redoOne,
    }),
  );

  useLaterParts(arranged !== null);
  const files = useFiles({
    scoreNow: sound.scoreNow,
    player,
    volumes: playback.volumes,
    from,
    to,
    played: sound.played,
  });
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
          onUndo={undoOne}
          onRedo={redoOne}
          active={playback.active}
          ready={arranged !== null && workings !== null}
          onPlay={hearing.play}
          mix={playback.mix}
          hasMelody={sung.length > 0}
          rhythm={rhythms.nameOf(rhythm.tune.pattern)}
          inTime={(anchor, close) => (
            <InTime
              hasMelody={sung.length > 0}
              anchor={anchor}
              chart={chart}
              {...rhythm}
              time={time}
              rhythms={rhythms}
              rushed={sound.rushed}
              withBass={player.company === 'alone' ? () => who.change({ company: 'bass' }) : null}
              player={who.name}
              onClose={close}
            />
          )}
          onMidi={() => void files.midi()}
          onTab={() => void files.tab()}
          onWav={() => void files.wav()}
          onCards={() => setCardsOpen(true)}
          onThreeTakes={() => setTakesOpen(true)}
          tuneId={tuneId}
          players={props.players}
          playerId={who.id}
          onPlayer={who.choose}
          manner={mannerOf(tastes, player, columns)}
          onKeys={setKeysOpen}
        />
      }
    >
      <BenchKeys
        actions={actions}
        after={trial.after}
        enabled={!keysOpen && !cardsOpen && !takesOpen && !keeping.isOpen}
      />
      <div className="bench" aria-busy={solving.busy || !workings}>
        <div className="bench-main">
          <Notices
            tuneId={tuneId}
            unread={unread}
            solving={solving}
            onMark={mark}
            kept={store.conflict}
            onDismiss={dismiss}
          />
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
            ghosts={ways.ghosts}
            zoom={zoom}
            onZoom={changeZoom}
            onKeep={keeping.open}
            wishes={wishes}
            onWish={({ from: first, to: last }) => {
              select(first);
              select(last, true);
              show('wish');
            }}
            changing={trial.others}
            moved={moved}
            marked={marked}
            melody={melody.marks}
            added={shown.marks}
            moves={arrangement?.moves ?? NO_MOVES}
            onSelect={select}
          />
          <Suspense>{arranged && <FirstLook />}</Suspense>
          <Suspense fallback={NO_STATUS}>
            {arranged === null ? (
              NO_STATUS
            ) : (
              <TakeStatus
                columns={columns}
                arranged={arranged}
                company={player.company}
                trial={trial}
                tried={offered.name}
                moved={moved}
                wishes={wishes}
                clashes={sung.length > 0 ? melody.clashes : null}
                unisons={melody.unisons(arranged)}
                added={[...new Set(added.map((one) => one.column))]}
                onMark={mark}
                onDropWish={({ at }) => edit({ [at]: null }, t('a wish less'))}
                onSolveAnew={() => edit(solvedAnew(cells), t('solving the take anew'))}
              />
            )}
          </Suspense>
          <Hand
            symbol={offered.symbol}
            chord={offered.chord}
            grip={inHand}
            trying={tried !== null}
            ring={column.move?.found.ring ?? null}
            next={after && led ? { ...after, grip: led.grip } : after}
            between={sound.tune?.[selected]?.notes.filter(({ how }) => how === 'free' || how === 'alone') ?? NO_NOTES}
            basses={sound.tune?.[selected]?.basses ?? NO_BASSES}
            added={shown.notes}
            player={player}
            guitar={guitar}
            seconds={secondsIn(column, clock)}
            labels={labels}
            onLabels={setLabels}
            chosen={column.decision?.voicing?.fingers ?? null}
            onFingers={decide.finger}
          />
        </div>
        <Options
          at={{
            selected,
            solved,
            added: added.filter((one) => one.column === selected),
            implied: arranged && impliedAt(arranged, selected),
            column,
            here,
            before,
            after,
            said,
            place,
            whyNot: tab === 'move' ? whyNot(spanOfColumns(slots, columns.slice(from, to + 1))) : NONE,
          }}
          tune={arrangement}
          tuneId={tuneId}
          who={who}
          busy={solving.busy}
          slow={solving.phase !== null}
          tab={tab}
          onTab={show}
          offered={offered}
          deeds={{
            decide,
            keep,
            make,
            take: deeds.take,
            change: deeds.change,
            hear: hearing.grip,
            hearMove: hearing.move,
            keepMove: keeping.open,
          }}
          changes={changes}
          taste={tastes}
          hasMelody={sung.length > 0}
          mends={mends}
          mending={mending}
          onMend={mend}
          onRetune={retune}
          voices={
            <Voices
              voices={voices}
              column={column}
              next={after?.column ?? null}
              guitar={guitar}
              trying={trying}
              onTry={setTrying}
              onKeep={keep}
              onHear={hearLed}
            />
          }
          ownGrip={
            <OwnGrip
              key={column.at}
              index={selected}
              column={column}
              strings={guitar.open.length}
              solved={solved}
              busy={solving.busy}
              onPeek={offered.setPeek}
              onTake={edit}
            />
          }
          between={
            <Between
              between={between}
              barOf={(index) => columns[index]?.slot.bar ?? 0}
              trying={trying}
              onTry={setTrying}
              onKeep={keep}
              onHear={hearAdded}
              onTake={deeds.change}
              onSelect={select}
              loop={loop}
            />
          }
          wishes={
            <WishesTab
              {...{ tuneId, columns, arranged, slots, barIds, cells, from, to, place, solved, edit }}
              hasMelody={sung.length > 0}
              unmet={unmet}
              guitar={guitar}
              ways={ways}
              hearing={hearing}
            />
          }
        />
      </div>
      <BenchSheets
        title={chart.title}
        guitar={guitar}
        cards={cardsOpen ? arranged : null}
        onCloseCards={() => setCardsOpen(false)}
        takes={
          takesOpen
            ? {
                job,
                moves: keeping.moves,
                tastes,
                selection: from === to ? null : spanOfSelected(columns[from]!, columns[to]!, place),
                of: { tuneId, takeId: take.id },
                bars: new Set(slots.map(({ bar }) => bar)).size,
                onTake: edit,
                onClose: () => setTakesOpen(false),
              }
            : null
        }
        keeping={
          keeping.isOpen && arranged
            ? keeping.sheet(
                {
                  title: chart.title,
                  slots,
                  keys: sound.keys,
                  cells,
                  columns: arranged,
                  tuning: tuningKey(player.tuning),
                },
                from,
                to,
              )
            : null
        }
        files={files}
        failed={playback.failed}
      />
      <Announcer trial={trial} tried={offered.name} lastEdit={store.undo.at(-1)?.label ?? null} />
      <Banished grip={grips.lastBanished} onTakeBack={grips.takeBackBanished} onClose={grips.forgetBanished} />
      {retuneNotice}
      {keeping.notice}
      <Said words={store.said} onClose={dismiss} />
    </Frame>
  );
}

/** What is selected, as a part of the tune. */
const spanOfSelected = ({ slot: first }: Column, { slot: last }: Column, place: string) => ({
  place,
  start: first.start,
  end: last.start + last.entry.ticks,
});

/** How long a column lasts, and a quarter note. */
const secondsIn = ({ slot: { start, entry } }: Column, clock: Clock) => ({
  chord: secondsBetween(clock, start, start + entry.ticks),
  quarter: quarterSeconds(clock),
});
