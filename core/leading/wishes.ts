import type { LineWay, Wish } from '../take/layers/wish.ts';
import type { StandingWish } from '../take/wishes.ts';

/** A wish, and whether it is kept at nearly any price. */
export interface Wished<W> {
  readonly wish: W;
  readonly hard: boolean;
}

/** What a wish that is missed costs, in tenths of a semitone for each step it is missed by. */
export const MISSED = {
  /** As much as two semitones: weighed against the rest. */
  soft: 20,
  /** More than any path differs by: it is missed only where it cannot be met, and then as little as can be. */
  hard: 5000,
} as const;
/** From so many steps on a miss is a miss. */
const MOST_STEPS = 4;
/** A line that stays where it should go on is missed a little; never at the price of a real miss. */
const STAYS = 10;

/** A wish for an outer voice over a span. */
export type LineWish = Extract<Wish, { readonly kind: 'top' | 'bass' }>;
/** Wishes about how one grip goes on to the next, and about each grip. */
export type JoinWish = Extract<Wish, { readonly kind: 'top' | 'bass' | 'contrary' }>;
/** A wish that a grip meets or misses by itself. */
export type GripWish = Exclude<Wish, JoinWish>;

/** Whether it takes two grips to meet it. */
export const isJoinWish = (wish: Wish): wish is JoinWish =>
  wish.kind === 'top' || wish.kind === 'bass' || wish.kind === 'contrary';

/** By how many steps a voice that moves by semitones (up is positive) misses its way, 0 to 4. */
const LINE_MISSES: Readonly<Record<LineWay, (by: number) => number>> = {
  falling: (by) => Math.max(0, by),
  rising: (by) => Math.max(0, -by),
  still: (by) => Math.abs(by),
  chromatic: (by) => Math.abs(Math.abs(by) - 1),
};

/** What missing a wish by some steps costs, in tenths. */
export const missPrice = (steps: number, hard: boolean): number =>
  Math.min(MOST_STEPS, steps) * (hard ? MISSED.hard : MISSED.soft);

/** What it costs a line to move by semitones against its wish, in tenths. */
export function linePrice(way: LineWay, by: number, hard: boolean): number {
  const stays = by === 0 && (way === 'falling' || way === 'rising') ? STAYS : 0;
  return missPrice(LINE_MISSES[way](by), hard) + stays;
}

/** What it costs outer voices to move the same way, in tenths. */
export const contraryPrice = (bassBy: number, topBy: number, hard: boolean): number =>
  bassBy * topBy > 0 ? missPrice(1, hard) : 0;

/** Whether outer voices that move by semitones miss a wish. */
export const missesJoin = (wish: JoinWish, bassBy: number, topBy: number): boolean =>
  wish.kind === 'contrary' ? bassBy * topBy > 0 : LINE_MISSES[wish.way](wish.kind === 'top' ? topBy : bassBy) > 0;

/** The wishes about how one column goes on to the next: those that both lie in. */
export const joinWishes = (
  before: readonly StandingWish[],
  after: readonly StandingWish[],
): readonly Wished<JoinWish>[] =>
  after.flatMap(({ at, wish, hard }) =>
    isJoinWish(wish) && before.some((other) => other.at === at) ? [{ wish, hard }] : [],
  );
