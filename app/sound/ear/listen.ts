import { judged, matched, type HeardStroke, type Judged, type Midi, type ToHear } from '../../../core/index.ts';
import { onsets } from './onsets.ts';
import { FROM, strengths } from './pitches.ts';
import { spectrum } from './spectrum.ts';

/** From the pluck to where a string has its pitch, in seconds. */
export const PLUCK = 0.02;
/** How long one listens, in seconds: as long as the stroke lasts, of these. */
const WINDOWS = [0.372, 0.186, 0.093];

/** What is heard of a round in mono samples that begin so many seconds before it, and what is not as written. */
export function listened(samples: Float32Array, rate: number, hear: ToHear, before = 0): Judged {
  const all = onsets(samples, rate);
  const inRound = all.map(({ at, strength }) => ({ at: at - before, strength }));
  const struck = matched(hear, inRound).map((which, i) => {
    const onset = which === null ? undefined : all[which];
    if (!onset) return null;
    const { seconds, spread } = hear.strokes[i]!;
    const until = Math.min(all[which! + 1]?.at ?? Infinity, onset.at + seconds);
    return { at: onset.at - before, strengths: mixtureIn(samples, rate, onset.at + PLUCK + spread, until) };
  });
  // What is softer than that beside the others is the room.
  const least = FAINT * middleOf(struck.flatMap((one) => (one ? [Math.max(...one.strengths)] : [])));
  return judged(
    hear,
    struck.map((one): HeardStroke | null => one && { at: one.at, strengths: besideStrongest(one.strengths, least) }),
  );
}
const FAINT = 0.15;
const middleOf = (all: readonly number[]) => [...all].sort((a, b) => a - b)[Math.floor(all.length / 2)] ?? 0;

/** How strong each pitch is beside the strongest in a stretch of samples, in seconds. */
export const pitchesIn = (...of: Parameters<typeof mixtureIn>): ReadonlyMap<Midi, number> =>
  besideStrongest(mixtureIn(...of), 0);

/** How much each pitch makes up of a stretch of samples, in seconds, as loud as it is. */
export function mixtureIn(samples: Float32Array, rate: number, from: number, until: number): Float32Array {
  const long = WINDOWS.find((seconds) => from + seconds <= until) ?? WINDOWS.at(-1)!;
  return strengths(spectrum(samples, rate, Math.round(from * rate), Math.round(long * rate)), long);
}

/** How strong each pitch is beside the strongest, or beside the least that may be called so. */
function besideStrongest(all: Float32Array, least: number): ReadonlyMap<Midi, number> {
  const most = Math.max(least, ...all, Number.MIN_VALUE);
  return new Map([...all].flatMap((value, i) => (value / most < LEAST ? [] : [[FROM + i, value / most] as const])));
}
/** What is weaker is not worth telling of. */
const LEAST = 0.02;
