import equal from 'fast-deep-equal';
import { memo, useEffect, useLayoutEffect, useRef, useState, type PointerEvent, type RefObject } from 'react';
import {
  soundAtStep,
  staveStep,
  symbolOf,
  ticksPerBeat,
  type Pitched,
  type StaveNote,
  type Ticks,
  t,
} from '../../../core/index.ts';
import { ChordSymbol } from '../symbol/ChordSymbol.tsx';
import { setLine, type SetLine } from './engrave.ts';
import type { ShownBar } from './lines.ts';

interface StaveLineProps {
  readonly bars: readonly ShownBar[];
  readonly width: number;
  /** Notes that begin in it, and which of them clash, and how. */
  readonly notes: readonly StaveNote[];
  readonly clashes: Clashes;
  /** Which of them end phrases, by where they begin. */
  readonly ends: readonly Ticks[];
  /** Where the next note goes, when that is in this line, and how long it is to be. */
  readonly at: Ticks | null;
  readonly long: Ticks;
  /** What is chosen. */
  readonly from: Ticks;
  readonly to: Ticks;
  /** The note that changes are for. */
  readonly target: Ticks | null;
  /** The note that sounds. */
  readonly sounding: Ticks | null;
  readonly onPlace: (at: Ticks, sound: Pitched) => void;
  readonly onNote: (note: StaveNote) => void;
  readonly onDrag: (note: StaveNote, sound: Pitched) => void;
  /** A breath was let go at the end of another note; null: it was clicked where it stands. */
  readonly onBreath: (note: StaveNote, to: StaveNote | null) => void;
}

/** How notes clash, by where they begin; plain, so that two can be told apart by what they say. */
export type Clashes = Readonly<Record<Ticks, string>>;

/** What a finger finds, in px. */
const HIT = { wide: 26, high: 44 } as const;
/** A pointer that moved less was a click. */
const STILL_PX = 4;
/** F5, the top line. */
const TOP_STEP = 38;

/** One line of the stave: set by the engraver, with what can be pointed at over it. */
export const StaveLine = memo(function StaveLine(props: StaveLineProps) {
  const { bars, width, notes, clashes, ends, at, long, from, to, target, sounding } = props;
  const { onPlace, onNote, onDrag, onBreath } = props;
  const paper = useRef<HTMLDivElement>(null);
  const [made, setMade] = useState<SetLine | null>(null);
  // In a window of another width a line has other bars, and is set anew before it is painted.
  const set = made?.bars.length === bars.length ? made : null;
  /** A note that is dragged, and the step it is over. */
  const [dragged, setDragged] = useState<{ start: Ticks; step: number; y: number } | null>(null);
  const same = useSame(bars);
  const [near, line] = useNear();
  // Where one writes it is set in any case, to be scrolled to.
  const isSet = near || at !== null;
  useLayoutEffect(() => {
    if (!isSet) return;
    paper.current!.replaceChildren();
    setMade(setLine(paper.current!, same, width));
  }, [isSet, same, width]);

  const xOf = (tick: Ticks): number => (set ? placeOf(set, bars, tick) : 0);
  const stepAt = (y: number) => (set ? TOP_STEP - Math.round((y - set.top) / set.step) : 0);
  const place = (event: PointerEvent<HTMLDivElement>) => {
    if (!set || event.button !== 0) return;
    const box = event.currentTarget.getBoundingClientRect();
    const [x, y] = [event.clientX - box.left, event.clientY - box.top];
    const which = set.bars.findIndex(({ to: end }) => x < end);
    const shown = bars[which < 0 ? bars.length - 1 : which]!;
    onPlace(tickAt(set, bars, x, long), soundAtStep(stepAt(y), shown.bar.key));
  };
  /** Where one breathes after a note. */
  const breathAt = ({ start, ticks }: StaveNote) => Math.min(xOf(start + ticks), set!.bars.at(-1)!.to) - BREATH_BEFORE;
  const nearest = (x: number) => {
    const off = (note: StaveNote) => Math.abs(breathAt(note) - x);
    return notes.reduce((best, note) => (off(note) < off(best) ? note : best));
  };
  const lineOf = (tick: Ticks) => bars.find(({ bar }) => tick >= bar.start && tick < bar.start + bar.ticks);

  return (
    <div ref={line} className="stave-line" style={{ height: made?.height ?? USUAL_HEIGHT }}>
      <div ref={paper} className="stave-paper" aria-hidden="true" />
      {set && (
        <>
          <div className="stave-hit" onPointerDown={place} />
          {bars.map(({ bar, chart }, i) => (
            <div key={bar.index} aria-hidden="true">
              <span className="stave-number" style={{ left: i === 0 ? 2 : set.bars[i - 1]!.to + 2 }}>
                {bar.number === 0 ? '' : bar.number}
                {chart.section !== null && <strong>{chart.section}</strong>}
                {chart.ending && <b>{chart.ending.number}.</b>}
                {bar.to.includes('/') && <i>{bar.to.split('/')[1]}×</i>}
                {bar.beyond.length > 0 && <em>{beyondText(bar)}</em>}
              </span>
              {chart.entries.map(({ tick, chord }) => (
                <span key={tick} className="stave-chord" style={{ left: xOf(bar.start + tick) - 6 }}>
                  <ChordSymbol symbol={chord ? symbolOf(chord) : 'N.C.'} />
                </span>
              ))}
            </div>
          ))}
          {to > from && lineOf(Math.max(from, bars[0]!.bar.start)) && to > bars[0]!.bar.start && (
            <div
              className="stave-chosen"
              style={{
                left: xOf(from) - 10,
                width: Math.max(8, xOf(to) - xOf(from)),
                top: set.top - 16,
                height: 8 * set.step + 32,
              }}
            />
          )}
          {at !== null && (
            <div className="stave-caret" style={{ left: xOf(at), top: set.top - 18, height: 8 * set.step + 36 }} />
          )}
          {notes
            .filter(({ start }) => ends.includes(start))
            .map((note) => (
              <Breath
                key={note.start}
                at={breathAt(note)}
                top={set.top}
                isSaid={note.breath !== undefined}
                onLetGo={(x) => onBreath(note, x === null ? null : nearest(x))}
              />
            ))}
          {notes.map((note) => {
            const isDragged = dragged?.start === note.start;
            const step = isDragged ? dragged.step : staveStep(note);
            const y = set.top + (TOP_STEP - step) * set.step;
            const clash = clashes[note.start];
            const state = [
              'stave-note',
              clash !== undefined && 'stave-clash',
              note.start === target && 'stave-target',
              note.start === sounding && 'stave-sounds',
              isDragged && 'stave-dragged',
            ];
            return (
              <div
                key={note.start}
                className={state.filter(Boolean).join(' ')}
                title={clash}
                style={{
                  left: xOf(note.start) - HIT.wide / 2,
                  top: y - HIT.high / 2,
                  width: HIT.wide,
                  height: HIT.high,
                }}
                onPointerDown={(event) => {
                  event.stopPropagation();
                  event.currentTarget.setPointerCapture(event.pointerId);
                  setDragged({ start: note.start, step: staveStep(note), y: event.clientY });
                }}
                onPointerMove={({ clientY }) => {
                  if (!isDragged) return;
                  const by = clientY - dragged.y;
                  const moved = Math.abs(by) < STILL_PX ? 0 : Math.round(by / set.step);
                  setDragged({ ...dragged, step: staveStep(note) - moved });
                }}
                onPointerUp={() => {
                  if (!isDragged) return;
                  const to_ = dragged.step;
                  setDragged(null);
                  if (to_ === staveStep(note)) onNote(note);
                  else onDrag(note, soundAtStep(to_, lineOf(note.start)!.bar.key));
                }}
                onPointerCancel={() => setDragged(null)}
              />
            );
          })}
        </>
      )}
    </div>
  );
}, equal);

/** A breath stands so far before what comes next, and over the top line, in px. */
const BREATH_BEFORE = 16;
const BREATH_OVER = 34;

interface BreathProps {
  readonly at: number;
  readonly top: number;
  /** Whether somebody said so; else it is guessed. */
  readonly isSaid: boolean;
  /** It was dragged to a place; null: it was only clicked. */
  readonly onLetGo: (x: number | null) => void;
}

/** A sign of breath, where a phrase ends; it is dragged to the end of another note. */
function Breath({ at, top, isSaid, onLetGo }: BreathProps) {
  const [from, setFrom] = useState<number | null>(null);
  const [by, setBy] = useState(0);
  return (
    <div
      className={`stave-breath ${isSaid ? 'stave-breath-said' : ''} ${from === null ? '' : 'stave-dragged'}`}
      title={
        isSaid
          ? t('A phrase ends here. Drag it to another note.')
          : t('A phrase seems to end here. Drag it to another note.')
      }
      style={{ left: at + by - HIT.wide / 2, top: top - BREATH_OVER, width: HIT.wide }}
      onPointerDown={(event) => {
        event.stopPropagation();
        event.currentTarget.setPointerCapture(event.pointerId);
        setFrom(event.clientX);
      }}
      onPointerMove={({ clientX }) => {
        if (from !== null) setBy(clientX - from);
      }}
      onPointerUp={() => {
        if (from === null) return;
        onLetGo(Math.abs(by) < STILL_PX ? null : at + by);
        setFrom(null);
        setBy(0);
      }}
      onPointerCancel={() => {
        setFrom(null);
        setBy(0);
      }}
    >
      <span className="music">{'\uE4CE'}</span>
    </div>
  );
}

/** Before it is set a line is as high as most, in px. */
const USUAL_HEIGHT = 126;
/** What is nearer to the screen than this is set, so that it is there when it is scrolled to. */
const NEAR_SCREEN = '800px';

/** Whether an element came near to the screen; a long tune is not set all at once. */
function useNear(): readonly [near: boolean, ref: RefObject<HTMLDivElement | null>] {
  const ref = useRef<HTMLDivElement>(null);
  const [near, setNear] = useState(false);
  useEffect(() => {
    if (near) return;
    const line = ref.current!;
    const watch = new IntersectionObserver(
      (seen) => seen.some(({ isIntersecting }) => isIntersecting) && setNear(true),
      {
        // Of what scrolls: its edges cut off what lies beyond them.
        root: line.closest('.melody-paper, .place'),
        rootMargin: NEAR_SCREEN,
      },
    );
    watch.observe(line);
    return () => watch.disconnect();
  }, [near]);
  return [near, ref];
}

/** A value that is the same for as long as it says the same. */
function useSame<T>(value: T): T {
  const [same, setSame] = useState(value);
  if (equal(same, value)) return same;
  setSame(value);
  return value;
}

/** Points of a line at which its ticks are known, from left to right. */
function pointsOf(set: SetLine, bars: readonly ShownBar[]): readonly (readonly [tick: Ticks, x: number])[] {
  return bars.flatMap(({ bar, notes }, i) => {
    const { from, to, signs } = set.bars[i]!;
    const end: readonly [Ticks, number] = [bar.start + bar.ticks, to];
    // The sign of an empty bar stands in its middle.
    if (notes.length === 0) return [[bar.start, from + 12] as const, end];
    return [...signs.map(({ tick, x }) => [bar.start + tick, x] as const), end];
  });
}

function placeOf(set: SetLine, bars: readonly ShownBar[], tick: Ticks): number {
  const points = pointsOf(set, bars);
  const exact = points.findLast(([at]) => at === tick);
  if (exact) return exact[1];
  const after = points.findIndex(([at]) => at > tick);
  if (after <= 0) return tick <= points[0]![0] ? points[0]![1] : points.at(-1)![1];
  const [[t0, x0], [t1, x1]] = [points[after - 1]!, points[after]!];
  return x0 + ((tick - t0) / (t1 - t0)) * (x1 - x0);
}

/** A head, or a rest, this near to a pointer is meant by it, in px. */
const NEAR = 14;
/** Where a pointer is: at a sign near it, else on the grid of what is to be put there. */
function tickAt(set: SetLine, bars: readonly ShownBar[], x: number, long: Ticks): Ticks {
  const points = pointsOf(set, bars);
  const near = points.slice(0, -1).find(([, at]) => Math.abs(at - x) < NEAR);
  if (near) return near[0];
  const after = Math.max(
    1,
    points.findIndex(([, at]) => at > x),
  );
  const [[t0, x0], [t1, x1]] = [points[after - 1]!, points[after]!];
  const raw = t0 + ((Math.max(x0, x) - x0) / Math.max(1, x1 - x0)) * (t1 - t0);
  const { bar } = bars.find((one) => raw < one.bar.start + one.bar.ticks) ?? bars.at(-1)!;
  const grid = Math.min(long, ticksPerBeat(bar.meter));
  return bar.start + Math.floor((raw - bar.start) / grid) * grid;
}

/** What a bar holds that does not fit it: its meter was changed. */
const beyondText = ({ beyond, ticks, meter }: ShownBar['bar']): string => {
  const last = Math.max(...beyond.map((note) => note.tick + note.ticks));
  const beat = ticksPerBeat(meter);
  return t('notes up to beat {last} of {ticks}', { last: Math.ceil(last / beat), ticks: ticks / beat });
};
