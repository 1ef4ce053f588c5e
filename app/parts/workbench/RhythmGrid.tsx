import { Fragment, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import {
  countedAt,
  hitAt,
  hitWords,
  t,
  ticksPerBar,
  ticksPerCount,
  VOICES_WORDS,
  withHit,
  withHitAs,
  withHitLong,
  withoutHit,
  type Hit,
  type HitVoices,
  type Pattern,
  type Ticks,
} from '../../../core/index.ts';

/** The rows, as notes lie on the neck: what is strummed, and under it the fingers. */
const ROWS: readonly HitVoices[] = [
  'whole',
  'chord',
  'top',
  'middle',
  'other bass',
  'bass',
  'muted',
  'a',
  'm',
  'i',
  'p',
];
const FIRST_FINGER = ROWS.indexOf('a');
const ACCENTS: readonly Hit['accent'][] = ['even', 'accent', 'soft'];
const STROKES: readonly Hit['stroke'][] = ['down', 'up', 'roll'];
const nextOf = <T,>(all: readonly T[], one: T): T => all[(all.indexOf(one) + 1) % all.length]!;

/** Into how many parts each count is divided so that every hit has a place: halves at least, where quarters are counted. */
export function usualParts({ meter, hits }: Pattern): number {
  const count = ticksPerCount(meter);
  const least = meter.unit === 4 ? 2 : 1;
  return [least, 2, 3, 4].find((parts) => hits.every(({ at }) => at % (count / parts) === 0)) ?? 4;
}

interface RhythmGridProps {
  readonly pattern: Pattern;
  /** Of each count. */
  readonly parts: number;
  /** The place of the chosen hit. */
  readonly chosen: number;
  readonly onChoose: (which: number) => void;
  /** Another pattern, by what was done to some voices at a time. */
  readonly onChange: (pattern: Pattern, voices: HitVoices, at: Ticks) => void;
}

/** The hits of a pattern over its counts, a row for each kind: put in, taken out, drawn longer, by hand or by keys. */
export function RhythmGrid({ pattern, parts, chosen, onChoose, onChange }: RhythmGridProps) {
  const { meter, ticks, hits } = pattern;
  const cell = ticksPerCount(meter) / parts;
  const cells = Math.ceil(ticks / cell);
  const bar = ticksPerBar(meter);
  const hit = hits[chosen]!;
  /** Where the keys are. */
  const [here, setHere] = useState({ row: ROWS.indexOf(hit.voices), at: Math.floor(hit.at / cell) });
  const at = Math.min(here.at, cells - 1);
  const grid = useRef<HTMLDivElement>(null);
  /** A hit being drawn longer, and how long it is meanwhile. */
  const [drawn, setDrawn] = useState<{ readonly which: number; readonly ticks: Ticks } | null>(null);

  const put = (voices: HitVoices, time: Ticks) => onChange(withHit(pattern, voices, time, cell), voices, time);
  const go = (row: number, to: number) => {
    const next = { row: (row + ROWS.length) % ROWS.length, at: Math.max(0, Math.min(cells - 1, to)) };
    setHere(next);
    const which = hitAt(pattern, ROWS[next.row]!, next.at * cell);
    if (which >= 0) onChoose(which);
    grid.current?.querySelector<HTMLElement>(`[data-cell="${next.row} ${next.at}"]`)?.focus();
  };
  const keys = (event: KeyboardEvent) => {
    const voices = ROWS[here.row]!;
    const which = hitAt(pattern, voices, at * cell);
    const one = hits[which];
    const as = (next: Partial<Omit<Hit, 'at' | 'ticks'>>) =>
      one && onChange(withHitAs(pattern, which, next), voices, one.at);
    const longer = (by: Ticks) =>
      one && onChange(withHitLong(pattern, which, Math.max(cell / 2, one.ticks + by)), voices, one.at);
    const takeOut = () => one && onChange(withoutHit(pattern, which), voices, one.at);
    const deeds: Readonly<Record<string, () => unknown>> = {
      ArrowLeft: () => (event.shiftKey ? longer(-cell) : go(here.row, at - 1)),
      ArrowRight: () => (event.shiftKey ? longer(cell) : go(here.row, at + 1)),
      ArrowUp: () => go(here.row - 1, at),
      ArrowDown: () => go(here.row + 1, at),
      Home: () => go(here.row, 0),
      End: () => go(here.row, cells - 1),
      Enter: () => (one ? takeOut() : put(voices, at * cell)),
      Delete: takeOut,
      Backspace: takeOut,
      a: () => one && as({ accent: nextOf(ACCENTS, one.accent) }),
      d: () => one && as({ damped: !one.damped }),
      u: () => one && as({ stroke: nextOf(STROKES, one.stroke) }),
      e: () => one && as({ push: !one.push }),
    };
    const deed = event.ctrlKey || event.metaKey || event.altKey ? undefined : deeds[event.key];
    if (!deed) return;
    event.preventDefault();
    event.stopPropagation();
    deed();
  };

  /** Draws a hit as long as the pointer goes. */
  const draw = (which: number) => (event: PointerEvent<HTMLElement>) => {
    event.preventDefault();
    event.stopPropagation();
    const handle = event.currentTarget;
    const track = handle.closest<HTMLElement>('.rhythm-track')!;
    const one = hits[which]!;
    const { left, width } = track.getBoundingClientRect();
    const longAt = (x: number) =>
      Math.max(cell, Math.round((((x - left) / width) * cells * cell - one.at) / cell) * cell);
    let long = one.ticks;
    const move = ({ clientX }: globalThis.PointerEvent) => {
      long = longAt(clientX);
      setDrawn({ which, ticks: long });
    };
    const end = () => {
      handle.removeEventListener('pointermove', move);
      setDrawn(null);
      if (long !== one.ticks) onChange(withHitLong(pattern, which, long), one.voices, one.at);
    };
    handle.setPointerCapture(event.pointerId);
    handle.addEventListener('pointermove', move);
    handle.addEventListener('lostpointercapture', end, { once: true });
    onChoose(which);
  };
  const share = (time: Ticks) => `${(100 * time) / (cells * cell)}%`;
  const counted = (time: Ticks) =>
    pattern.across ? countedAt(time, { ...meter, count: 99 }) : countedAt(time % bar, meter);
  return (
    <div
      className="rhythm-grid"
      ref={grid}
      role="grid"
      aria-label={t('Hits')}
      tabIndex={-1}
      onKeyDown={keys}
      style={{ '--cells': cells } as React.CSSProperties}
    >
      <div className="rhythm-counts" aria-hidden="true">
        {Array.from({ length: cells }, (_, c) => (
          <span key={c} className={c % parts === 0 ? 'rhythm-beat' : ''}>
            {counted(c * cell).replace('.', '·')}
          </span>
        ))}
      </div>
      {ROWS.map((voices, row) => (
        <Fragment key={voices}>
          <span className={row === FIRST_FINGER ? 'rhythm-label rhythm-fingers' : 'rhythm-label'}>
            {t(VOICES_WORDS[voices])}
          </span>
          <div
            className={row === FIRST_FINGER ? 'rhythm-track rhythm-fingers' : 'rhythm-track'}
            role="row"
            aria-label={t(VOICES_WORDS[voices])}
          >
            {Array.from({ length: cells }, (_, c) => {
              const one = hits[hitAt(pattern, voices, c * cell)];
              const begins = one && one.at >= c * cell;
              const time = c * cell;
              return (
                <button
                  key={c}
                  type="button"
                  role="gridcell"
                  className={`rhythm-cell ${c % parts === 0 ? 'rhythm-beat' : ''} ${time % bar === 0 && !pattern.across ? 'rhythm-bar' : ''}`}
                  data-cell={`${row} ${c}`}
                  tabIndex={row === here.row && c === at ? 0 : -1}
                  aria-label={`${t(VOICES_WORDS[voices])}, ${counted(time)}${one ? `: ${begins ? hitWords(one, meter) : t('sounds on')}` : ''}`}
                  onClick={() => {
                    setHere({ row, at: c });
                    if (!one) put(voices, time);
                  }}
                />
              );
            })}
            {hits.map((one, which) =>
              one.voices !== voices ? null : (
                <span
                  key={which}
                  className={`rhythm-one rhythm-${one.accent} ${one.push ? 'rhythm-push' : ''} ${one.damped ? 'rhythm-damped' : ''} ${which === chosen ? 'rhythm-chosen' : ''}`}
                  style={{
                    left: share(one.at),
                    width: share(drawn?.which === which ? drawn.ticks : Math.min(one.ticks, ticks - one.at)),
                  }}
                  title={hitWords(one, meter)}
                  onPointerDown={() => {
                    onChoose(which);
                    go(row, Math.floor(one.at / cell));
                  }}
                >
                  {one.stroke === 'up' ? '↑' : one.stroke === 'roll' ? '⤴' : ''}
                  <i className="rhythm-end" onPointerDown={draw(which)} />
                </span>
              ),
            )}
          </div>
        </Fragment>
      ))}
    </div>
  );
}
