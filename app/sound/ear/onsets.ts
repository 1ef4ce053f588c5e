import type { Onset } from '../../../core/index.ts';
import { magnitudes } from './spectrum.ts';

/** Frames, in seconds. */
const FRAME = 0.046;
const HOP = 0.01;
/** Two onsets are at least so far apart, in seconds: the strings of one stroke are closer. */
const APART = 0.07;
/** What is usual is the median of so many seconds; an onset is above it by a factor, and by a share of the greatest. */
const USUAL = 0.6;
const ABOVE = 1.8;
const LEAST_SHARE = 0.08;

/**
 * Where something is struck: peaks of spectral flux, the growth of every hertz from frame to frame on a logarithmic scale
 * (J. P. Bello and others, A Tutorial on Onset Detection in Music Signals, IEEE Transactions on Speech and Audio Processing
 * 13(5), 2005).
 */
export function onsets(samples: Float32Array, rate: number): readonly Onset[] {
  if (samples.every((value) => Math.abs(value) < SILENT)) return [];
  const size = 2 ** Math.round(Math.log2(rate * FRAME));
  const hop = Math.round(rate * HOP);
  const highest = Math.ceil((HIGHEST_HERTZ / rate) * size);
  const flux: number[] = [];
  let before: Float32Array | null = null;
  // From silence on: what is struck with the first sample is struck, too.
  const first = -size;
  for (let from = first; from + size / 2 < samples.length; from += hop) {
    const now = magnitudes(samples, from, size, size)
      .subarray(0, highest)
      .map((value) => Math.log1p(LOUD * value));
    flux.push(before ? now.reduce((sum, value, i) => sum + Math.max(0, value - before![i]!), 0) : 0);
    before = now;
  }
  const most = Math.max(...flux, 1e-9);
  const around = Math.round(USUAL / HOP / 2);
  const gap = Math.round(APART / HOP);
  const found: { frame: number; strength: number }[] = [];
  flux.forEach((value, frame) => {
    const near = flux.slice(Math.max(0, frame - around), frame + around + 1).sort((a, b) => a - b);
    const usual = near[Math.floor(near.length / 2)]!;
    if (value < usual * ABOVE + most * LEAST_SHARE) return;
    for (let i = Math.max(0, frame - 3); i <= Math.min(flux.length - 1, frame + 3); i++)
      if (flux[i]! > value || (flux[i] === value && i < frame)) return;
    const last = found.at(-1);
    if (last && frame - last.frame < gap) {
      if (value > last.strength * most) last.strength = value / most;
      return;
    }
    found.push({ frame, strength: value / most });
  });
  return found.map(({ frame, strength }) => ({ at: Math.max(0, first + size / 2 + frame * hop) / rate, strength }));
}
/** A click of the metronome is above it, and nearly all that is strong in a plucked string below. */
const HIGHEST_HERTZ = 1150;
/** What never comes to this is silence, of −1 to 1. */
const SILENT = 0.004;
/** Before the logarithm: what is so soft is not heard. */
const LOUD = 1000;
