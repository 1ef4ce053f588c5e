import { MUD_BELOW, MUD_INTERVAL } from '../grip/traits.ts';
import { NOTHING, type Terms } from './terms.ts';
import type { Tenths } from './units.ts';
import type { Weights } from './weights.ts';

/** The comping register of the top note, C4 to C5: under a voice, over the bass (common practice). */
const TOP_FROM = 60;
const TOP_TO = 72;
/** A muddy pair weighs as much as this many semitones out of register. */
const MUD_SEMITONES = 8;
const FULL_VOICES = 4;

/**
 * How strongly a lowest note says another chord, in units of the weight: a chord tone in the bass is
 * an inversion, a tension there is a riddle. From D3 up a bass player or the ear supplies the root.
 */
const BASS = { root: [0, 0], tone: [1.2, 0.3], tension: [4, 1.5] } as const;
const HEARD_AS_BASS_BELOW = 50;

/** What of a grip makes a column's price. */
export interface PricedGrip {
  /** Sounding pitches ascending, each once. */
  readonly pitches: ArrayLike<number>;
  /** 0 to 100. */
  readonly difficulty: number;
  /** What the lowest note is: the root (or the named bass), another chord tone, or a tension. */
  readonly lowest: keyof typeof BASS;
}

/** What a grip costs by itself, each term on its own, in whole tenths. */
const COLUMN_TERMS = {
  difficulty: ({ difficulty }: PricedGrip, weights: Weights) => Math.round((difficulty * weights.difficulty) / 10),
  register({ pitches }: PricedGrip, weights: Weights) {
    const top = pitches[pitches.length - 1]!;
    let semitones = Math.max(0, TOP_FROM - top, top - TOP_TO);
    for (let v = 1; v < pitches.length && pitches[v - 1]! < MUD_BELOW; v++)
      if (pitches[v]! - pitches[v - 1]! <= MUD_INTERVAL) semitones += MUD_SEMITONES;
    return semitones * weights.register;
  },
  thin: ({ pitches }: PricedGrip, weights: Weights) => Math.max(0, FULL_VOICES - pitches.length) * weights.thin,
  bass: ({ lowest, pitches }: PricedGrip, weights: Weights) =>
    Math.round(BASS[lowest][pitches[0]! < HEARD_AS_BASS_BELOW ? 0 : 1] * weights.bass),
} as const;
const PRICES = Object.values(COLUMN_TERMS);

/** The price of one column, term by term, without its rules. */
export const columnTerms = (grip: PricedGrip, weights: Weights): Terms => ({
  ...NOTHING,
  ...Object.fromEntries(Object.entries(COLUMN_TERMS).map(([term, price]) => [term, price(grip, weights)])),
});

/** The sum of a column's terms, without naming them: the search asks for it thousands of times a chord. */
export function columnPrice(grip: PricedGrip, weights: Weights): Tenths {
  let sum = 0;
  for (const price of PRICES) sum += price(grip, weights);
  return sum;
}
