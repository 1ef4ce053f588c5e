import type { PlayedBar } from '../../chart/played.ts';
import { isCompound, ticksPerBeat, type Ticks } from '../../time/meter.ts';
import { seeded } from '../seeded.ts';
import type { Hit } from './hits.ts';

/** How a pattern is played: how much of it, how often the next chord comes early, and by which seed what is left to chance. */
export interface Dials {
  /** 0 to 1: the share of its hits that is played; the strongest first. */
  readonly density: number;
  /** 0 to 1: at so many of the bar lines where the chord changes the new one comes an eighth early. */
  readonly pushes: number;
  readonly seed: number;
  /** Whether phrases end with room for somebody else. */
  readonly room: boolean;
  /** Whether beats in which the melody moves are left to it. */
  readonly yields: boolean;
}
export const AS_WRITTEN: Dials = { density: 1, pushes: 0, seed: 1, room: false, yields: false };

const ACCENTS = { accent: 2, even: 1, soft: 0 } as const;

/** The strongest of some hits: those with an accent, then those on the beat that carries the pattern, then the longest. */
export function thinned(hits: readonly Hit[], density: number): readonly Hit[] {
  const most = Math.max(1, Math.round(hits.length * density));
  if (most >= hits.length) return hits;
  const weight = ({ accent, at, ticks }: Hit) => ACCENTS[accent] * 1e6 + (at === 0 ? 5e5 : 0) + ticks;
  const kept = new Set([...hits].sort((a, b) => weight(b) - weight(a) || a.at - b.at).slice(0, most));
  return hits.filter((hit) => kept.has(hit));
}

/** From so many hits on one can be spared. */
const ENOUGH = 3;

/**
 * The rule by which a pattern is varied: in the bar before a phrase begins, and in every fourth bar of a phrase, one hit that
 * is neither its first nor accented is left out, another one each time, so that eight bars are not the same bar eight times.
 */
export function varied(hits: readonly Hit[], bar: PlayedBar, isTurn: boolean, seed: number): readonly Hit[] {
  const spare = hits.filter(({ accent, at }) => accent !== 'accent' && at > 0);
  if (!isTurn || hits.length < ENOUGH || spare.length === 0) return hits;
  const left = spare[Math.floor(seeded(seed, bar.number) * spare.length)];
  return hits.filter((hit) => hit !== left);
}

/** By bar, whether it ends four bars of a phrase, or the phrase. */
export function turnsOf(bars: readonly PlayedBar[]): readonly boolean[] {
  let since = 0;
  return bars.map(({ opensPhrase }, i) => {
    since = opensPhrase ? 1 : since + 1;
    return since % 4 === 0 || (bars[i + 1]?.opensPhrase ?? true);
  });
}

/**
 * The hits of a bar that ends a phrase, with room: from its middle on nothing is played, so that a singer may breathe or a
 * drummer fill (common practice). What comes early for the next bar is part of that one, and stays; so does the first hit.
 */
export const withRoom = (hits: readonly Hit[], middle: Ticks): readonly Hit[] =>
  hits.filter(({ at, push }, i) => i === 0 || at < middle || push);

/** So many notes that begin in a beat are a melody that moves: two, or three where a beat has three parts. */
const MOVING = { simple: 2, compound: 3 } as const;

/**
 * Whether a hit is left out for a melody that moves: its beat has notes enough of it, and the hit neither begins its bar nor brings
 * the next chord (common practice: play where the singer holds). `onsets`: where the melody's notes begin.
 */
export function isInTheWay(
  { at, push }: Pick<Hit, 'at' | 'push'>,
  { start, meter }: Pick<PlayedBar, 'start' | 'meter'>,
  onsets: readonly Ticks[],
): boolean {
  if (at === start || push) return false;
  const beat = ticksPerBeat(meter);
  const from = start + Math.floor((at - start) / beat) * beat;
  const moving = onsets.filter((onset) => onset >= from && onset < from + beat).length;
  return moving >= (isCompound(meter) ? MOVING.compound : MOVING.simple);
}
