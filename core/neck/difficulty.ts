import type { Millimetres } from './frets.ts';

/** What makes a grip difficult. Each part is worked out in tenths of a point; the sum is held to 0–100. */
export const DIFFICULTY_PARTS = ['reach', 'fingers', 'barre', 'mutes', 'position', 'stretch'] as const;
export type DifficultyPart = (typeof DIFFICULTY_PARTS)[number];
/** The end of the scale, in tenths: 10 is hardly held. */
export const MOST_DIFFICULT = 100;

/*
 * The prices, in tenths of a point (common practice; a plain four-finger grip of 60 mm comes to about 35).
 */
const PER_REACH_MM = 0.25;
/** Past this reach a hand is stretched, and each millimetre is felt. */
const STRETCHED_FROM: Millimetres = 75;
const PER_STRETCHED_MM = 0.5;
/** Each finger has to be aimed. */
const PER_FINGER = 4;
/** The thumb leaves its place behind the neck. */
const THUMB = 6;
/** Fingers that stand apart across the strings turn the wrist. */
const PER_STRING_CROSSED = 1;
/** To and fro across the neck the hand begins to knot. */
const AT_EASE_CROSSED = 5;
const PER_KNOTTED = 4;
/** One finger a fret is the hand at rest; each finger or fret beside that costs. */
const PER_FINGER_OFF_FRET = 1.5;
/** Rather than share its fret with a finger more than two strings away, the index lies flat across. */
const NEAR_STRINGS = 2;
const PER_STRING_FROM_INDEX = 4;
const INDEX_BARRE = 7;
const PER_BARRED_STRING = 1.5;
/** Pressing a barre down next to the nut takes force: for each string past the first two. */
const PER_STIFF_STRING = 2;
const STIFF_UP_TO_FRET = 2;
/** A middle, ring or little finger that lies flat is pressed with its weak joint. */
const SMALL_BARRE = 24;
/** Over a fourth string it has to be bent back. */
const SMALL_BARRE_OF_FOUR = 28;
/** A slanted index presses two frets at once, out of square. */
const SLANTED_BARRE = 22;
const PER_INNER_MUTE = 3;
/** Past the tenth fret the body is in the way and the frets are narrow. */
const HIGH_FRET = 10;
const PER_HIGH_FRET = 5;
/** From the fifth fret on an open string sounds out of place and cannot be stopped by the fretting hand. */
const OPEN_UP_THE_NECK_FROM = 5;
const PER_OPEN_UP_THE_NECK = 5;
/** Fingers open wider than one fret a finger beside the nut are stretched: the weaker the finger, the more it is felt. */
const NATURAL_STEP: Millimetres = 36;
const PER_STRETCH_MM = [0, 0, 0.25, 0.3, 0.38];

/** What reach costs, by the millimetres between the outer fretted frets. */
export const reachPrice = (mm: Millimetres): number =>
  Math.round(mm * PER_REACH_MM + Math.max(0, mm - STRETCHED_FROM) * PER_STRETCHED_MM);

/** What it costs that strings between the sounding ones are not to sound. */
export const mutesPrice = (inner: number): number => inner * PER_INNER_MUTE;

/** What the place on the neck costs, by the outer fretted frets and the open strings beside them. */
export const positionPrice = (lowest: number, highest: number, open: number): number =>
  Math.max(0, highest - HIGH_FRET) * PER_HIGH_FRET +
  (lowest >= OPEN_UP_THE_NECK_FROM ? open * PER_OPEN_UP_THE_NECK : 0);

export const THUMB_PRICE = THUMB;
export const FINGER_PRICE = PER_FINGER;

/**
 * What it costs to put a finger down after another one: the strings between them, frets it is off its natural one, and a
 * wide gap on one fret beside the index.
 */
export const fingerStepPrice = (from: number, to: number, frets: number, strings: number): number =>
  strings * PER_STRING_CROSSED +
  Math.abs(frets - (to - from)) * PER_FINGER_OFF_FRET +
  (from === 1 && frets === 0 ? Math.max(0, strings - NEAR_STRINGS) * PER_STRING_FROM_INDEX : 0);

/** What it costs to cross `strings` more after those `crossed` before. */
export const knottedPrice = (strings: number, crossed: number): number =>
  (Math.max(0, crossed + strings - AT_EASE_CROSSED) - Math.max(0, crossed - AT_EASE_CROSSED)) * PER_KNOTTED;

/** What the distance along the neck between two fingers next to each other in use costs. */
export const stretchPrice = (from: number, to: number, along: Millimetres): number =>
  Math.max(0, along - NATURAL_STEP * (to - from)) * PER_STRETCH_MM[to]!;

/** What a finger over `strings` strings on one fret costs; one string is none. */
export function barrePrice(finger: number, fret: number, strings: number): number {
  if (strings < 2) return 0;
  if (finger > 1) return strings > 3 ? SMALL_BARRE_OF_FOUR : SMALL_BARRE;
  return INDEX_BARRE + (strings - 2) * (PER_BARRED_STRING + (fret <= STIFF_UP_TO_FRET ? PER_STIFF_STRING : 0));
}
export const SLANT_PRICE = SLANTED_BARRE;
