import { useEffect, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import {
  endOf,
  signature,
  type Chart,
  type Pitched,
  type Stave,
  type StaveNote,
  type Ticks,
  t,
} from '../../../core/index.ts';
import { useLatest } from '../../keep/latest.ts';
import { headRoom, ready, roomFor } from './engrave.ts';
import { pressed } from './entryKeys.ts';
import { linesOf, shownBars } from './lines.ts';
import { StaveLine, type Clashes } from './StaveLine.tsx';
import type { EntryDeeds } from './useEntry.ts';

interface MelodyStaveProps {
  readonly chart: Chart;
  readonly stave: Stave;
  readonly clashes: Clashes;
  readonly ends: ReadonlySet<Ticks>;
  readonly entry: EntryDeeds;
  /** The note that sounds. */
  readonly sounding: Ticks | null;
  readonly erasing: boolean;
  readonly focuses: boolean;
  readonly onSpace: () => void;
}

/** The stave, in lines as wide as there is room; letters and arrows write on it. */
export function MelodyStave({
  chart,
  stave,
  clashes,
  ends,
  entry,
  sounding,
  erasing,
  focuses,
  onSpace,
}: MelodyStaveProps) {
  const box = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(0);
  const arrives = useRef(focuses);
  const [hasFont, setHasFont] = useState(false);
  useEffect(() => {
    let wanted = true;
    void ready.then(() => wanted && setHasFont(true));
    const watch = new ResizeObserver(([seen]) => setWidth(Math.floor(seen!.contentRect.width)));
    watch.observe(box.current!);
    if (arrives.current) box.current!.focus({ preventScroll: true });
    return () => {
      wanted = false;
      watch.disconnect();
    };
  }, []);
  const shown = useMemo(() => shownBars(chart, stave), [chart, stave]);
  const lines = useMemo(
    () => (width > 0 ? linesOf(shown, width, roomFor, ({ bar }) => headRoom(signature(bar.key))) : []),
    [shown, width],
  );
  const { at } = entry.entry;
  const caret = useRef<HTMLElement | null>(null);
  useEffect(() => {
    // The line one writes on stays in sight.
    caret.current = box.current?.querySelector<HTMLElement>('.stave-caret') ?? null;
    if (box.current?.contains(document.activeElement)) caret.current?.scrollIntoView({ block: 'nearest' });
  }, [at, hasFont, width]);
  const keyDown = (event: KeyboardEvent) => {
    if (event.key === ' ') onSpace();
    else if (!pressed(entry, event)) return;
    event.preventDefault();
    event.stopPropagation();
  };
  const end = endOf(stave);
  const now = useLatest({ entry, erasing });
  // The same for every line and every time: a line is drawn again when something in it changes.
  const deeds = useMemo(
    () => ({
      onPlace(place: Ticks, sound: Pitched) {
        const { entry: to, erasing: away } = now.current;
        if (away) to.goTo(place, false);
        else to.putAt(place, sound);
      },
      onNote(note: StaveNote) {
        const { entry: to, erasing: away } = now.current;
        if (away) to.eraseNote(note);
        else to.goTo(note.start, false);
      },
      onBreath(note: StaveNote, to: StaveNote | null) {
        const { entry: on, erasing: away } = now.current;
        if (away) on.moveBreath(note, null);
        else if (to) on.moveBreath(note, to);
        else on.goTo(note.start, false);
      },
      onDrag: (note: StaveNote, sound: Pitched) => now.current.entry.drag(note, sound),
    }),
    [now],
  );
  return (
    <div
      ref={box}
      className={`stave ${erasing ? 'stave-erasing' : ''}`}
      // Letters are notes here, also where a screen reader would take them for its own.
      role="application"
      aria-roledescription={t('stave')}
      aria-label={t('Melody')}
      aria-describedby="stave-said"
      tabIndex={0}
      onKeyDown={keyDown}
    >
      {hasFont &&
        lines.map((bars) => {
          const [first, last] = [bars[0]!.bar, bars.at(-1)!.bar];
          const to = last.start + last.ticks;
          const isIn = (tick: Ticks | null | undefined): tick is Ticks =>
            tick !== null && tick !== undefined && tick >= first.start && (tick < to || (to === end && tick === end));
          return (
            <StaveLine
              key={first.index}
              bars={bars}
              width={width}
              notes={stave.notes.filter(({ start }) => isIn(start))}
              clashes={Object.fromEntries(Object.entries(clashes).filter(([tick]) => isIn(Number(tick))))}
              ends={stave.notes.flatMap(({ start }) => (isIn(start) && ends.has(start) ? [start] : []))}
              at={isIn(at) ? at : null}
              long={entry.long}
              from={Math.max(first.start, entry.span?.from ?? 0)}
              to={Math.min(to, entry.span?.to ?? 0)}
              target={isIn(entry.target?.start) ? entry.target.start : null}
              sounding={isIn(sounding) ? sounding : null}
              {...deeds}
            />
          );
        })}
    </div>
  );
}
