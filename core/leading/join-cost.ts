import { symbolOf, type Chord } from '../chord/chord.ts';
import { suffixOf } from '../chord/kind.ts';
import { degreePitchClass } from '../pitch/degree.ts';
import { pitchClass } from '../pitch/note.ts';
import type { Neck } from '../neck/hand.ts';
import { remembered } from '../remember.ts';
import type { Place } from './place.ts';
import { tendencyOf } from './tendency.ts';
import type { Weights } from './weights.ts';

/* What a change from one grip to the next costs, in whole tenths, each term a function of what it depends on. */

/** Up to a whole step a voice walks, up to a fifth the bass strides. */
export const STEP = 2;
const BASS_STRIDE = 7;
/** A leap where a phrase begins is no breach: it costs a third. */
const AT_A_PHRASE = 1 / 3;

/** What a voice costs that moves so many semitones, 0–127. */
export const stepPrices = remembered(({ movement, leap }: Weights) =>
  Float64Array.from({ length: 128 }, (_, way) => way * movement + Math.max(0, way - STEP) * leap),
);

/** What a voice costs that goes from one pitch class to another (`from · 12 + to`), besides the way; null: nothing leans. */
export function tendencyPrices(from: Chord, to: Chord, weights: Weights): Float64Array | null {
  const known = tendenciesOf(weights);
  const name = `${symbolOf(from)} ${symbolOf(to)}`;
  const found = known.get(name);
  if (found !== undefined) return found;
  const table = weights.tendency === 0 ? null : tendencyOf(from, to);
  const prices = table && Float64Array.from(table, (unresolved) => unresolved * weights.tendency);
  known.set(name, prices);
  return prices;
}
const tendenciesOf = remembered((_: Weights) => new Map<string, Float64Array | null>());

const atPlace = (price: number, { opensPhrase }: OfPhrase) => (opensPhrase ? Math.round(price * AT_A_PHRASE) : price);

type OfPhrase = Pick<Place, 'opensPhrase'>;

/** The price of a leap of the top voice, in semitones. */
export const topLeapPrice = (semitones: number, weights: Weights, place: OfPhrase): number =>
  atPlace(Math.max(0, semitones - STEP) * weights.topLeap, place);

/** The price of a leap of the bass, in semitones. */
export const bassLeapPrice = (semitones: number, weights: Weights, place: OfPhrase): number =>
  atPlace(Math.max(0, semitones - BASS_STRIDE) * weights.bassLeap, place);

/** Whether outer voices move the same way in fifths or octaves. */
export function isParallel(lowA: number, topA: number, lowB: number, topB: number): boolean {
  const moved = lowB - lowA;
  const apart = (topA - lowA) % 12;
  return moved !== 0 && moved === topB - topA && (apart === 7 || (apart === 0 && topA !== lowA));
}

/** Millimetres the hand moves along the neck; an all-open grip has no position, so none on either side. */
export function shiftMm(from: number, to: number, { mm }: Neck): number {
  if (from === 0 || to === 0) return 0;
  return Math.abs(mm[from]! - mm[to]!);
}

/** The price of a shift of the hand between two frets, by millimetres and by the time there is. */
export function shiftPrice(from: number, to: number, neck: Neck, weights: Weights, haste: number): number {
  return Math.round((shiftMm(from, to, neck) / 10) * weights.shift * haste);
}

/** The pitch classes a chord may leave out at a price, as bits, each with its term. Others must sound. */
export function omissible({
  root,
  kind,
}: Chord): readonly { readonly bit: number; readonly term: 'omission' | 'fifth' }[] {
  return [
    { bit: 1 << degreePitchClass(root, '1'), term: 'omission' },
    ...(kind.fifth === '5' && !kind.tensions.includes('b13')
      ? [{ bit: 1 << degreePitchClass(root, '5'), term: 'fifth' } as const]
      : []),
    // A diminished shell goes without.
    ...(kind.seventh === 'bb7' ? [{ bit: 1 << degreePitchClass(root, 'b5'), term: 'fifth' } as const] : []),
  ];
}

/** A shape is planed over so many semitones at most: further off a hand takes another (common practice). */
const PLANED_SEMITONES = 3;

/** Whether the next chord is of the same kind on another root near by, so that one shape would serve both. */
export function isPlaned(from: Chord, to: Chord): boolean {
  const up = (pitchClass(to.root) - pitchClass(from.root) + 12) % 12;
  return up !== 0 && Math.min(up, 12 - up) <= PLANED_SEMITONES && suffixOf(from.kind) === suffixOf(to.kind);
}
