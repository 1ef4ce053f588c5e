import { useVirtualizer } from '@tanstack/react-virtual';
import { useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import {
  distinct,
  parseFrets,
  pitchName,
  voicePairs,
  type ArrangedColumn,
  type Column,
  type Grip,
  type Midi,
  type Steer,
  type TakenWish,
  t,
} from '../../../core/index.ts';
import { useLatest } from '../../keep/latest.ts';
import type { ArrangedTake } from '../../work/questions.ts';
import type { Mark } from '../reading/marks.ts';
import {
  columnWidth,
  FAR,
  FARTHEST,
  pitchRange,
  SCALE_PITCHES,
  widened,
  zoomed,
  type MelodyMark,
} from '../stream/layout.ts';
import { AddedMarks, type AddedMark } from '../stream/AddedMarks.tsx';
import { MelodyHeads, MelodyLine } from '../stream/MelodyLine.tsx';
import { StreamColumn } from '../stream/StreamColumn.tsx';
import { ColumnHead, type ShownColumn } from './ColumnHead.tsx';
import { StageTools } from './StageTools.tsx';
import { useSpanPointer } from './useSpanPointer.ts';
import { LANE, lanesOf, WishLines } from './WishLines.tsx';
import './workbench.css';

interface StageProps {
  /** Keeps what is selected as a move. */
  readonly onKeep: () => void;
  /** What stands in each column now, known before it is voiced. */
  readonly columns: readonly ShownColumn[];
  /** Each column as voiced, null until it is. */
  readonly voiced: readonly (ArrangedColumn | null)[];
  readonly sections: ReadonlyMap<number, string>;
  /** How each column belongs to its neighbours. */
  readonly marks: readonly Mark[];
  readonly selected: number;
  /** The ends of what is selected. */
  readonly from: number;
  readonly to: number;
  readonly playing: number | null;
  /** Open strings, sounding. */
  readonly open: readonly Midi[];
  /** A grip that is tried, and in which column. */
  readonly tried: Grip | null;
  readonly triedAt: number;
  /** A voice of a column's grip, counted from the lowest, is sent somewhere at the next change. */
  readonly onSend: (column: number, voice: number, way: Steer) => void;
  /** Another way through the tune, column by column, to be seen behind this one; or null. */
  readonly ghosts: readonly (Grip | null)[] | null;
  /** How near one looks, 1 as usual. */
  readonly zoom: number;
  readonly onZoom: (by: 1 | -1) => void;
  /** The wishes of the take, drawn over their bars. */
  readonly wishes: readonly TakenWish[];
  readonly onWish: (wish: TakenWish) => void;
  /** Grips that other columns would have with what is tried, and those they had before the last change, by the columns' names. */
  readonly changing: ReadonlyMap<string, string>;
  readonly moved: ReadonlyMap<string, string>;
  /** Columns that something is said of. */
  readonly marked: ReadonlySet<number>;
  /** The melody, column by column. */
  readonly melody: readonly (readonly MelodyMark[])[];
  /** What is added to columns, and what is tried. */
  readonly added: ReadonlyMap<number, AddedMark>;
  /** The moves that stand, in words. */
  readonly moves: ArrangedTake['moves'];
  /** `extending` keeps the other end of what is selected. */
  readonly onSelect: (column: number, extending?: boolean) => void;
}

const SCALE_WIDTH = 40;
const HEAD_HEIGHT = 136;
const LOW_HEAD = 82;
/** A line of words under the heads. */
const WORDS = 20;
/** Below this height of the stage. */
const LOW = 290;
const LEAST_STREAM = 90;
const MARK_MOST = 18;
const NEIGHBOUR = 120;
const TRACK_END = 24;
const useBrowserLayoutEffect = typeof window === 'undefined' ? useEffect : useLayoutEffect;

/** Time from left to right: the columns, and under them the stream of voices. */
export function Stage({
  columns,
  voiced: voicings,
  sections,
  marks,
  selected,
  from,
  to,
  playing,
  open,
  tried,
  triedAt,
  onSend,
  ghosts,
  zoom,
  onZoom,
  onKeep,
  wishes,
  onWish,
  changing,
  moved,
  marked,
  melody,
  added,
  moves,
  onSelect,
}: StageProps) {
  /** A tap, or a click, takes the bars up to there in, too. */
  const [isExtending, setExtending] = useState(false);
  const lanes = useMemo(() => lanesOf(wishes), [wishes]);
  const track = useRef<HTMLDivElement>(null);
  const scroller = useRef<HTMLDivElement>(null);
  const [size, setSize] = useState({ height: 440, width: 0 });
  /** Where there is little room, it is the voices': the heads are cut down to bar, chart and chord. */
  const isLow = size.height < LOW;
  const hasWords = columns.some(({ words }) => words !== '');
  const headOwn = isLow ? LOW_HEAD : HEAD_HEIGHT + (hasWords ? WORDS : 0);
  const headHeight = headOwn + LANE * (lanes.length === 0 ? 0 : 1 + Math.max(...lanes));
  const height = Math.max(LEAST_STREAM, size.height - headHeight);
  useBrowserLayoutEffect(() => {
    const element = scroller.current!;
    const measure = () => setSize({ height: element.clientHeight, width: element.clientWidth });
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    return () => observer.disconnect();
  }, []);

  const widths = useMemo(() => {
    const least = columns.map(({ slot, symbol, carry }) =>
      zoomed(columnWidth(slot.entry.beats, symbol, carry?.free.length), zoom),
    );
    return widened(least, size.width - SCALE_WIDTH - TRACK_END);
  }, [columns, size.width, zoom]);
  const virtual = useVirtualizer({
    horizontal: true,
    count: columns.length,
    getScrollElement: () => scroller.current,
    estimateSize: (i) => widths[i]!,
    initialRect: { width: 900, height: 400 },
    paddingStart: SCALE_WIDTH,
    paddingEnd: TRACK_END,
    // The neighbours of the chord at hand stay in sight.
    scrollPaddingStart: SCALE_WIDTH + NEIGHBOUR,
    scrollPaddingEnd: NEIGHBOUR,
    overscan: 4,
  });
  const measures = widths.join();
  useBrowserLayoutEffect(() => virtual.measure(), [virtual, measures]);
  const shown = playing ?? selected;
  const columnAt = useCallback(
    (x: number) => {
      const found = virtual.measurementsCache.findIndex(({ end }) => x < end);
      return found < 0 ? columns.length - 1 : found;
    },
    [virtual, columns.length],
  );
  const span = useSpanPointer({ track, columnAt, onSelect });
  const { isDragging } = span;
  useEffect(() => {
    // What is under a pointer that selects stays under it; and what is selected stays in sight, however near one looks.
    if (columns.length > 0 && !isDragging()) virtual.scrollToIndex(shown, { align: 'auto' });
    // eslint-disable-next-line react-hooks/exhaustive-deps -- `isDragging` looks at what no drawing depends on
  }, [virtual, shown, columns.length, measures]);
  const select = (index: number, event: { readonly shiftKey: boolean }) =>
    !span.isDrop() && onSelect(index, event.shiftKey || isExtending);

  const { low, high } = useMemo(() => {
    const sung = [
      ...melody.flat().map(({ pitch }) => pitch),
      ...[...added.values()].flatMap(({ notes }) => notes.map(({ pitch }) => pitch)),
    ];
    return pitchRange(
      voicings.filter((one) => one !== null),
      sung,
    );
  }, [voicings, melody, added]);
  const perSemitone = height / (high - low + 1);
  const mark = Math.min(MARK_MOST, Math.max(9, perSemitone * 1.6));
  const yOf = useCallback((pitch: number) => height - (pitch - low + 0.75) * perSemitone, [height, low, perSemitone]);

  // The same functions always, so that only columns that change are drawn anew.
  const now = useLatest({ voicings, onSend });
  const onHold = useCallback((index: number, voice: number) => now.current.onSend(index, voice, 'held'), [now]);
  /** A note is dragged: the voice that comes to it from the column before is sent elsewhere. */
  const onMove = useCallback(
    (index: number, pitch: Midi, to: Midi) => {
      const { voicings: all, onSend: send } = now.current;
      const before = all.slice(0, index).findLastIndex((one) => one?.grip);
      const [earlier, here] = [all[before]?.grip, all[index]?.grip];
      if (!earlier || !here) return;
      const [from, notes] = [distinct(earlier.pitches), distinct(here.pitches)];
      const pair = voicePairs(from, notes).find(([, b]) => notes[b] === pitch);
      if (pair) send(before, pair[0], from[pair[0]] === to ? 'held' : { to });
    },
    [now],
  );

  return (
    <div
      className={`stage ${zoom < FAR ? 'stage-far' : ''} ${zoom < FARTHEST ? 'stage-farthest' : ''} ${isLow ? 'stage-low' : ''}`}
      ref={scroller}
      tabIndex={-1}
    >
      <StageTools onZoom={onZoom} isExtending={isExtending} onExtending={setExtending} onKeep={onKeep} />
      <div className="stage-scale" style={{ height: headHeight + height }} aria-hidden="true">
        {voicings.some(Boolean) &&
          SCALE_PITCHES.filter((pitch) => pitch >= low && pitch <= high).map((pitch) => (
            <span key={pitch} style={{ top: headHeight + yOf(pitch) }}>
              {pitchName(pitch)}
            </span>
          ))}
      </div>
      <div
        className="stage-track"
        ref={track}
        {...span.handlers}
        role="listbox"
        aria-multiselectable="true"
        aria-label={t('The chords of the tune')}
        aria-orientation="horizontal"
        tabIndex={0}
        aria-activedescendant={columns.length > 0 ? `column-${selected}` : undefined}
        style={{
          width: virtual.getTotalSize(),
          height: headHeight + height,
          // Until the room is known nothing stands where it will.
          visibility: size.width === 0 ? 'hidden' : undefined,
        }}
      >
        <Highlight index={from} to={to} kind="selected" virtual={virtual} />
        {playing !== null && <Highlight index={playing} to={playing} kind="playing" virtual={virtual} />}
        {virtual
          .getVirtualItems()
          .map(({ index, start }) =>
            opensBar(columns, index) ? <div key={index} className="bar-line" style={{ left: start }} /> : null,
          )}
        <WishLines wishes={wishes} lanes={lanes} top={headOwn} spans={virtual.measurementsCache} onOpen={onWish} />
        <div className="bar-line bar-line-end" style={{ left: virtual.getTotalSize() - TRACK_END }} />
        {virtual.getVirtualItems().map(({ index, start, size: width }) => {
          const column = columns[index]!;
          const voiced = voicings[index];
          const same = voiced?.column.symbol === column.symbol;
          return (
            <div
              key={index}
              id={`column-${index}`}
              role="option"
              aria-selected={index >= from && index <= to}
              className={`column ${column.move ? 'column-moved' : ''} ${marked.has(index) ? 'column-marked' : ''}`}
              style={{ left: start, width, height: headHeight + height }}
              onClick={(event) => select(index, event)}
            >
              <div className="column-head" style={{ height: headHeight }}>
                <ColumnHead
                  column={column}
                  before={columns[index - 1]}
                  section={opensBar(columns, index) ? sections.get(index) : undefined}
                  said={column.move ? moves[column.move.at] : undefined}
                  mark={marks[index]}
                  grip={same ? voiced?.grip?.grip : undefined}
                  becomes={changing.get(column.at)}
                  was={moved.get(column.at)}
                />
              </div>
              <MelodyLine marks={melody[index] ?? []} width={width} height={height} yOf={yOf} />
              {voiced && (
                <div className={same ? '' : 'stale'}>
                  <StreamColumn
                    column={voiced}
                    next={voicings[index + 1] ?? null}
                    open={open}
                    width={width}
                    height={height}
                    yOf={yOf}
                    mark={mark}
                    tried={index === triedAt ? tried : null}
                    ghost={ghosts?.[index] ?? soundingOf(changing.get(column.at), open)}
                    index={index}
                    onMove={onMove}
                    onHold={onHold}
                  />
                </div>
              )}
              {added.has(index) && <AddedMarks mark={added.get(index)!} width={width} height={height} yOf={yOf} />}
              <MelodyHeads marks={melody[index] ?? []} width={width} height={height} yOf={yOf} />
            </div>
          );
        })}
      </div>
    </div>
  );
}

const opensBar = (columns: readonly Column[], index: number) =>
  index === 0 || columns[index - 1]!.slot.bar !== columns[index]!.slot.bar;

/** What a grip sounds, given by its frets. */
function soundingOf(grip: string | undefined, open: readonly Midi[]): Pick<Grip, 'pitches'> | null {
  const frets = grip === undefined ? null : parseFrets(grip);
  return frets && { pitches: frets.flatMap((fret, s) => (fret < 0 ? [] : [open[s]! + fret])) };
}

interface HighlightProps {
  readonly index: number;
  /** The last column it covers. */
  readonly to: number;
  readonly kind: 'selected' | 'playing';
  readonly virtual: { readonly measurementsCache: readonly { readonly start: number; readonly size: number }[] };
}

/** The ground of a column, under every ribbon that runs through it. */
function Highlight({ index, to, kind, virtual }: HighlightProps) {
  const [first, last] = [virtual.measurementsCache[index], virtual.measurementsCache[to]];
  if (!first || !last) return null;
  const width = last.start + last.size - first.start;
  return <div className={`ground ground-${kind}`} style={{ left: first.start, width }} />;
}
