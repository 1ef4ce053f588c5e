import { rankOf, type Finger } from '../neck/hold.ts';
import type { Ticks } from '../time/meter.ts';

/** How the left hand alone brings a note on, on the string that sounds: hammered on, pulled off, slid to. */
export type Legato = 'hammer' | 'pull' | 'slide';

/** A note as a hand plays it, and how strong its place in the bar is (`strengthAt`). */
interface Placed {
  readonly start: Ticks;
  readonly ticks: Ticks;
  readonly string: number;
  readonly fret: number;
  readonly finger: Finger;
  readonly strength: number;
}

/** A finger slides so many frets without being heard on its way; a hammer lands in reach. */
const SLIDES = 2;
const HAMMERS = 4;

/**
 * Whether a note needs no pluck of its own: it comes off the beat, straight after one on the same string that is stronger, to
 * which it is an afterthought (common practice). The same finger slides; one beyond it hammers on; one that lies below, or the
 * open string, is pulled off to. Null: it is plucked.
 */
export function legatoFrom(before: Placed, note: Placed): Legato | null {
  const { string, fret, finger, start, strength } = note;
  if (string !== before.string || start !== before.start + before.ticks || strength >= before.strength) return null;
  const up = fret - before.fret;
  if (finger === before.finger) return finger !== 0 && up !== 0 && Math.abs(up) <= SLIDES ? 'slide' : null;
  if (up > 0 && up <= HAMMERS && rankOf(finger) > rankOf(before.finger)) return 'hammer';
  if (up < 0 && -up <= HAMMERS && rankOf(finger) < rankOf(before.finger)) return 'pull';
  return null;
}
