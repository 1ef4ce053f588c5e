/* A ladder of tempos: slowly until it is clean, then a little faster. */

/** How a ladder goes; rates are shares of the goal tempo. */
export interface LadderHow {
  readonly start: number;
  readonly step: number;
  /** Clean rounds one after another before it rises. */
  readonly rounds: number;
  /** Where it ends: 1 the goal itself, a little over it to have some in hand. */
  readonly top: number;
}

/** As teachers have it (common practice; field guide): from 60 % up, a little over at the end. */
export const USUAL_LADDER: LadderHow = { start: 0.6, step: 0.05, rounds: 3, top: 1 };
/** What may be chosen. */
export const LADDER_STARTS = [0.4, 0.5, 0.6, 0.7, 0.8, 1] as const;
export const LADDER_STEPS = [0.02, 0.05, 0.1] as const;
export const LADDER_ROUNDS = [1, 2, 3, 4, 5] as const;
export const LADDER_TOPS = [0.9, 1, 1.05] as const;
/** Slower than this a passage is no passage any more. */
export const SLOWEST_RATE = 0.3;
/** It falls after so many rounds one after another that were not clean. */
export const FALLS_AFTER = 2;

export type RoundMark = 'clean' | 'unclean';

/** Where one stands on a ladder. */
export interface Ladder {
  readonly rate: number;
  /** Rounds one after another, at this rate, that were clean, and that were not. */
  readonly clean: number;
  readonly unclean: number;
  /** The highest rate at which a round was clean; null: none was. */
  readonly best: number | null;
  /** All rounds so far. */
  readonly rounds: { readonly clean: number; readonly unclean: number };
  /** The top was clean as often as it takes. */
  readonly done: boolean;
}

export const ladderFrom = ({ start }: LadderHow): Ladder => ({
  rate: start,
  clean: 0,
  unclean: 0,
  best: null,
  rounds: { clean: 0, unclean: 0 },
  done: false,
});

/** The ladder after a round: it rises after clean ones, falls after two that were not, and never leaves its range. */
export function climbed(ladder: Ladder, how: LadderHow, mark: RoundMark): Ladder {
  const isClean = mark === 'clean';
  const rounds = { ...ladder.rounds, [mark]: ladder.rounds[mark] + 1 };
  const best = isClean ? Math.max(ladder.best ?? 0, ladder.rate) : ladder.best;
  const [clean, unclean] = isClean ? [ladder.clean + 1, 0] : [0, ladder.unclean + 1];
  const at = { ...ladder, rounds, best, clean, unclean };
  if (clean >= how.rounds)
    return ladder.rate >= how.top ? { ...at, done: true } : movedTo(at, Math.min(how.top, ladder.rate + how.step));
  if (unclean >= FALLS_AFTER) return movedTo(at, Math.max(SLOWEST_RATE, ladder.rate - how.step));
  return at;
}

/** The ladder at another rate, by hand: rounds are counted anew there. */
export const movedTo = (ladder: Ladder, rate: number): Ladder => ({
  ...ladder,
  rate: hundredth(Math.max(SLOWEST_RATE, rate)),
  clean: 0,
  unclean: 0,
  done: false,
});

const hundredth = (rate: number) => Math.round(rate * 100) / 100;
