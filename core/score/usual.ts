import type { Feel } from '../chart/chart.ts';
import { STRAIGHT } from '../time/clock.ts';
import { beatsPerBar, isCompound, type Meter } from '../time/meter.ts';
import type { BassWay } from './band/bass.ts';

/** Two thirds up to a walking tempo, then straighter the faster it goes: the short note keeps its length (common practice). */
const SWUNG = 2 / 3;
const EVENER_FROM = 120;
const STRAIGHTER = 0.0009;
const LEAST_SWING = 0.54;

/** How a tune of a feel swings at a tempo, in beats a minute, where nobody says otherwise. */
export const usualSwing = (feel: Feel, tempo: number): number =>
  feel === 'straight'
    ? STRAIGHT
    : Math.max(LEAST_SWING, Math.min(SWUNG, SWUNG - Math.max(0, tempo - EVENER_FROM) * STRAIGHTER));

/** A bass walks where the tune swings in four; else it plays two to the bar. */
export const usualBass = (meter: Meter, feel: Feel): BassWay =>
  feel === 'swing' && beatsPerBar(meter) === 4 && !isCompound(meter) ? 'four' : 'two';
