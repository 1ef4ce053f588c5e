import type { Grip } from '../grip/grips.ts';
import type { Millimetres } from '../neck/frets.ts';
import type { Neck } from '../neck/hand.ts';
import type { Finger } from '../neck/hold.ts';
import { shiftMm } from './join-cost.ts';

/** What of a grip the fretting hand knows; arrays hold one entry a string, lowest first. */
export type HandShape = Pick<Grip, 'frets' | 'fingers'>;

/** What the fretting hand does between two grips; fingers index first, the thumb last. */
export interface HandChange {
  /** Keep their string and fret: they anchor the hand. */
  readonly stay: readonly Finger[];
  /** Slide on their string to another fret, and guide the hand. */
  readonly slide: readonly Finger[];
  /** Set anew: on another string, or from the air. */
  readonly place: readonly Finger[];
  /** Leave the strings and come down nowhere. */
  readonly lift: readonly Finger[];
  /** The whole shape moves: every finger slides by the same number of frets (else 0). */
  readonly shapeMoves: number;
  /** The fingers that move, in the order to move them. */
  readonly order: readonly Finger[];
}

const FINGERS: readonly Finger[] = [1, 2, 3, 4, 'T'];

/** Compares two grips finger by finger. A finger that frets several strings counts once. */
export function handChange(from: HandShape, to: HandShape): HandChange {
  const of = (finger: Finger) => ({ finger, before: stringsOf(from, finger), after: stringsOf(to, finger) });
  const all = FINGERS.map(of);
  const moves = all
    .filter(({ after }) => after.length > 0)
    .map(({ finger, before, after }) => {
      const string = after.find((s) => before.includes(s));
      return { finger, strings: after, by: string === undefined ? null : to.frets[string]! - from.frets[string]! };
    });
  const isSameStrings = all.every(({ before, after }) => before.join() === after.join());
  const shapeMoves =
    isSameStrings && moves.length > 0 && moves.every(({ by }) => by === moves[0]!.by) ? moves[0]!.by! : 0;
  const those = (is: (by: number | null) => boolean) => moves.filter(({ by }) => is(by)).map(({ finger }) => finger);
  return {
    stay: those((by) => by === 0),
    slide: those((by) => by !== null && by !== 0),
    place: those((by) => by === null),
    lift: all.filter(({ before, after }) => before.length > 0 && after.length === 0).map(({ finger }) => finger),
    shapeMoves,
    order: moves
      .filter(({ by }) => by !== 0)
      .sort((a, b) => rank(a) - rank(b) || a.strings[0]! - b.strings[0]!)
      .map(({ finger }) => finger),
  };
}

function stringsOf({ fingers }: HandShape, finger: Finger): number[] {
  return fingers.flatMap((used, s) => (used === finger ? [s] : []));
}

/**
 * Which fingers go first (common practice): those that slide never leave their string and lead the hand; a barre
 * needs the most settling; the rest come down from the lowest string up, as the strings are sounded.
 */
const rank = ({ by, strings }: { readonly by: number | null; readonly strings: readonly number[] }): number =>
  by !== null ? 0 : strings.length > 1 ? 1 : 2;

/*
 * How long a change takes a practised hand, in milliseconds (from memory, common practice: a full change of four fingers
 * beside each other takes about a fifth of a second, a shift over half the neck twice that).
 */
const FIRST_FINGER_MS = 100;
/** Fingers land nearly together. */
const NEXT_FINGER_MS = 25;
const BARRE_MS = 40;
const SLIDE_MS = 30;
const PER_SHIFTED_MM_MS = 0.8;

/** The fingers that come to lie across more strings than before. */
export const barresPressed = ({ from, to }: { readonly from: HandShape; readonly to: HandShape }): readonly Finger[] =>
  FINGERS.filter((finger) => {
    const after = stringsOf(to, finger);
    return after.length > 1 && after.length > stringsOf(from, finger).length;
  });

/** How far the hand goes along the neck; not at all where a finger stays down, or none moves: it opens or closes. */
export function handShift({ stay, slide, place }: HandChange, from: HandShape, to: HandShape, neck: Neck): Millimetres {
  if (stay.length > 0 || slide.length + place.length === 0) return 0;
  return shiftMm(lowestFret(from), lowestFret(to), neck);
}

/** How long the hand needs for a change, in milliseconds. */
export function neededMs(change: HandChange, from: HandShape, to: HandShape, neck: Neck): number {
  const { slide, place } = change;
  return Math.round(
    (place.length > 0 ? FIRST_FINGER_MS + (place.length - 1) * NEXT_FINGER_MS : 0) +
      barresPressed({ from, to }).length * BARRE_MS +
      (slide.length > 0 ? SLIDE_MS : 0) +
      handShift(change, from, to, neck) * PER_SHIFTED_MM_MS,
  );
}

const lowestFret = ({ frets }: HandShape): number => {
  const fretted = frets.filter((fret) => fret > 0);
  return fretted.length === 0 ? 0 : Math.min(...fretted);
};

/**
 * The time there is for a change, in milliseconds: a chord may be let go an eighth note early, and must not lose
 * more than half its length (common practice).
 */
export function allowedMs(chordSeconds: number, quarterSeconds: number): number {
  return Math.round(Math.min(quarterSeconds / 2, chordSeconds / 2) * 1000);
}

export type ChangeRating = 'easy' | 'brisk' | 'rushed';
/** Past the time there is by so much, the change is heard. */
const BRISK_UP_TO = 1.5;

/** How a change lies in its time; both in milliseconds. */
export function rateChange(needed: number, allowed: number): ChangeRating {
  if (needed <= allowed) return 'easy';
  return needed <= allowed * BRISK_UP_TO ? 'brisk' : 'rushed';
}
