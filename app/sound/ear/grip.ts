import { PitchDetector } from 'pitchy';
import { hertz, pitchFaults, type Expected, type Fault } from '../../../core/index.ts';
import { mixtureIn, pitchesIn, PLUCK } from './listen.ts';
import { onsets } from './onsets.ts';
import { FROM } from './pitches.ts';
import { magnitudes } from './spectrum.ts';

/** What was heard of a grip set cold: strummed, or string by string. */
export interface HeardGrip {
  readonly how: 'strummed' | 'one by one';
  readonly faults: readonly Fault[];
}

/** So long it is quiet after the last string before the grip is taken for struck, in seconds. */
const WAITED = 0.9;
/** Where samples are cut out of what sounds, that looks like a stroke for so long, in seconds. */
const CUT = 0.05;
/** Strings farther apart than this, in seconds, are plucked one by one. */
const ONE_BY_ONE = 0.15;
/** From here on a string is out of tune, in cents (common practice: a trained ear hears five, a chord bears ten). */
const OUT_OF_TUNE = 15;
/** Of more strings than this, one may be missing when they are plucked one by one. */
const LEAST_PLUCKED = 3;
/** A pitch is clear from here on, 0 to 1 (pitchy's measure). */
const CLEAR = 0.9;

/** A grip in mono samples that hold it, or null: none was struck yet, or it still goes on. */
export function listenedGrip(samples: Float32Array, rate: number, grip: Expected): HeardGrip | null {
  // What sounds from the first sample on was struck before.
  const all = onsets(samples, rate).filter(({ at }) => at > CUT);
  const [first, last] = [all[0], all.at(-1)];
  if (!first || !last || samples.length / rate - last.at < WAITED) return null;
  const apart = all.every(({ at }, i) => i === 0 || at - all[i - 1]!.at > ONE_BY_ONE);
  if (apart && all.length >= Math.min(grip.notes.length, Math.max(LEAST_PLUCKED, grip.notes.length - 1))) {
    const heard = all.map(({ at }, i) => pitchAt(samples, rate, at, all[i + 1]?.at ?? at + WAITED));
    // One string again and again is no grip string by string.
    if (new Set(heard.map((pitch) => pitch && Math.round(pitch))).size >= Math.min(grip.notes.length, LEAST_PLUCKED))
      return { how: 'one by one', faults: byString(grip, heard) };
  }
  // Struck more than once, it is the last time that counts.
  const strengths = pitchesIn(samples, rate, last.at + PLUCK, samples.length / rate);
  return { how: 'strummed', faults: pitchFaults(grip, strengths) };
}

/** The pitch of the string that is plucked at a time, in semitones, as in MIDI with its cents; null: not clear. */
function pitchAt(samples: Float32Array, rate: number, at: number, until: number): number | null {
  const alone = loudness(samples, rate, at - BEFORE, at - EDGE) < QUIET * loudness(samples, rate, at + PLUCK, until);
  return alone ? aloneAt(samples, rate, at + PLUCK, until) : newestAt(samples, rate, at, until);
}
/** Just before a string is plucked, in seconds: as much of what rings, as near to it. */
const BEFORE = 0.22;
const EDGE = 0.02;
/** So much softer than the string is silence. */
const QUIET = 0.05;

/** Root mean square of a stretch, in seconds. */
function loudness(samples: Float32Array, rate: number, from: number, until: number): number {
  const stretch = samples.subarray(Math.max(0, Math.round(from * rate)), Math.max(0, Math.round(until * rate)));
  return Math.sqrt(stretch.reduce((sum, value) => sum + value * value, 0) / Math.max(1, stretch.length));
}

/** A string that sounds alone, after P. McLeod and G. Wyvill, A Smarter Way to Find Pitch (ICMC 2005). */
function aloneAt(samples: Float32Array, rate: number, from: number, until: number): number | null {
  const start = Math.round(from * rate);
  const size = Math.round(Math.min(LONGEST, until - from) * rate);
  const detector = PitchDetector.forFloat32Array(size);
  const [hertz, clarity] = detector.findPitch(samples.subarray(start, start + size), rate);
  return clarity < CLEAR ? null : inSemitones(hertz);
}
/** As much of a string as is listened to, in seconds. */
const LONGEST = 0.2;
const inSemitones = (hertz: number) => 69 + 12 * Math.log2(hertz / 440);

/** A string that is plucked while others ring: the pitch that grew most, as finely as its partials lie. */
function newestAt(samples: Float32Array, rate: number, at: number, until: number): number | null {
  const [after, before] = [
    mixtureIn(samples, rate, at + PLUCK, Math.min(until, at + PLUCK + LONGEST)),
    mixtureIn(samples, rate, at - BEFORE, at - EDGE),
  ];
  const grown = after.map((value, i) => value - before[i]!);
  const nearest = FROM + grown.indexOf(Math.max(...grown));
  const offs = [1, 2, 3, 4].map((n) => partialOff(samples, rate, at + PLUCK, hertz(nearest) * n));
  return nearest + offs.sort((a, b) => a - b)[1]!;
}

/** How far the peak nearest to a frequency is from it, in semitones, by a parabola through it (J. Smith and X. Serra, PARSHL, ICMC 1987). */
function partialOff(samples: Float32Array, rate: number, from: number, frequency: number): number {
  const size = 2 ** Math.ceil(Math.log2(rate));
  const all = magnitudes(samples, Math.round(from * rate), Math.round(0.4 * rate), size);
  const [low, high] = [-1, 1].map((side) => Math.round((frequency * 2 ** ((side * 0.6) / 12) * size) / rate));
  let peak = low!;
  for (let i = low!; i <= high!; i++) if (all[i]! > all[peak]!) peak = i;
  const [left, middle, right] = [-1, 0, 1].map((by) => Math.log(all[peak + by]! + 1e-12));
  const between = (left! - right!) / (2 * (left! - 2 * middle! + right!));
  return inSemitones(((peak + between) * rate) / size) - inSemitones(frequency);
}

/** Heard string by string, in whatever order; what was not clear is left out. */
function byString({ notes }: Expected, heard: readonly (number | null)[]): readonly Fault[] {
  const clear = heard.flatMap((pitch) => pitch ?? []);
  const others = clear.map(Math.round).filter((pitch) => !notes.some((note) => note.pitch === pitch));
  const faults = notes.flatMap(({ pitch, string }): readonly Fault[] => {
    const found = clear.find((one) => Math.round(one) === pitch);
    if (found === undefined) return [{ kind: 'missing', pitch, string, instead: others.shift() ?? null, sure: 1 }];
    const cents = (found - pitch) * 100;
    return Math.abs(cents) < OUT_OF_TUNE || string === null ? [] : [{ kind: 'out-of-tune', string, cents, sure: 1 }];
  });
  return [...faults, ...others.map((pitch): Fault => ({ kind: 'extra', pitch, sure: 1 }))];
}
