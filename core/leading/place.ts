/** Where a column stands in time. */
export interface Place {
  /** Whether a phrase or a section begins with it, and whether a bar does. */
  readonly opensPhrase: boolean;
  readonly opensBar: boolean;
  /** Whether its chord has lasted two bars already. */
  readonly lasts: boolean;
  /** How long it lasts, and a quarter note there. */
  readonly seconds: number;
  readonly quarter: number;
}
/** Where nothing is known of the time. */
export const ANYWHERE: Place = { opensPhrase: false, opensBar: false, lasts: false, seconds: 2, quarter: 0.6 };

/** With so much time for a change, in seconds, a shift costs no more than its way (common practice). */
const EASY_SECONDS = 0.3;
const MOST_HASTE = 3;

/** How much dearer a shift is for want of time: 1 with time enough, up to 3, in quarters. */
export function hasteOf({ seconds }: Pick<Place, 'seconds'>, { quarter }: Pick<Place, 'quarter'>): number {
  const there = Math.min(quarter, seconds) / 2;
  return Math.round(Math.min(MOST_HASTE, Math.max(1, EASY_SECONDS / there)) * 4) / 4;
}

/** Whether the same grip again says too little: over a bar line, where the chord is another, or has lasted. */
export const isStale = (changes: boolean, { opensBar, lasts }: Place): boolean => opensBar && (changes || lasts);
