import {
  barrePrice,
  DIFFICULTY_PARTS,
  FINGER_PRICE,
  fingerStepPrice,
  knottedPrice,
  MOST_DIFFICULT,
  mutesPrice,
  positionPrice,
  reachPrice,
  SLANT_PRICE,
  stretchPrice,
  THUMB_PRICE,
  type DifficultyPart,
} from './difficulty.ts';
import { Fingerer } from './fingering.ts';
import type { Millimetres } from './frets.ts';
import { INNER_MUTES, neckOf, type Hand, type Neck } from './hand.ts';
import { THUMB } from './standing.ts';
import { MOST_STRINGS } from './tuning.ts';

/** What stops a string: 1 index … 4 little finger, T thumb over the neck, 0 nothing: it is open. */
export type Finger = 0 | 1 | 2 | 3 | 4 | 'T';

/** One way to hold a shape. Arrays hold one entry a string, lowest first. */
export interface Holding {
  /** null: not played. */
  readonly fingers: readonly (Finger | null)[];
  /** Which finger damps a string that is left out between others; null where none does, or none need. */
  readonly mutedBy: readonly (Finger | null)[];
  /** 0 (all open) to 10, to a tenth; the sum of its parts, held to 10. */
  readonly difficulty: number;
  readonly parts: Readonly<Record<DifficultyPart, number>>;
}

/** Where a finger lies beside the others along the neck: the thumb and none before the index. */
export const rankOf = (finger: Finger): number => (finger === 'T' ? 0 : finger);

/** A finger as it is shown, by its number. */
export const fingerOf = (number: number): Finger => (number === THUMB ? 'T' : (number as Finger));

/** Millimetres between the outer fretted frets, to a tenth; 0 with fewer than two. */
export function reachOf(frets: readonly number[], neck: Neck): Millimetres {
  const fretted = frets.filter((fret) => fret > 0);
  if (fretted.length === 0) return 0;
  return Math.round((neck.mm[Math.max(...fretted)]! - neck.mm[Math.min(...fretted)]!) * 10) / 10;
}

/** Strings left out between the lowest and the highest that sound. */
export function innerMutes(frets: readonly number[]): number[] {
  const sounding = frets.flatMap((fret, s) => (fret >= 0 ? [s] : []));
  return frets.flatMap((fret, s) => (fret < 0 && s > sounding[0]! && s < sounding.at(-1)! ? [s] : []));
}

/** A shape's share of the difficulty that no finger changes, in tenths of a point. */
export function shapePrice(reach: Millimetres, mutes: number, lowest: number, highest: number, open: number): number {
  return reachPrice(reach) + mutesPrice(mutes) + positionPrice(lowest, highest, open);
}

/** Every way a hand can hold a shape (fret per string, −1 not played), easiest first; none when it cannot. */
export function holdingsOf(frets: readonly number[], hand: Hand, fingerer = new Fingerer(hand)): Holding[] {
  const neck = neckOf(hand);
  if (!isWithin(frets, hand, neck)) return [];
  const ways = fingerer.search(frets, true);
  const open = frets.reduce((bits, fret, s) => (fret === 0 ? bits | (1 << s) : bits), 0);
  const holdings: Holding[] = [];
  for (let i = 0; i < ways; i++) {
    if (fingerer.blocked[i]! & open) continue;
    holdings.push(holdingOf(frets, fingerer.fingers.slice(i * MOST_STRINGS, i * MOST_STRINGS + frets.length), neck));
  }
  return holdings.sort((a, b) => a.difficulty - b.difficulty);
}

/** A shape with the fingers of a way to hold it (0 none, {@link THUMB}), described. */
export function holdingOf(frets: readonly number[], fingers: ArrayLike<number>, neck: Neck): Holding {
  const fretted = frets.filter((fret) => fret > 0);
  const tenths: Record<DifficultyPart, number> = {
    ...fingersParts(fingersDown(frets, fingers), neck),
    reach: reachPrice(fretted.length === 0 ? 0 : neck.mm[Math.max(...fretted)]! - neck.mm[Math.min(...fretted)]!),
    mutes: mutesPrice(innerMutes(frets).length),
    position:
      fretted.length === 0
        ? 0
        : positionPrice(Math.min(...fretted), Math.max(...fretted), frets.filter((fret) => fret === 0).length),
  };
  const all = DIFFICULTY_PARTS.reduce((sum, part) => sum + tenths[part], 0);
  return {
    fingers: frets.map((fret, s) => (fret < 0 ? null : fingerOf(fingers[s]!))),
    mutedBy: mutersOf(frets, fingers),
    difficulty: Math.min(MOST_DIFFICULT, Math.round(all)) / 10,
    parts: Object.fromEntries(DIFFICULTY_PARTS.map((part) => [part, Math.round(tenths[part]) / 10])) as Record<
      DifficultyPart,
      number
    >,
  };
}

interface FingerDown {
  readonly finger: number;
  readonly fret: number;
  readonly slanted: boolean;
  readonly from: number;
  readonly to: number;
}

/** The fingers in use, index first, each with its fret and its outer strings. */
function fingersDown(frets: readonly number[], fingers: ArrayLike<number>): FingerDown[] {
  return [1, 2, 3, 4, THUMB].flatMap((finger) => {
    const strings = frets.flatMap((fret, s) => (fret > 0 && fingers[s] === finger ? [s] : []));
    if (strings.length === 0) return [];
    const on = strings.map((s) => frets[s]!);
    const fret = Math.min(...on);
    return [{ finger, fret, slanted: Math.max(...on) > fret, from: strings[0]!, to: strings.at(-1)! }];
  });
}

function fingersParts(places: readonly FingerDown[], { mm }: Neck): Record<'fingers' | 'barre' | 'stretch', number> {
  const parts = { fingers: 0, barre: 0, stretch: 0 };
  let crossed = 0;
  places.forEach(({ finger, fret, slanted, from, to }, i) => {
    if (finger === THUMB) {
      parts.fingers += THUMB_PRICE;
      return;
    }
    parts.fingers += FINGER_PRICE;
    parts.barre += slanted ? SLANT_PRICE : barrePrice(finger, fret, to - from + 1);
    const before = places[i - 1];
    if (!before) return;
    const strings = Math.max(0, from - before.to, before.from - to);
    parts.fingers +=
      fingerStepPrice(before.finger, finger, fret - before.fret, strings) + knottedPrice(strings, crossed);
    crossed += strings;
    parts.stretch += stretchPrice(before.finger, finger, mm[fret]! - mm[before.fret]!);
  });
  return parts;
}

/**
 * Who damps the strings left out between others: a finger lying across; else the underside of the finger on
 * the string below, else the tip of the finger on the string above (common practice).
 */
function mutersOf(frets: readonly number[], fingers: ArrayLike<number>): (Finger | null)[] {
  const inner = new Set(innerMutes(frets));
  const flat = fingersDown(frets, fingers);
  return frets.map((_, s) => {
    if (!inner.has(s)) return null;
    const across = flat.find(({ from, to }) => from < s && s < to);
    const finger = across?.finger ?? (fingers[s - 1] || fingers[s + 1]);
    return finger ? fingerOf(finger) : null;
  });
}

/** Whether nothing but the fingers could stand in the way: frets, strings, reach, and gaps this hand leaves out. */
function isWithin(frets: readonly number[], hand: Hand, neck: Neck): boolean {
  return (
    frets.length === neck.open.length &&
    frets.every((fret, s) => fret < neck.mm.length && (fret < 0 || !hand.unusedStrings.includes(s))) &&
    reachWithin(frets, hand, neck) &&
    gapsWithin(frets, hand)
  );
}

/** Whether the strings left out between others are few enough for this hand, and damped where it has a pick. */
export function gapsWithin(frets: readonly number[], { pluck }: Pick<Hand, 'pluck'>): boolean {
  const inner = innerMutes(frets);
  return inner.length <= INNER_MUTES[pluck] && (pluck === 'fingers' || inner.every((s) => isDamped(frets, s)));
}

function reachWithin(frets: readonly number[], hand: Hand, neck: Neck): boolean {
  const fretted = frets.filter((fret) => fret > 0);
  return fretted.length === 0 || neck.mm[Math.max(...fretted)]! - neck.mm[Math.min(...fretted)]! <= hand.reach;
}

/** Whether a finger on a neighbouring string can damp string `s`. */
export const isDamped = (frets: ArrayLike<number>, s: number): boolean => frets[s - 1]! > 0 || frets[s + 1]! > 0;

/** Why a hand cannot hold a shape. */
export type WhyNot = 'beyond' | 'unused' | 'gap' | 'reach' | (typeof OTHERWISE)[number]['id'] | 'knotted';

/** What of the hand, were it otherwise, would make a shape possible: the first that does is the reason. */
const OTHERWISE = [
  { id: 'resting', than: (frets, hand) => [frets, { ...hand, resting: [] }] },
  { id: 'barre', than: (frets, hand) => [frets, { ...hand, barres: 'full' }] },
  { id: 'thumb', than: (frets, hand) => [frets, { ...hand, thumb: true }] },
  { id: 'open', than: (frets, hand) => [frets.map((fret) => fret || -1), { ...hand, pluck: 'fingers' }] },
  { id: 'apart', than: (frets, hand) => [frets, { ...hand, reach: hand.reach * 1.5 }] },
] as const satisfies readonly {
  readonly id: string;
  readonly than: (frets: readonly number[], hand: Hand) => readonly [readonly number[], Hand];
}[];

/** Why there is no way to hold a shape; null when there is one. */
export function whyNotHeld(frets: readonly number[], hand: Hand): WhyNot | null {
  const neck = neckOf(hand);
  if (frets.length !== neck.open.length || frets.some((fret) => fret >= neck.mm.length)) return 'beyond';
  if (frets.some((fret, s) => fret >= 0 && hand.unusedStrings.includes(s))) return 'unused';
  if (!gapsWithin(frets, hand)) return 'gap';
  if (!reachWithin(frets, hand, neck)) return 'reach';
  if (holdingsOf(frets, hand).length > 0) return null;
  return OTHERWISE.find(({ than }) => holdingsOf(...than(frets, hand)).length > 0)?.id ?? 'knotted';
}
