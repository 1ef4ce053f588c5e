import { masksOf, type Chord } from '../chord/chord.ts';
import { MOST_STRINGS } from '../neck/tuning.ts';
import type { Small } from '../take/small.ts';
import { isInVoices, type SmallTexture } from '../texture.ts';
import { STEP } from './join-cost.ts';
import type { States } from './states.ts';
import { TENTH, type Fine } from './units.ts';
import type { Weights } from './weights.ts';

/*
 * How two notes go on to two others, where they stand in the place of grips: the rules of writing in two parts (common
 * practice), each a term of the price that a player can weigh.
 */

/** Those whose lower note is the bass. */
export const hasBass = (texture: SmallTexture): boolean => texture === 'tenths' || isInVoices(texture);

/** Whether two notes so many semitones apart are bare: a fifth or an octave, in whatever octave. */
export const isBare = (apart: number): boolean => apart % 12 === 0 || apart % 12 === 7;

/** Two notes that stand in the place of a grip, and what is at home over their chord, as 12 bits. */
export interface SmallNode extends Small {
  readonly scale: number;
}

/** One side of a join. */
export interface Side {
  readonly small: SmallNode | null;
  readonly chord: Chord;
}

/** What of two notes is to pass: those outside their chord, and of these the ones that are not even in the scale. */
interface Outside {
  readonly outside: number;
  readonly chromatic: number;
  /** What is outside is held over from before, and falls; else it is come to and left by step. */
  readonly suspends: boolean;
}

/** The prices of a join in two parts, in the search's numbers. */
export interface PartPrices {
  readonly from: Outside;
  readonly to: Outside;
  /** Each mask: one of these must have been heard, now or just before. */
  readonly required: readonly number[];
  readonly unsaid: Fine;
  readonly dissonance: Fine;
  readonly similar: Fine;
  readonly bare: Fine;
  readonly still: Fine;
}

/** Two notes that do not move while their chord lasts say nothing: as much as five semitones. */
const STILL = 5;

/** The prices of the join of two sides in two parts; null where neither has two notes. */
export function partPrices(from: Side, to: Side, weights: Weights): PartPrices | null {
  if (from.small === null && to.small === null) return null;
  const isVoices = to.small !== null && isInVoices(to.small.texture);
  const isNew = to.small?.opens ?? true;
  const price = (term: keyof Weights) => weights[term] * TENTH;
  return {
    from: outsideIn(from),
    to: outsideIn(to),
    // It has the whole of its time to be said.
    required: to.small?.ends ? masksOf(to.chord).required : [],
    unsaid: price('unsaid'),
    dissonance: price('dissonance'),
    similar: isVoices ? price('similar') : 0,
    bare: isVoices && isNew ? price('bare') : 0,
    still: isNew ? 0 : STILL * price('movement'),
  };
}

function outsideIn({ small, chord }: Side): Outside {
  // A grip is of its chord, or carries a tune that is free to be none of it.
  if (small === null) return { outside: 0, chromatic: 0, suspends: false };
  const outside = ALL & ~masksOf(chord).allowed;
  const suspends = small.opens && isInVoices(small.texture);
  return { outside, chromatic: outside & ~small.scale, suspends };
}
const ALL = 0xfff;

/** The parts of the price of a join in two parts, from state `i` of `a` to state `j` of `b`. */
export function partTerms(a: States, i: number, b: States, j: number, prices: PartPrices) {
  const { from, to, required } = prices;
  const [ao, bo] = [i * MOST_STRINGS, j * MOST_STRINGS];
  const [an, bn] = [a.voices[i]!, b.voices[j]!];
  const isTwo = an === 2 && bn === 2;
  const low = b.pitches[bo]! - a.pitches[ao]!;
  const high = b.pitches[bo + bn - 1]! - a.pitches[ao + an - 1]!;
  const heard = a.mask[i]! | b.mask[j]!;
  let unsaid = 0;
  for (const choice of required) if ((heard & choice) === 0) unsaid += prices.unsaid;
  let rough = 0;
  for (let v = 0; v < an; v++) {
    const pitch = a.pitches[ao + v]!;
    if ((from.outside >> (pitch % 12)) & 1 && !goesOn(b, bo, bn, pitch, from)) rough++;
  }
  for (let v = 0; v < bn; v++) {
    const pitch = b.pitches[bo + v]!;
    if ((to.outside >> (pitch % 12)) & 1 && !comesFrom(a, ao, an, pitch, to.suspends)) rough++;
  }
  const isSimilar = isTwo && low * high > 0;
  const apart = b.pitches[bo + bn - 1]! - b.pitches[bo]!;
  return {
    unsaid,
    dissonance: rough * prices.dissonance,
    similar: isSimilar ? prices.similar : 0,
    bare: isSimilar && isBare(apart) ? prices.bare : 0,
    same: isTwo && low === 0 && high === 0 ? prices.still : 0,
  };
}

/** Their sum. */
export function partsPrice(a: States, i: number, b: States, j: number, prices: PartPrices): Fine {
  const { unsaid, dissonance, similar, bare, same } = partTerms(a, i, b, j, prices);
  return unsaid + dissonance + similar + bare + same;
}

/** What was held over into a new chord falls, what leads by a half step rises, what passes goes on by step. */
function goesOn({ pitches }: States, at: number, count: number, pitch: number, { suspends, chromatic }: Outside) {
  const leads = (chromatic >> (pitch % 12)) & 1;
  for (let v = 0; v < count; v++) {
    const by = pitches[at + v]! - pitch;
    if (leads ? by === 1 : by < 0 ? by >= -STEP : by > 0 && by <= STEP && !suspends) return true;
  }
  return false;
}

function comesFrom({ pitches }: States, at: number, count: number, pitch: number, isHeld: boolean): boolean {
  for (let v = 0; v < count; v++) {
    const by = Math.abs(pitches[at + v]! - pitch);
    if (isHeld ? by === 0 : by > 0 && by <= STEP) return true;
  }
  return false;
}
