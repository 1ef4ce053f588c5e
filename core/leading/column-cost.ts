import { STEP } from './join-cost.ts';
import { NOTHING, type Terms } from './terms.ts';
import type { Tenths } from './units.ts';
import type { Weights } from './weights.ts';

/** The comping register of the top note, C4 to C5: under a voice, over the bass (common practice). */
const TOP_FROM = 60;
const TOP_TO = 72;
const FULL_VOICES = 4;
/** Up to E3 a note is heard as a bass, and on the fifth string and below it is played as one. */
const BASS_TO = 52;
/** Below C3 a bass player plays. */
const DEEP_BELOW = 48;
const HIGHEST_BASS_STRING = 5;
/** A shell says a chord in three notes; accompaniment lies within the first frets (common practice). */
const THREE_VOICES = 3;
const LOW_POSITION = 5;

/** What of a grip makes a column's price. */
export interface PricedGrip {
  /** Sounding pitches ascending, each once. */
  readonly pitches: ArrayLike<number>;
  /** 0 to 100. */
  readonly difficulty: number;
  /** Whether the lowest note is the root, or the named bass, in whatever octave; or may be what it is (rules/line.ts). */
  readonly hasBass: boolean;
  /** The string of the lowest note, by number (the highest is the first), and whether it sounds open. */
  readonly bassString: number;
  readonly openBass: boolean;
  /** The lowest fretted fret, 0 for none. */
  readonly position: number;
  /** Strings that sound open, and strings above the bass that do not sound. */
  readonly open: number;
  readonly silent: number;
  /** Pairs of neighbouring notes a third or less apart below C3. */
  readonly muddy: number;
  /** Neighbouring notes a step apart, and notes that sound on two strings. */
  readonly seconds: number;
  readonly unisons: number;
  readonly inStock: boolean;
}

/** What a grip costs by itself, each term on its own, in whole tenths. */
const COLUMN_TERMS = {
  difficulty: ({ difficulty }: PricedGrip, weights: Weights) => Math.round((difficulty * weights.difficulty) / 10),
  register: ({ pitches }: PricedGrip, weights: Weights) =>
    Math.max(0, pitches[pitches.length - 1]! - TOP_TO) * weights.register,
  low: ({ pitches }: PricedGrip, weights: Weights) =>
    Math.max(0, TOP_FROM - pitches[pitches.length - 1]!) * weights.low,
  mud: ({ muddy }: PricedGrip, weights: Weights) => muddy * weights.mud,
  deep: ({ pitches }: PricedGrip, weights: Weights) => Math.max(0, DEEP_BELOW - pitches[0]!) * weights.deep,
  thin: ({ pitches }: PricedGrip, weights: Weights) => Math.max(0, FULL_VOICES - pitches.length) * weights.thin,
  bass: ({ hasBass }: PricedGrip, weights: Weights) => (hasBass ? 0 : weights.bass),
  full: ({ pitches }: PricedGrip, weights: Weights) => Math.max(0, pitches.length - THREE_VOICES) * weights.full,
  bassString: ({ bassString, openBass }: PricedGrip, weights: Weights) =>
    bassString < HIGHEST_BASS_STRING && !openBass ? weights.bassString : 0,
  bassHigh: ({ pitches }: PricedGrip, weights: Weights) => Math.max(0, pitches[0]! - BASS_TO) * weights.bassHigh,
  open: ({ open }: PricedGrip, weights: Weights) => open * weights.open,
  gaps: ({ silent }: PricedGrip, weights: Weights) => silent * weights.gaps,
  stock: ({ inStock }: PricedGrip, weights: Weights) => (inStock ? 0 : weights.stock),
  seconds: ({ seconds }: PricedGrip, weights: Weights) => seconds * weights.seconds,
  unison: ({ unisons }: PricedGrip, weights: Weights) => unisons * weights.unison,
  neck: ({ position }: PricedGrip, weights: Weights) => Math.max(0, position - LOW_POSITION) * weights.neck,
} as const;
const PRICES = Object.values(COLUMN_TERMS);

/** Neighbouring notes of a grip a step apart, and notes that sound on two strings, of sounding pitches ascending. */
export function closeNotes(pitches: readonly number[]): Pick<PricedGrip, 'seconds' | 'unisons'> {
  const steps = pitches.slice(1).map((pitch, v) => pitch - pitches[v]!);
  return {
    seconds: steps.filter((step) => step > 0 && step <= STEP).length,
    unisons: steps.filter((step) => step === 0).length,
  };
}

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
