import type { ShapeLibrary } from '../grip/library.ts';
import { remembered } from '../remember.ts';
import { shapeFacts, type ShapeFacts } from './shape-facts.ts';
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

/** What of a grip makes its price as one of its chord. */
export interface ChordFacts {
  /** Whether the lowest note is the root, or the named bass, in whatever octave; or an inversion that is free there (a rule's `basses`). */
  readonly hasBass: boolean;
  readonly inStock: boolean;
}

/** What a grip costs by its shape alone, each term on its own, in whole tenths. */
const SHAPE_TERMS = {
  difficulty: ({ difficulty }: ShapeFacts, weights: Weights) => Math.round((difficulty * weights.difficulty) / 10),
  register: ({ highest }: ShapeFacts, weights: Weights) => Math.max(0, highest - TOP_TO) * weights.register,
  low: ({ highest }: ShapeFacts, weights: Weights) => Math.max(0, TOP_FROM - highest) * weights.low,
  mud: ({ muddy }: ShapeFacts, weights: Weights) => muddy * weights.mud,
  deep: ({ lowest }: ShapeFacts, weights: Weights) => Math.max(0, DEEP_BELOW - lowest) * weights.deep,
  thin: ({ voices }: ShapeFacts, weights: Weights) => Math.max(0, FULL_VOICES - voices) * weights.thin,
  full: ({ voices }: ShapeFacts, weights: Weights) => Math.max(0, voices - THREE_VOICES) * weights.full,
  bassString: ({ bassString, openBass }: ShapeFacts, weights: Weights) =>
    bassString < HIGHEST_BASS_STRING && !openBass ? weights.bassString : 0,
  bassHigh: ({ lowest }: ShapeFacts, weights: Weights) => Math.max(0, lowest - BASS_TO) * weights.bassHigh,
  open: ({ open }: ShapeFacts, weights: Weights) => open * weights.open,
  gaps: ({ silent }: ShapeFacts, weights: Weights) => silent * weights.gaps,
  holes: ({ holes }: ShapeFacts, weights: Weights) => holes * weights.holes,
  seconds: ({ seconds }: ShapeFacts, weights: Weights) => seconds * weights.seconds,
  unison: ({ unisons }: ShapeFacts, weights: Weights) => unisons * weights.unison,
  neck: ({ position }: ShapeFacts, weights: Weights) => Math.max(0, position - LOW_POSITION) * weights.neck,
} as const;
const SHAPE_PRICES = Object.values(SHAPE_TERMS);

/** What it costs besides as a grip of its chord. */
const CHORD_TERMS = {
  bass: ({ hasBass }: ChordFacts, weights: Weights) => (hasBass ? 0 : weights.bass),
  stock: ({ inStock }: ChordFacts, weights: Weights) => (inStock ? 0 : weights.stock),
} as const;

const told = <F>(terms: Readonly<Record<string, (facts: F, weights: Weights) => Tenths>>, facts: F, weights: Weights) =>
  Object.fromEntries(Object.entries(terms).map(([term, price]) => [term, price(facts, weights)]));

/** The price of one column, term by term, without its rules. */
export const columnTerms = (shape: ShapeFacts, chord: ChordFacts, weights: Weights): Terms => ({
  ...NOTHING,
  ...told(SHAPE_TERMS, shape, weights),
  ...told(CHORD_TERMS, chord, weights),
});

/** The sum of the first of these terms, without naming them. */
function shapePrice(facts: ShapeFacts, weights: Weights): Tenths {
  let sum = 0;
  for (const price of SHAPE_PRICES) sum += price(facts, weights);
  return sum;
}
/** What shapes cost under some weights, whatever the chord: each worked out when it is first asked for. */
export function shapePrices(library: ShapeLibrary, weights: Weights): (shape: number) => Tenths {
  const known = pricesOf(weights).of(library);
  return (shape) => {
    const price = known[shape]!;
    return price >= 0 ? price : (known[shape] = shapePrice(shapeFacts(library, shape), weights));
  };
}
const pricesOf = remembered((_: Weights) => ({
  of: remembered(({ size }: ShapeLibrary) => new Float64Array(size).fill(-1)),
}));

/** The sum of the others. */
export const chordPrice = (facts: ChordFacts, weights: Weights): Tenths =>
  CHORD_TERMS.bass(facts, weights) + CHORD_TERMS.stock(facts, weights);
