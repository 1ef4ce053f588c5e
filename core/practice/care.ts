/* What keeps a hand and an ear whole. Every figure is common practice among teachers and players, from memory. */
import type { Grip } from '../grip/grips.ts';

/** A grip that stretches or strains a hand: as wide, or as hard, as those that are cautioned against when they are shown. */
export const isStrained = ({ reachMm, difficulty }: Pick<Grip, 'reachMm' | 'difficulty'>): boolean =>
  reachMm >= STRETCHED_MM || difficulty >= VERY_HARD;
/** A stretch for most hands. */
export const STRETCHED_MM = 95;
export const VERY_HARD = 6;

/** A rest is due after so long, in seconds: of stretching, of the same thing again and again, of playing at all. */
export const REST_AFTER = { stretch: 180, same: 480, playing: 1500 } as const;
export type RestReason = keyof typeof REST_AFTER;
/** How long a rest is, in seconds. */
export const REST_SECONDS: Readonly<Record<RestReason, number>> = { stretch: 60, same: 60, playing: 300 };
/** Who did nothing for so long has rested, in seconds. */
export const RESTED_AFTER = 60;

/** What the hand has done since it last rested, in seconds; `grips`: strained ones it set. */
export interface Work {
  readonly playing: number;
  readonly same: number;
  readonly stretch: number;
  readonly grips: number;
}
export const RESTED: Work = { playing: 0, same: 0, stretch: 0, grips: 0 };

/** The work after a round of so many seconds, `strained` of it in strained grips; `anew`: of something else than before. */
export const worked = (
  work: Work,
  round: { readonly seconds: number; readonly strained: number; readonly grips: number; readonly anew: boolean },
): Work => ({
  playing: work.playing + round.seconds,
  same: (round.anew ? 0 : work.same) + round.seconds,
  stretch: work.stretch + round.strained,
  grips: work.grips + round.grips,
});

/** Why a rest is due now, what strains most first; null: it is not. */
export function restDue(work: Work): RestReason | null {
  const reasons = ['stretch', 'same', 'playing'] as const;
  return reasons.find((reason) => work[reason] >= REST_AFTER[reason]) ?? null;
}
