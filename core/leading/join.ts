import { MOST_STRINGS } from '../neck/tuning.ts';
import { bassLeapPrice, isParallel, STEP, topLeapPrice } from './join-cost.ts';
import { soundsBound } from './bonds.ts';
import { STILL, type JoinPrices } from './join-prices.ts';
import { pairsUnder, voicesPrice } from './movement.ts';
import { pitchesIn, type States } from './states.ts';
import { NOTHING, type Terms } from './terms.ts';
import { partsPrice, partTerms } from './two-parts.ts';
import { TENTH, type Fine } from './units.ts';

/*
 * What it costs to go from state `i` of one column to state `j` of the next. Each part is priced in one place: the search
 * adds the parts up, `joinTerms` tells them.
 */

/** The least price of the voices on their ways, each by its steps and where it leans. */
export const waysPrice = (a: States, i: number, b: States, j: number, { step, tend }: JoinPrices): Fine =>
  voicesPrice(a.pitches, i * MOST_STRINGS, a.voices[i]!, b.pitches, j * MOST_STRINGS, b.voices[j]!, step, tend);

/**
 * What a join costs by what sounds, besides the ways of the voices; the same for all states of two sets: voices that enter or
 * leave, how far the outer voices rise (their leaps, and wishes about either), the hand's shift, outer voices that go the same
 * way against a wish, tones left out that were not just heard, parallels, and a change that is not heard.
 */
export function soundPrice(a: States, i: number, b: States, j: number, prices: SoundPrices): Fine {
  const { entry, top, bass, shift, contrary, omitted, parallel, unheard, bond, loose, parts } = prices;
  const [ao, bo] = [i * MOST_STRINGS, j * MOST_STRINGS];
  const [an, bn] = [a.voices[i]!, b.voices[j]!];
  const [lowA, lowB] = [a.pitches[ao]!, b.pitches[bo]!];
  const [topA, topB] = [a.pitches[ao + an - 1]!, b.pitches[bo + bn - 1]!];
  let price =
    Math.abs(an - bn) * entry +
    top[STILL + topB - topA]! +
    bass[STILL + lowB - lowA]! +
    shift[a.position[i]! * 32 + b.position[j]!]!;
  if (contrary > 0 && (lowB - lowA) * (topB - topA) > 0) price += contrary;
  if (parallel > 0 && isParallel(lowA, topA, lowB, topB)) price += parallel;
  if (unheard > 0 && isWithin(a, i, b, j)) price += unheard;
  if (bond !== null && bond !== 'moved' && !soundsBound(bond, pitchesIn(a, i), pitchesIn(b, j))) price += loose;
  const heard = a.mask[i]! | b.mask[j]!;
  for (const { bit, price: each } of omitted) if ((heard & bit) === 0) price += each;
  if (parts !== null) price += partsPrice(a, i, b, j, parts);
  return price;
}
type SoundPrices = Pick<
  JoinPrices,
  'entry' | 'top' | 'bass' | 'shift' | 'contrary' | 'omitted' | 'parallel' | 'unheard' | 'bond' | 'loose' | 'parts'
>;

/** Whether the pitches of one state are all among those of the other. */
function isWithin(a: States, i: number, b: States, j: number): boolean {
  const isFewer = a.voices[i]! <= b.voices[j]!;
  const [few, many] = isFewer ? [a, b] : [b, a];
  const [f, m] = isFewer ? [i, j] : [j, i];
  // A note of one that is none of the other's, in any octave: seen at once.
  if ((few.mask[f]! & ~many.mask[m]!) !== 0) return false;
  let w = m * MOST_STRINGS;
  const end = w + many.voices[m]!;
  for (let v = f * MOST_STRINGS; v < f * MOST_STRINGS + few.voices[f]!; v++) {
    while (w < end && many.pitches[w]! < few.pitches[v]!) w++;
    if (w === end || many.pitches[w] !== few.pitches[v]) return false;
  }
  return true;
}

/** No part of it costs anything: with one of them put back, that part is told alone. */
const SILENT: SoundPrices = {
  entry: 0,
  top: new Float64Array(2 * STILL + 1),
  bass: new Float64Array(2 * STILL + 1),
  shift: new Float64Array(32 * 32),
  contrary: 0,
  omitted: [],
  parallel: 0,
  unheard: 0,
  bond: null,
  loose: 0,
  parts: null,
};

/** How many fingers are set anew (a barre is one), and {@link SAME} where every string is as it was. */
function setAnew(a: States, i: number, b: States, j: number): number {
  const [ao, bo] = [i * MOST_STRINGS, j * MOST_STRINGS];
  let all = 0;
  let kept = 0;
  let isSame = true;
  for (let s = 0; s < MOST_STRINGS; s++) {
    const finger = 1 << b.fingers[bo + s]!;
    all |= finger;
    if (b.frets[bo + s] === a.frets[ao + s]) kept |= finger;
    else isSame = false;
  }
  // Bit 0 is of strings that no finger stops.
  return BITS[(all & ~kept) >> 1]! + (isSame ? SAME : 0);
}
const SAME = 8;
/** How many bits are set, up to 127. */
const BITS = Uint8Array.from({ length: 128 }, (_, bits) => bits.toString(2).replaceAll('0', '').length);

/** Whether every string of one state is the other's, so many frets off; an open string stays where it is. */
function isMovedWhole(a: States, i: number, b: States, j: number): boolean {
  const [ao, bo] = [i * MOST_STRINGS, j * MOST_STRINGS];
  let by: number | null = null;
  for (let s = 0; s < MOST_STRINGS; s++) {
    const [from, to] = [a.frets[ao + s]!, b.frets[bo + s]!];
    if (from === 0 && to === 0) continue;
    // 0 is not played, 1 open.
    if (from <= 1 || to <= 1 || (by ??= to - from) !== to - from) return false;
  }
  return true;
}

/** Whether some string is as it was. */
function hasHeldString(a: States, i: number, b: States, j: number): boolean {
  const [ao, bo] = [i * MOST_STRINGS, j * MOST_STRINGS];
  for (let s = 0; s < MOST_STRINGS; s++) if (a.frets[ao + s]! > 0 && a.frets[ao + s] === b.frets[bo + s]) return true;
  return false;
}

/** Whether the hand does not go on as a bond says. */
function isLoose(a: States, i: number, b: States, j: number, bond: JoinPrices['bond']): boolean {
  if (bond === 'moved') return !isMovedWhole(a, i, b, j);
  return (bond === 'top-held' || bond === 'low-held') && !hasHeldString(a, i, b, j);
}

/** What a join costs by how it is held: what tells grips of the same pitches in the same position apart. */
export function holdPrice(a: States, i: number, b: States, j: number, prices: JoinPrices): Fine {
  const { anchor, strings, same, shape, bond, loose } = prices;
  const anew = setAnew(a, i, b, j);
  return (
    (isLoose(a, i, b, j, bond) ? loose : 0) +
    (anew & (SAME - 1)) * anchor +
    BITS[a.above[i]! ^ b.above[j]!]! * strings +
    (anew & SAME ? same : 0) +
    (shape > 0 && !isMovedWhole(a, i, b, j) ? shape : 0)
  );
}

/** The price of the join from state `i` of `a` to state `j` of `b`. */
export const joinPrice = (a: States, i: number, b: States, j: number, prices: JoinPrices): Fine =>
  waysPrice(a, i, b, j, prices) + soundPrice(a, i, b, j, prices) + holdPrice(a, i, b, j, prices);

/** The same, term by term, in whole tenths. */
export function joinTerms(a: States, i: number, b: States, j: number, prices: JoinPrices): Terms {
  const { weights, opensPhrase, step, tend, anchor, strings, same, unheard, shape, bond, loose } = prices;
  const { entry, top, bass, shift, contrary, omitted, parallel } = prices;
  const [from, to] = [pitchesIn(a, i), pitchesIn(b, j)];
  const voices = pairsUnder(from, to, step, tend).map(([v, w]) => [from[v]!, to[w]!] as const);
  const ways = voices.map(([p, q]) => Math.abs(p - q));
  const alone = (part: Partial<SoundPrices>) => soundPrice(a, i, b, j, { ...prices, ...SILENT, ...part }) / TENTH;
  const topLeap = topLeapPrice(Math.abs(to.at(-1)! - from.at(-1)!), weights, { opensPhrase });
  const bassLeap = bassLeapPrice(Math.abs(to[0]! - from[0]!), weights, { opensPhrase });
  const anew = setAnew(a, i, b, j);
  const parts = prices.parts && partTerms(a, i, b, j, prices.parts);
  return {
    ...NOTHING,
    movement: ways.reduce((sum, way) => sum + way, 0) * weights.movement,
    leap: ways.reduce((sum, way) => sum + Math.max(0, way - STEP), 0) * weights.leap,
    tendency: tend === null ? 0 : voices.reduce((sum, [p, q]) => sum + tend[(p % 12) * 12 + (q % 12)]!, 0) / TENTH,
    entry: alone({ entry }),
    parallel: alone({ parallel }),
    topLeap,
    bassLeap,
    shift: alone({ shift }),
    anchor: ((anew & (SAME - 1)) * anchor) / TENTH,
    strings: (BITS[a.above[i]! ^ b.above[j]!]! * strings) / TENTH,
    same: ((anew & SAME ? same : 0) + (parts?.same ?? 0)) / TENTH,
    unsaid: (parts?.unsaid ?? 0) / TENTH,
    dissonance: (parts?.dissonance ?? 0) / TENTH,
    similar: (parts?.similar ?? 0) / TENTH,
    bare: (parts?.bare ?? 0) / TENTH,
    unheard: alone({ unheard }),
    shape: shape > 0 && !isMovedWhole(a, i, b, j) ? shape / TENTH : 0,
    omission: alone({ omitted: omitted.filter(({ term }) => term === 'omission') }),
    fifth: alone({ omitted: omitted.filter(({ term }) => term === 'fifth') }),
    // What a line costs besides its leaps is by wishes about it.
    wish:
      alone({ top, bass, contrary, ...(bond !== 'moved' && { bond, loose }) }) -
      topLeap -
      bassLeap +
      (isLoose(a, i, b, j, bond) ? loose / TENTH : 0),
  };
}
