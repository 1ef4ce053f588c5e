import type { Performance, PlayedChord, Volumes } from './performance.ts';
import type { Timbre } from './timbre.ts';
import { damped, gainOf, orderOf } from './voicing.ts';

/** −1 dBFS: what is louder is turned down, all of it. */
const MOST = 10 ** (-1 / 20);

/** Where the samples of a sound come from, or of the click. */
export interface Samples {
  readonly of: (timbre: Timbre) => Float32Array;
  readonly click: (accent: boolean) => Float32Array;
}

/** A performance as mono samples, mixed as it is heard. Yields the share done, 0 to 1. */
export function* mixed(
  { chords, clicks, seconds }: Performance,
  volumes: Volumes,
  samples: Samples,
  rate: number,
): Generator<number, Float32Array> {
  // What rings on at the end is heard out.
  const out = new Float32Array(Math.ceil((seconds + 1.5) * rate));
  for (const [i, chord] of chords.entries()) {
    if (i % 64 === 0) yield i / chords.length;
    add(out, chord, volumes, samples, rate);
  }
  for (const { at, accent } of clicks) lay(out, samples.click(accent), at, Infinity, volumes.click, rate);
  const peak = out.reduce((most, value) => Math.max(most, Math.abs(value)), 0);
  return peak > MOST ? out.map((value) => (value * MOST) / peak) : out;
}

function add(out: Float32Array, chord: PlayedChord, volumes: Volumes, { of }: Samples, rate: number): void {
  const { at, seconds, part = 'guitar', level = part } = chord;
  const gain = gainOf(chord) * volumes[level];
  const long = part === 'brushes' ? Infinity : seconds;
  for (const { note, late } of orderOf(chord)) lay(out, of(note), at + late, long, gain, rate);
}

/** Adds samples from a time on; they are damped after so many seconds. */
function lay(out: Float32Array, samples: Float32Array, at: number, long: number, gain: number, rate: number): void {
  if (gain === 0) return;
  const from = Math.round(at * rate);
  const most = Math.min(samples.length, out.length - from);
  for (let i = 0; i < most; i++) {
    const share = damped(i / rate, long);
    if (share <= 0) break;
    out[from + i]! += samples[i]! * gain * share;
  }
}
