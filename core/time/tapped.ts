/** A tap after a longer silence than this, in seconds, begins anew: slower than 30 beats a minute nobody taps. */
const LONGEST = 2;
/** So many of the last beats are told from: enough to even a hand out, few enough to follow it. */
const MOST_BEATS = 6;

/**
 * The tempo of some taps, in beats a minute: of the last ones that belong together, first to last; null until there are
 * two. `tappedTempo([0, 0.5, 1])`, in seconds, is 120.
 */
export function tappedTempo(taps: readonly number[]): number | null {
  const breaks = taps.findLastIndex((tap, i) => i > 0 && tap - taps[i - 1]! > LONGEST);
  const together = taps.slice(Math.max(0, breaks)).slice(-MOST_BEATS - 1);
  const long = together.at(-1)! - together[0]!;
  return together.length < 2 || long <= 0 ? null : (60 * (together.length - 1)) / long;
}
