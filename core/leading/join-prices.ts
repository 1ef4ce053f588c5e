import type { Chord } from '../chord/chord.ts';
import type { Neck } from '../neck/hand.ts';
import { remembered } from '../remember.ts';
import type { Bond } from '../reharm/moves/bond.ts';
import {
  bassLeapPrice,
  isPlaned,
  omissible,
  shiftPrice,
  stepPrices,
  tendencyPrices,
  topLeapPrice,
} from './join-cost.ts';
import type { Bounds } from './near/near.ts';
import type { Place } from './place.ts';
import { partPrices, type PartPrices, type SmallNode } from './two-parts.ts';
import { TENTH } from './units.ts';
import type { Weights } from './weights.ts';
import { contraryPrice, linePrice, MISSED, type JoinWish, type Wished } from './wishes.ts';

/** The prices of one join as tables in the search's numbers ({@link Fine}). */
export interface JoinPrices extends Pick<JoinKind, 'opensPhrase'> {
  readonly weights: Weights;
  /** By semitones a voice moves, 0–127. */
  readonly step: Float64Array;
  /** By pitch classes, from · 12 + to; null where nothing leans. */
  readonly tend: Float64Array | null;
  readonly entry: number;
  readonly parallel: number;
  /** By semitones the top note, and the lowest, rises, from −127 at 0 to 127 at 254. */
  readonly top: Float64Array;
  readonly bass: Float64Array;
  /** For outer voices that move the same way. */
  readonly contrary: number;
  /** By position · 32 + position. */
  readonly shift: Float64Array;
  readonly anchor: number;
  readonly strings: number;
  /** For the same grip again, 0 where it may be. */
  readonly same: number;
  /** For notes that are all among those of the other chord, 0 where both are the same chord. */
  readonly unheard: number;
  /** For another shape than the one before, 0 where one shape would not serve both. */
  readonly shape: number;
  /** How the grips are to follow one another, and what it costs where they do not. */
  readonly bond: Bond | null;
  readonly loose: number;
  /** Tones the later chord may leave out, as bits, and what each costs that was not just heard. */
  readonly omitted: readonly Omitted[];
  /** What two notes cost that stand in the place of a grip on either side; null: there are none. */
  readonly parts: PartPrices | null;
  /** What bounds them, for the sets that sound before, or after. */
  readonly near: { readonly before: Bounds; readonly after: Bounds };
}

/** A note that is missed where it neither sounds nor was just heard, and its price. */
export interface Omitted {
  readonly bit: number;
  readonly term: 'omission' | 'fifth';
  readonly price: number;
}

/** Where a table by semitones risen has a voice that stays. */
export const STILL = 127;

/** What of a join does not depend on its chords. */
export interface JoinKind {
  /** Whether a phrase begins with the later chord. */
  readonly opensPhrase: boolean;
  readonly haste: number;
  /** Whether the chord is another, and whether the same grip would say too little though it is not. */
  readonly changes: boolean;
  readonly stale: boolean;
  readonly wishes: readonly Wished<JoinWish>[];
  readonly bond: Bond | null;
  /** Where two notes stand in the place of the earlier, and of the later grip. */
  readonly small: readonly [SmallNode | null, SmallNode | null];
}

/** A join of two grips of one chord, with time enough, of which nothing is said. */
export const WITHIN_A_CHORD: JoinKind = {
  opensPhrase: false,
  haste: 1,
  changes: false,
  stale: false,
  wishes: [],
  bond: null,
  small: [null, null],
};

/** The prices of a join between two chords, the earlier first. */
export function joinPrices(
  neck: Neck,
  weights: Weights,
  from: Chord,
  to: Chord,
  { opensPhrase, haste, changes, stale, wishes, bond, small }: JoinKind,
): JoinPrices {
  const tend = tendencyPrices(from, to, weights);
  const prices = {
    weights,
    opensPhrase,
    step: inFine(stepPrices(weights)),
    tend: tend && inFine(tend),
    entry: weights.entry * TENTH,
    parallel: weights.parallel * TENTH,
    top: lineTable('top', weights, opensPhrase, wishes),
    bass: lineTable('bass', weights, opensPhrase, wishes),
    contrary: wishes.reduce(
      (sum, { wish, hard }) => sum + (wish.kind === 'contrary' ? contraryPrice(1, 1, hard) * weights.wish * TENTH : 0),
      0,
    ),
    shift: shiftTable(neck, weights, haste),
    anchor: weights.anchor * TENTH,
    strings: weights.strings * TENTH,
    same: stale ? weights.same * TENTH : 0,
    unheard: changes ? weights.unheard * TENTH : 0,
    bond,
    loose: bond === null ? 0 : MISSED.hard * TENTH,
    shape: isPlaned(from, to) ? weights.shape * TENTH : 0,
    omitted: omissible(to)
      .map(({ bit, term }) => ({ bit, term, price: weights[term] * TENTH }))
      .filter(({ price }) => price > 0),
    parts: partPrices({ small: small[0], chord: from }, { small: small[1], chord: to }, weights),
  };
  return { ...prices, near: { before: boundsOf(prices, true), after: boundsOf(prices, false) } };
}

/* Joins differ in little: what they share is worked out once. */

const inFine = remembered((table: Float64Array) => table.map((price) => price * TENTH));

const LEAPS = { top: topLeapPrice, bass: bassLeapPrice } as const;
type Outer = keyof typeof LEAPS;

function lineTable(
  voice: Outer,
  weights: Weights,
  opensPhrase: boolean,
  wishes: readonly Wished<JoinWish>[],
): Float64Array {
  return wishes.length === 0
    ? unwished(weights)[opensPhrase ? 1 : 0]![voice]
    : lineOf(voice, weights, { opensPhrase }, wishes);
}
const unwished = remembered((weights: Weights) =>
  [false, true].map((opensPhrase) => {
    const of = (voice: Outer) => lineOf(voice, weights, { opensPhrase }, []);
    return { top: of('top'), bass: of('bass') };
  }),
);
const lineOf = (
  voice: Outer,
  weights: Weights,
  place: Pick<Place, 'opensPhrase'>,
  wishes: readonly Wished<JoinWish>[],
): Float64Array =>
  Float64Array.from({ length: 2 * STILL + 1 }, (_, at) => {
    const by = at - STILL;
    const missed = wishes.reduce(
      (sum, { wish, hard }) => sum + (wish.kind === voice ? linePrice(wish.way, by, hard) * weights.wish : 0),
      0,
    );
    return (LEAPS[voice](Math.abs(by), weights, place) + missed) * TENTH;
  });

function shiftTable(neck: Neck, weights: Weights, haste: number): Float64Array {
  const known = shiftTables(weights).of(neck);
  const found = known.get(haste) ?? new Float64Array(32 * 32);
  if (!known.has(haste)) {
    for (let a = 0; a < neck.mm.length; a++)
      for (let b = 0; b < neck.mm.length; b++) found[a * 32 + b] = shiftPrice(a, b, neck, weights, haste) * TENTH;
    known.set(haste, found);
  }
  return found;
}
const shiftTables = remembered((_: Weights) => ({ of: remembered((_neck: Neck) => new Map<number, Float64Array>()) }));

const inByte = (price: number) => Math.min(255, Math.floor(price / TENTH));
const inBytes = remembered((table: Float64Array) => Uint8Array.from(table, inByte));
/** A way further costs no less. */
const stepBytes = remembered((step: Float64Array) => Uint8Array.from({ length: 16 }, (_, way) => inByte(step[way]!)));
/** The tables tell how far the later note lies over the earlier one, these how far the near one lies over the far one. */
const outerBytes = remembered((table: Float64Array) =>
  [true, false].map((forward) => {
    const by = (semitones: number) => table[STILL + (forward ? -semitones : semitones)]!;
    const least = (from: number, to: number) => {
      let found = Infinity;
      for (let semitones = from; semitones <= to; semitones++) found = Math.min(found, by(semitones));
      return found;
    };
    return Uint8Array.from({ length: 32 }, (_, i) =>
      inByte(i === 0 ? least(-STILL, -16) : i === 31 ? least(15, STILL) : by(i - 16)),
    );
  }),
);
const tendBytes = remembered((tend: Float64Array) =>
  [true, false].map((forward) => {
    const bytes = new Uint8Array(12 * 16);
    for (let far = 0; far < 12; far++)
      for (let near = 0; near < 12; near++)
        bytes[far * 16 + near] = inByte(tend[forward ? near * 12 + far : far * 12 + near]!);
    return bytes;
  }),
);
const NOTHING_LEANS = new Float64Array(12 * 12);

/** The bounds of a join; `forward`: the side whose sets are looked for sounds first. */
function boundsOf({ step, tend, top, bass, shift }: Omit<JoinPrices, 'near'>, forward: boolean): Bounds {
  const way = forward ? 0 : 1;
  return {
    step: stepBytes(step),
    tend: tendBytes(tend ?? NOTHING_LEANS)[way]!,
    top: outerBytes(top)[way]!,
    bass: outerBytes(bass)[way]!,
    shift: inBytes(shift),
  };
}
