import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import Snackbar from '@mui/material/Snackbar';
import { useEffect, useMemo, useState } from 'react';
import { Link } from 'react-router';
import {
  columnsOf,
  musical,
  plainNumeral,
  problemLine,
  readChart,
  slotKeys,
  songOf,
  symbolOf,
  writeMidi,
  writeTab,
  type Cell,
  type Chart,
  type Grip,
} from '../../../core/index.ts';
import { useFreshTune } from '../../keep/fresh.ts';
import { followOutbox, useTake } from '../../keep/take.ts';
import { useArrangement, useColours, useGrips } from '../../work/solver.ts';
import { Frame } from '../frame/Frame.tsx';
import { BenchHeader } from './BenchHeader.tsx';
import { Hand } from './Hand.tsx';
import { download, fileName } from './download.ts';
import { useBenchKeys } from './keys.ts';
import { Options, type OptionsTab } from './Options.tsx';
import { Stage } from './Stage.tsx';
import { usePlayer } from './usePlayer.ts';

interface WorkbenchProps {
  readonly tuneId: string;
  /** The last chart text that could be read. */
  readonly chartText: string;
  readonly chart: Chart;
  readonly barIds: readonly string[];
  readonly take: { readonly id: string; readonly version: number; readonly cells: Readonly<Record<string, Cell>> };
  readonly takes: readonly { readonly id: string; readonly name: string }[];
  /** The text as typed has problems, and an older one stands here. */
  readonly outdated: boolean;
}

export function Workbench({ tuneId, chartText, chart, barIds, take, takes, outdated }: WorkbenchProps) {
  const store = useTake();
  useFreshTune();
  useEffect(() => {
    useTake.getState().open(take.id, take.version, take.cells);
    return followOutbox();
  }, [take]);
  const opened = store.takeId === take.id;
  const cells = opened ? store.cells : take.cells;

  const slots = useMemo(() => readChart(chart), [chart]);
  const columns = useMemo(() => {
    return columnsOf(slots, slotKeys(slots, barIds), cells).map((column) => ({
      ...column,
      numeral: column.chord ? musical(plainNumeral(column.chord, column.slot.key)) : '',
    }));
  }, [slots, barIds, cells]);
  const sections = useMemo(() => sectionStarts(chart, slots), [chart, slots]);

  const solving = useArrangement(chartText, barIds, opened ? cells : null);
  const arranged = solving.arrangement?.columns.length === columns.length ? solving.arrangement.columns : null;

  const [selectedAt, setSelected] = useState(0);
  const selected = Math.min(selectedAt, columns.length - 1);
  const [tab, setTab] = useState<OptionsTab>('colour');
  const [trying, setTrying] = useState(-1);
  const [keysOpen, setKeysOpen] = useState(false);
  const player = usePlayer();

  const column = columns[selected]!;
  const here = arranged?.[selected];
  const after = arranged?.slice(selected + 1).find(({ grip }) => grip !== null);
  const colours = useColours(selected, solving.result, tab === 'colour');
  const grips = useGrips(selected, solving.result, tab === 'grip');
  const options = tab === 'colour' ? colours : (grips ?? []);
  const tried: Grip | null = options[trying]?.grip ?? null;
  const inHand = tried ?? here?.grip ?? null;

  const select = (index: number) => {
    setSelected(Math.max(0, Math.min(columns.length - 1, index)));
    setTrying(-1);
  };
  const decide = (decision: Omit<Cell, 'on'> | null, label: string) => {
    setTrying(-1);
    store.edit(
      { [column.at]: decision && { on: column.slot.symbol, ...decision } },
      `${label} in bar ${column.slot.bar}`,
    );
  };
  const source = (): Cell['source'] => column.decision?.source ?? sourceOf(column.symbol, column.slot.symbol);
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
  const hear = (grip: Grip | null) => {
    if (grip) player.hear(grip.pitches);
  };
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
      first: () => select(0),
      last: () => select(columns.length - 1),
      play,
      hear: () => hear(inHand),
      tab: show,
      try: (by) => setTrying((at) => Math.max(0, Math.min(options.length - 1, at + by))),
      keep: () => keep(trying),
      pin,
      release,
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
  const [problems, setDismissed] = useDismissable(solving.arrangement?.problems.map(problemLine) ?? []);

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
          {outdated && (
            <Alert severity="warning" className="bench-note">
              The chart has a line that cannot be read; this is its last good version.{' '}
              <Link to={`/tunes/${tuneId}/chart`}>Mend the chart</Link>
            </Alert>
          )}
          {problems.length > 0 && (
            <Alert severity="warning" className="bench-note" onClose={setDismissed}>
              {problems.slice(0, 3).join(' ')}
            </Alert>
          )}
          {solving.failed && <Alert severity="error">The arrangement could not be worked out: {solving.failed}</Alert>}
          <div className="bench-progress" aria-live="polite">
            {solving.phase && (
              <>
                <LinearProgress
                  variant="determinate"
                  value={solving.phase.share * 100}
                  aria-label={
                    solving.phase.phase === 'shapes'
                      ? 'Working out what this hand can hold'
                      : 'Finding the smoothest way'
                  }
                />
                {!arranged && (
                  <p>
                    {solving.phase.phase === 'shapes'
                      ? 'Working out what this hand can hold…'
                      : 'Finding the smoothest way…'}
                  </p>
                )}
              </>
            )}
          </div>
          <Stage
            columns={columns}
            arranged={arranged}
            sections={sections}
            selected={selected}
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
          trying={trying}
          onTry={setTrying}
          onKeep={keep}
          onHear={hear}
          onPin={pin}
          onRelease={release}
        />
      </div>
      <Snackbar open={player.failed !== null} message={player.failed} />
      <Snackbar
        open={store.conflict !== null}
        onClose={(_, reason) => reason !== 'clickaway' && store.dismissConflict()}
        message={
          store.conflict && `This chord was changed in another window. Your change is kept in “${store.conflict.name}”.`
        }
        action={
          store.conflict && (
            <>
              <Link className="snack-link" to={`?take=${store.conflict.id}`} reloadDocument>
                Open it
              </Link>
              <Button size="small" color="secondary" onClick={store.dismissConflict}>
                Close
              </Button>
            </>
          )
        }
      />
    </Frame>
  );
}

/** The chord a default column shows, as a decision: what is pinned is the chord too. */
function sourceOf(symbol: string, plain: string): Cell['source'] {
  if (symbol === plain) return { kind: 'chart' };
  const suffix = symbol.replace(/\/[A-G][b#]?$/, '').replace(/^[A-G][b#]?/, '');
  return { kind: 'colour', suffix };
}

function triedSymbol(tab: OptionsTab, colours: ReturnType<typeof useColours>, trying: number, symbol: string): string {
  const option = tab === 'colour' ? colours[trying] : undefined;
  return option ? symbolOf(option.chord) : symbol;
}

/** Where each section begins, by column, in every pass. */
function sectionStarts(chart: Chart, slots: ReturnType<typeof readChart>): ReadonlyMap<number, string> {
  const first = chart.bars[0]?.number ?? 1;
  const starts = new Map<number, string>();
  slots.forEach((slot, i) => {
    const section = chart.bars[slot.sourceBar - first]?.section;
    if (section && slot.entry.tick === 0) starts.set(i, section);
  });
  return starts;
}

/** A list of messages that can be put away until it changes. */
function useDismissable(messages: readonly string[]): [readonly string[], () => void] {
  const [dismissed, setDismissed] = useState('');
  const all = messages.join('\n');
  return [all === dismissed ? [] : messages, () => setDismissed(all)];
}
