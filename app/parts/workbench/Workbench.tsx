import Snackbar from '@mui/material/Snackbar';
import { useEffect, useMemo, useState } from 'react';
import {
  appliedText,
  decisionFor,
  divide,
  musical,
  shiftPart,
  spanOfColumns,
  songOf,
  symbolOf,
  whyNot,
  writeMidi,
  writeTab,
  type Cell,
  type Chart,
  type Column,
  type Grip,
} from '../../../core/index.ts';
import { useFreshTune } from '../../keep/fresh.ts';
import { useRemembered } from '../../keep/remembered.ts';
import type { KeptSetting } from '../../keep/setting.ts';
import { followOutbox, useTake } from '../../keep/take.ts';
import { useArrangement, useColours, useGrips, useMoves, type PricedMove } from '../../work/solver.ts';
import { Frame } from '../frame/Frame.tsx';
import { BenchHeader } from './BenchHeader.tsx';
import { Hand } from './Hand.tsx';
import { download, fileName } from './download.ts';
import { useBenchKeys } from './keys.ts';
import { barChanges } from './barChanges.ts';
import { answersTo } from './Moves.tsx';
import { Conflict, Notices } from './Notices.tsx';
import { Options, type OptionsTab } from './Options.tsx';
import { Stage } from './Stage.tsx';
import { useColumns } from './useColumns.ts';
import { usePlayer } from './usePlayer.ts';
import { useSelection } from './useSelection.ts';
import { useTaste } from './useTaste.ts';

interface WorkbenchProps {
  readonly tuneId: string;
  /** The last chart text that could be read. */
  readonly chartText: string;
  readonly chart: Chart;
  readonly barIds: readonly string[];
  readonly take: { readonly id: string; readonly version: number; readonly cells: Readonly<Record<string, Cell>> };
  readonly takes: readonly { readonly id: string; readonly name: string }[];
  /** The player's own styles, and how moves are chosen in this tune, as kept. */
  readonly styles: KeptSetting;
  readonly taste: KeptSetting;
  /** The text as typed has problems, and an older one stands here. */
  readonly outdated: boolean;
}

const NONE: readonly string[] = [];
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

  const solving = useArrangement(chartText, barIds, opened ? cells : null);
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
  const player = usePlayer();
  const [grating, setGrating] = useRemembered('grating', false);

  const column = columns[selected]!;
  const here = arranged?.[selected];
  const after = arranged?.slice(selected + 1).find(({ grip }) => grip !== null);
  const grips = useGrips(selected, solving.result, tab === 'grip');
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
    tab !== 'grip',
  );
  const moves = useMemo(
    () => (tab === 'move' ? found.list.filter((move) => answersTo(move, words)) : found.list),
    [found, tab, words],
  );
  const options = { colour: colours, grip: grips ?? [], move: moves }[tab];
  const tried: Grip | null =
    (tab === 'move' ? moves[trying]?.grips[0] : (tab === 'colour' ? colours : (grips ?? []))[trying]?.grip) ?? null;
  const inHand = tried ?? here?.grip ?? null;

  const select = (index: number, extending = false) => {
    moveTo(index, extending);
    setTrying(-1);
  };
  const decide = (decision: Omit<Cell, 'on' | 'degree'> | null, label: string) => {
    setTrying(-1);
    store.edit(
      { [column.at]: decision && { ...decisionFor(column.slot), ...decision } },
      `${label} in bar ${column.slot.bar}`,
    );
  };
  const source = (): Cell['source'] => column.decision?.source ?? sourceOf(column.symbol, column.slot.symbol);
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
      if (option?.grip)
        decide(
          { source: option.group === 'chart' ? { kind: 'chart' } : { kind: 'colour', suffix: option.suffix } },
          musical(symbolOf(option.chord)),
        );
    } else if (tab === 'move') {
      if (moves[index]) make(moves[index]);
    } else {
      const option = grips?.[index];
      if (option) decide({ source: source(), pin: option.grip.grip }, `the grip ${option.grip.grip}`);
    }
  };
  const pin = () => {
    if (column.decision?.pin) decide({ source: source() }, 'unpinning the grip');
    else if (here?.grip) decide({ source: source(), pin: here.grip.grip }, 'pinning the grip');
  };
  const release = () => {
    if (column.decision) decide(null, 'letting go');
  };
  const place = placeText(columns[from]!, columns[to]!);
  const cut = divide(column);
  const divideHere = () => {
    if (cut) store.edit({ [cut.at]: cut.cell }, `two colours in bar ${column.slot.bar}`);
  };
  const changes = barChanges({ chart, slots, barIds, cells }, column.slot, store.edit);
  const hear = (grip: Grip | null) => {
    const { ticks } = column.slot.entry;
    if (grip && arranged) player.hearInPlace(chart, arranged, selected, selected, [{ pitches: grip.pitches, ticks }]);
  };
  const hearMove = (move: PricedMove) => {
    if (!arranged || move.grips.length === 0) return;
    const whole = columns.slice(from, to + 1).reduce((sum, { slot }) => sum + slot.entry.ticks, 0);
    const tried = move.grips.map(({ pitches }) => ({ pitches, ticks: whole / move.grips.length }));
    player.hearInPlace(chart, arranged, from, to, tried);
  };
  /** Moves the beginning of a part; what has the focus stays with it. */
  const shift = (beats: number) => {
    const patch = shiftPart(column, columns[selected - 1], beats);
    if (patch) store.edit(patch, `${beats > 0 ? 'beginning later' : 'beginning earlier'} in ${place}`);
  };
  const { move: made } = column;
  const lift = made && (() => store.edit({ [made.at]: null }, `lifting the ${appliedText(made).name}`));
  const play = () => {
    if (player.active) player.stop();
    else if (arranged) player.play(chart, arranged, selected);
  };

  const show = (next: OptionsTab) => {
    setTab(next);
    setTrying(-1);
  };
  useBenchKeys(
    {
      step: (by) => select(selected + by),
      extend: (by) => select(selected + by, true),
      first: () => select(0),
      last: () => select(columns.length - 1),
      play,
      hear: () => (tab === 'move' && moves[trying] ? hearMove(moves[trying]) : hear(inHand)),
      hearAlone: () => inHand && player.hear(inHand.pitches),
      divide: divideHere,
      shift,
      tab: show,
      try: (by) => setTrying((at) => Math.max(0, Math.min(options.length - 1, at + by))),
      keep: () => keep(trying),
      pin,
      release,
      lift: () => lift?.(),
      undo: store.undoOne,
      redo: store.redoOne,
      escape: () => {
        setTrying(-1);
        player.stop();
      },
    },
    !keysOpen,
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
          active={player.active}
          ready={arranged !== null}
          onPlay={play}
          volumes={player.volumes}
          onVolumes={player.changeVolumes}
          onMidi={exported(() =>
            download(
              fileName(chart.title, 'mid'),
              writeMidi(songOf(chart, arranged!)) as Uint8Array<ArrayBuffer>,
              'audio/midi',
            ),
          )}
          onTab={exported(() =>
            download(fileName(chart.title, 'txt'), writeTab(chart, arranged!), 'text/plain;charset=utf-8'),
          )}
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
            playing={player.playing}
            tried={tried}
            onSelect={select}
          />
          <Hand
            symbol={tried ? triedSymbol(tab, colours, trying, column.symbol) : column.symbol}
            grip={inHand}
            trying={tried !== null}
            next={after ?? null}
          />
        </div>
        <Options
          column={column}
          here={here ?? null}
          before={arranged?.slice(0, selected).some(({ grip }) => grip !== null) ?? false}
          after={after ?? null}
          figures={solving.arrangement?.figures ?? null}
          busy={solving.busy}
          tab={tab}
          onTab={show}
          colours={colours}
          grips={grips}
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
          onLift={lift}
          trying={trying}
          onTry={setTrying}
          onKeep={keep}
          onHear={hear}
          onPin={pin}
          onRelease={release}
          onDivide={cut && divideHere}
          onShift={column.part > 0 ? shift : null}
          changes={changes}
          grating={grating}
          onGrating={setGrating}
        />
      </div>
      <Snackbar open={player.failed !== null} message={player.failed} />
      <Conflict kept={store.conflict} onClose={store.dismissConflict} />
    </Frame>
  );
}

/** The chord a default column shows, as a decision: what is pinned is the chord too. */
function sourceOf(symbol: string, plain: string): Cell['source'] {
  if (symbol === plain) return { kind: 'chart' };
  const suffix = symbol.replace(/\/[A-G][b#]?$/, '').replace(/^[A-G][b#]?/, '');
  return { kind: 'colour', suffix };
}

/** Where a span is, in words: `bar 3`, `bar 3, beat 2`, `bars 3 to 4`. */
function placeText(first: Column, last: Column): string {
  const [a, b] = [first.slot, last.slot];
  const beat = a.entry.beat > 1 && first === last ? `, beat ${Math.round(a.entry.beat * 100) / 100}` : '';
  return a.bar === b.bar ? `bar ${a.bar}${beat}` : `bars ${a.bar} to ${b.bar}`;
}

function triedSymbol(tab: OptionsTab, colours: ReturnType<typeof useColours>, trying: number, symbol: string): string {
  const option = tab === 'colour' ? colours[trying] : undefined;
  return option ? symbolOf(option.chord) : symbol;
}
