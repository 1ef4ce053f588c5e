import { useVirtualizer } from '@tanstack/react-virtual';
import { useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { pitchName, spokenSymbol, type ArrangedColumn, type Midi, type Stretch, t } from '../../../core/index.ts';
import { columnWidth, FAR, pitchRange, SCALE_PITCHES, widened, zoomed } from '../stream/layout.ts';
import { StreamColumn } from '../stream/StreamColumn.tsx';
import { ChordSymbol } from '../symbol/ChordSymbol.tsx';
import { useSpanPointer } from '../workbench/useSpanPointer.ts';
import './takes.css';

interface PairStageProps {
  /** The columns of the take above, and of the one below. */
  readonly sides: readonly [readonly ArrangedColumn[], readonly ArrangedColumn[]];
  readonly stretches: readonly Stretch[];
  /** Bars by number, in order; which are selected, as places among them. */
  readonly bars: readonly number[];
  readonly from: number;
  readonly to: number;
  /** The one selected last: it stays in sight. */
  readonly at: number;
  /** The section that begins with a bar. */
  readonly sectionAt: (bar: number) => string | null;
  /** The stretch that sounds, or null; and which side is heard. */
  readonly playing: number | null;
  readonly heard: 0 | 1;
  readonly open: readonly Midi[];
  readonly zoom: number;
  readonly onSelect: (bar: number, extending?: boolean) => void;
}

const TOP = 24;
const LABEL = 26;
const HEAD = 40;
const LEAST_STREAM = 80;
const MARK_MOST = 16;
const SCALE_WIDTH = 40;
const END = 24;
const NEIGHBOUR = 80;
const useBrowserLayoutEffect = typeof window === 'undefined' ? useEffect : useLayoutEffect;
const nothing = () => undefined;

/** Two takes on one line of time: each with its chords and its stream of voices, what differs between them marked. */
export function PairStage(props: PairStageProps) {
  const { sides, stretches, bars, from, to, at, sectionAt, playing, heard, open, zoom, onSelect } = props;
  const scroller = useRef<HTMLDivElement>(null);
  const track = useRef<HTMLDivElement>(null);
  const [size, setSize] = useState({ width: 0, height: 460 });
  useBrowserLayoutEffect(() => {
    const element = scroller.current!;
    const measure = () => setSize({ width: element.clientWidth, height: element.clientHeight });
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  const stream = Math.max(LEAST_STREAM, Math.floor((size.height - TOP) / 2) - LABEL - HEAD);
  const row = LABEL + HEAD + stream;

  const widths = useMemo(
    () =>
      widened(
        widthsOf(stretches, sides).map((width) => zoomed(width, zoom)),
        size.width - SCALE_WIDTH - END,
      ),
    [stretches, sides, zoom, size.width],
  );
  /** Where each stretch begins, from the track's edge. */
  const lefts = useMemo(() => {
    let left = SCALE_WIDTH;
    return widths.map((width) => (left += width) - width);
  }, [widths]);
  const inBar = useMemo(() => {
    const all = new Map<number, number[]>(bars.map((bar) => [bar, []]));
    stretches.forEach(({ bar }, k) => all.get(bar)?.push(k));
    return bars.map((bar) => all.get(bar)!);
  }, [bars, stretches]);
  const widthOfBar = (bar: number) => inBar[bar]!.reduce((sum, k) => sum + widths[k]!, 0);
  const virtual = useVirtualizer({
    horizontal: true,
    count: bars.length,
    getScrollElement: () => scroller.current,
    estimateSize: widthOfBar,
    initialRect: { width: 900, height: 400 },
    paddingStart: SCALE_WIDTH,
    paddingEnd: END,
    scrollPaddingStart: SCALE_WIDTH + NEIGHBOUR,
    scrollPaddingEnd: NEIGHBOUR,
    overscan: 2,
  });
  const measures = widths.join();
  useBrowserLayoutEffect(() => virtual.measure(), [virtual, measures]);
  const shown = playing === null ? at : Math.max(0, bars.indexOf(stretches[playing]?.bar ?? 0));
  const columnAt = useCallback(
    (x: number) => {
      const found = virtual.measurementsCache.findIndex(({ end }) => x < end);
      return found < 0 ? bars.length - 1 : found;
    },
    [virtual, bars.length],
  );
  const span = useSpanPointer({ track, columnAt, onSelect });
  const { isDragging } = span;
  useEffect(() => {
    if (bars.length > 0 && !isDragging()) virtual.scrollToIndex(shown, { align: 'auto' });
    // eslint-disable-next-line react-hooks/exhaustive-deps -- `isDragging` looks at what no drawing depends on
  }, [virtual, shown, bars.length, measures]);

  // Both on one scale of pitch, so that higher is higher.
  const { low, high } = useMemo(() => pitchRange([...sides[0], ...sides[1]]), [sides]);
  const perSemitone = stream / (high - low + 1);
  const mark = Math.min(MARK_MOST, Math.max(9, perSemitone * 1.6));
  const yOf = useCallback((pitch: number) => stream - (pitch - low + 0.75) * perSemitone, [stream, low, perSemitone]);
  const topOf = (side: number) => TOP + side * row;
  const visible = virtual.getVirtualItems();
  const isFar = zoom < FAR;
  return (
    <div className={`pair-scroll ${isFar ? 'pair-far' : ''}`} ref={scroller} tabIndex={-1}>
      <div className="stage-scale pair-scale" style={{ height: TOP + 2 * row }} aria-hidden="true">
        {[0, 1].map((side) =>
          SCALE_PITCHES.filter((pitch) => pitch >= low && pitch <= high).map((pitch) => (
            <span key={`${side} ${pitch}`} style={{ top: topOf(side) + LABEL + HEAD + yOf(pitch) }}>
              {pitchName(pitch)}
            </span>
          )),
        )}
      </div>
      <div
        className="pair-track"
        ref={track}
        {...span.handlers}
        role="listbox"
        aria-label={t('The bars of both takes')}
        aria-multiselectable="true"
        aria-orientation="horizontal"
        tabIndex={0}
        aria-activedescendant={bars.length > 0 ? `bar-${at}` : undefined}
        style={{
          width: virtual.getTotalSize(),
          height: TOP + 2 * row,
          visibility: size.width === 0 ? 'hidden' : undefined,
        }}
      >
        {visible.map(({ index, start, size: width }) => {
          const bar = bars[index]!;
          return (
            <div
              key={index}
              id={`bar-${index}`}
              role="option"
              aria-selected={index >= from && index <= to}
              aria-label={barSpoken(bar, inBar[index]!, stretches, sides)}
              className={`pair-bar ${index >= from && index <= to ? 'pair-chosen' : ''}`}
              style={{ left: start, width, height: TOP + 2 * row }}
              onClick={(event) => !span.isDrop() && onSelect(index, event.shiftKey)}
            >
              <span className="pair-number">
                {bar} <b>{sectionAt(bar) ?? ''}</b>
              </span>
            </div>
          );
        })}
        {visible.flatMap(({ index }) =>
          inBar[index]!.filter((k) => stretches[k]!.differs !== null || k === playing).map((k) => (
            <div
              key={k}
              aria-hidden="true"
              className={`pair-ground ${stretches[k]!.differs ? `pair-${stretches[k]!.differs}` : ''} ${k === playing ? 'pair-playing' : ''}`}
              style={{
                left: lefts[k]!,
                width: widths[k]!,
                top: TOP,
                height: 2 * row,
                ...(k === playing && { '--heard-top': `${heard * row}px`, '--heard-height': `${row}px` }),
              }}
            />
          )),
        )}
        {([0, 1] as const).map((side) => (
          <div key={side} className={side === heard ? 'pair-row' : 'pair-row pair-unheard'} aria-hidden="true">
            {visible
              .flatMap(({ index }) => inBar[index]!)
              .filter((k) => stretches[k - 1]?.of[side] !== stretches[k]!.of[side])
              .map((k) => {
                const index = stretches[k]!.of[side];
                const column = sides[side][index]!;
                const width = widthFrom(k, side, stretches, widths);
                return (
                  <div
                    key={index}
                    className="pair-column"
                    style={{ left: lefts[k]!, width, top: topOf(side), height: row }}
                  >
                    <div className="pair-head" style={{ top: LABEL }}>
                      <ChordSymbol
                        symbol={column.column.symbol}
                        className={column.column.symbol.length * (isFar ? 9 : 11) > width ? 'symbol-long' : ''}
                      />
                      {!isFar && <span className="pair-frets">{column.grip?.grip ?? ''}</span>}
                    </div>
                    <StreamColumn
                      column={column}
                      next={sides[side][index + 1] ?? null}
                      open={open}
                      width={width}
                      height={stream}
                      yOf={yOf}
                      mark={mark}
                      tried={null}
                      ghost={null}
                      index={index}
                      onMove={nothing}
                      onHold={nothing}
                    />
                  </div>
                );
              })}
          </div>
        ))}
        <div className="bar-line bar-line-end" style={{ left: virtual.getTotalSize() - END }} />
      </div>
    </div>
  );
}

/** Each stretch as wide as the columns in it want, where a column has several each a part of it. */
function widthsOf(stretches: readonly Stretch[], sides: PairStageProps['sides']): readonly number[] {
  const parts = ([0, 1] as const).map((side) => {
    const count = new Map<number, number>();
    for (const { of } of stretches) count.set(of[side], (count.get(of[side]) ?? 0) + 1);
    return count;
  });
  return stretches.map(({ of }) =>
    Math.max(
      ...([0, 1] as const).map((side) => {
        const { slot, symbol } = sides[side][of[side]]!.column;
        return Math.ceil(columnWidth(slot.entry.beats, symbol) / parts[side]!.get(of[side])!);
      }),
    ),
  );
}

/** How wide a column is that begins with a stretch: all its stretches. */
function widthFrom(k: number, side: 0 | 1, stretches: readonly Stretch[], widths: readonly number[]): number {
  let width = 0;
  for (let i = k; stretches[i]?.of[side] === stretches[k]!.of[side]; i++) width += widths[i]!;
  return width;
}

/** A bar of both takes, to be read aloud. */
function barSpoken(
  bar: number,
  inIt: readonly number[],
  stretches: readonly Stretch[],
  sides: PairStageProps['sides'],
): string {
  const chords = (side: 0 | 1) =>
    [...new Set(inIt.map((k) => stretches[k]!.of[side]))]
      .map((index) => spokenSymbol(sides[side][index]!.column.symbol))
      .join(', ');
  const [above, below] = [chords(0), chords(1)];
  const isOther = inIt.some((k) => stretches[k]!.differs === 'grip');
  return above === below
    ? t('bar {bar}: {above} in both{which}', { bar, above, which: isOther ? t(', in other grips') : '' })
    : t('bar {bar}: above {above}, below {below}', { bar, above, below });
}
