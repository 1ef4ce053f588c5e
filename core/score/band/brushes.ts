import type { Feel } from '../../chart/chart.ts';
import type { PlayedBar } from '../../chart/played.ts';
import { beatsPerBar, isCompound, ticksPerBeat, TICKS_PER_QUARTER, type Meter, type Ticks } from '../../time/meter.ts';
import { turnsOf } from '../rhythm/vary.ts';
import type { Layer, Score, Sound } from '../score.ts';
import { seeded } from '../seeded.ts';

/** What is struck, by its key in General MIDI's percussion map (General MIDI System Level 1). */
export const DRUMS = { kick: 36, tap: 38, sweep: 40, hat: 42, 'foot hat': 44, ride: 51 } as const;
export type Drum = keyof typeof DRUMS;

interface Stroke {
  /** In beats of the bar, from 0. */
  readonly at: number;
  readonly drum: Drum;
  readonly velocity: number;
}
const stroke = (drum: Drum, velocity: number, ...ats: readonly number[]): readonly Stroke[] =>
  ats.map((at) => ({ at, drum, velocity }));

/** What the brushes do in a bar: swung, straight, in three and in compound time (common practice). */
function strokesIn(meter: Meter, feel: Feel): readonly Stroke[] {
  const beats = beatsPerBar(meter);
  const every = (from: number, step: number) =>
    Array.from({ length: Math.ceil((beats - from) / step) }, (_, i) => from + i * step);
  if (isCompound(meter))
    return [
      ...stroke('sweep', 50, ...every(0, 1)),
      ...stroke('hat', 44, ...every(0, 1 / 3)),
      ...stroke('tap', 64, ...every(1, 2)),
      ...stroke('kick', 66, 0),
    ];
  if (beats === 3)
    return [
      ...stroke('ride', 62, 0, 1, 2),
      ...stroke('ride', 46, 1.5),
      ...stroke('foot hat', 56, 1),
      ...stroke('sweep', 46, 0),
      ...stroke('tap', 48, 2),
      ...stroke('kick', 60, 0),
    ];
  if (feel === 'swing')
    return [
      ...stroke('ride', 62, ...every(0, 1)),
      ...stroke('ride', 48, ...every(1.5, 2)),
      ...stroke('foot hat', 62, ...every(1, 2)),
      ...stroke('sweep', 48, ...every(0, 2)),
      ...stroke('kick', 46, 0),
    ];
  return [
    ...stroke('hat', 58, ...every(0, 1)),
    ...stroke('hat', 44, ...every(0.5, 1)),
    ...stroke('tap', 70, ...every(1, 2)),
    ...stroke('kick', 72, ...every(0, 2)),
  ];
}

/** Where a section or a phrase ends, its last beat is filled: taps that grow, in eighths (threes in compound time). */
function fillOf(meter: Meter, chance: number): readonly Stroke[] {
  const beats = beatsPerBar(meter);
  const step = isCompound(meter) ? 1 / 3 : 1 / 2;
  const long = beats > 3 && chance < 1 / 3 ? 2 : 1;
  return Array.from({ length: Math.round(long / step) }, (_, i) => ({
    at: beats - long + i * step,
    drum: 'tap' as const,
    velocity: 52 + 8 * i,
  }));
}

/** Brushes, ride and hat, following the form: the same each time for the same seed. */
export const brushesLayer =
  (seed = 1): Layer =>
  (score) => ({ ...score, parts: { ...score.parts, brushes: brushesFor(score, seed) } });

function brushesFor({ bars, feel }: Score, seed: number): readonly Sound[] {
  const turns = turnsOf(bars);
  return bars.flatMap((bar, i) => {
    const fill = turns[i] && (bars[i + 1]?.opensPhrase ?? true) ? fillOf(bar.meter, seeded(seed, bar.number)) : [];
    const from = fill[0]?.at ?? Infinity;
    return [...strokesIn(bar.meter, feel).filter(({ at, drum }) => at < from || drum !== 'tap'), ...fill]
      .flatMap((one) => soundOf(one, bar))
      .sort((a, b) => a.start - b.start);
  });
}

/** A stroke in its bar; a pickup is the end of one. */
function soundOf({ at, drum, velocity }: Stroke, { start, ticks, meter }: PlayedBar): readonly Sound[] {
  const beat: Ticks = ticksPerBeat(meter);
  const missing = beatsPerBar(meter) * beat - ticks;
  const tick = Math.round(at * beat) - missing;
  if (tick < 0) return [];
  const note = { pitch: DRUMS[drum], string: null, fret: null, finger: null, voice: 0 };
  return [
    {
      start: start + tick,
      ticks: TICKS_PER_QUARTER / 4,
      velocity,
      kind: 'stroke',
      column: null,
      spreadMs: 0,
      notes: [note],
    },
  ];
}
