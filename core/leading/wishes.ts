import type { Chord } from '../chord/chord.ts';
import { familiesIn, labelsOf } from '../grip/labels.ts';
import { pick, type ShapeLibrary } from '../grip/library.ts';
import { formatFrets, fretsAt, pitchesOf } from '../grip/grips.ts';
import { Fingerer } from '../neck/fingering.ts';
import type { Hand } from '../neck/hand.ts';
import { holdingsOf } from '../neck/hold.ts';
import type { LineWay, Wish } from '../take/layers/wish.ts';
import type { StandingWish } from '../take/wishes.ts';

/** A wish, and whether it is kept at nearly any price. */
export interface Wished<W> {
  readonly wish: W;
  readonly hard: boolean;
}

/** What a wish that is missed costs, in tenths of a semitone for each step it is missed by. */
export const MISSED = {
  /** As much as two semitones: weighed against the rest. */
  soft: 20,
  /** More than any path differs by: it is missed only where it cannot be met, and then as little as can be. */
  hard: 5000,
} as const;
/** From so many steps on a miss is a miss. */
const MOST_STEPS = 4;
/** A line that stays where it should go on is missed a little; never at the price of a real miss. */
const STAYS = 10;

export type LineWish = Extract<Wish, { readonly kind: 'top' | 'bass' }>;
/** Wishes about how one grip goes on to the next, and about each grip. */
export type JoinWish = Extract<Wish, { readonly kind: 'top' | 'bass' | 'contrary' }>;
export type GripWish = Exclude<Wish, JoinWish>;

const isJoinWish = (wish: Wish): wish is JoinWish =>
  wish.kind === 'top' || wish.kind === 'bass' || wish.kind === 'contrary';

/** By how many steps a voice that moves by semitones (up is positive) misses its way, 0 to 4. */
const LINE_MISSES: Readonly<Record<LineWay, (by: number) => number>> = {
  falling: (by) => Math.max(0, by),
  rising: (by) => Math.max(0, -by),
  still: (by) => Math.abs(by),
  chromatic: (by) => Math.abs(Math.abs(by) - 1),
};

const priceOf = (steps: number, hard: boolean) => Math.min(MOST_STEPS, steps) * (hard ? MISSED.hard : MISSED.soft);

/** What it costs a line to move by semitones against its wish, in tenths. */
export function linePrice(way: LineWay, by: number, hard: boolean): number {
  const stays = by === 0 && (way === 'falling' || way === 'rising') ? STAYS : 0;
  return priceOf(LINE_MISSES[way](by), hard) + stays;
}

/** What it costs outer voices to move the same way, in tenths. */
export const contraryPrice = (bassBy: number, topBy: number, hard: boolean): number =>
  bassBy * topBy > 0 ? priceOf(1, hard) : 0;

/** Whether outer voices that move by semitones miss a wish. */
export const missesJoin = (wish: JoinWish, bassBy: number, topBy: number): boolean =>
  wish.kind === 'contrary' ? bassBy * topBy > 0 : LINE_MISSES[wish.way](wish.kind === 'top' ? topBy : bassBy) > 0;

/** By how many steps each of some shapes, as a grip of a chord, misses a wish. */
export function gripMisses(
  wish: GripWish,
  chord: Chord,
  library: ShapeLibrary,
  shapes: ArrayLike<number>,
): readonly number[] {
  const each = (miss: (frets: readonly number[], shape: number) => number) =>
    Array.from(shapes, (shape) => miss(fretsAt(library, shape), shape));
  switch (wish.kind) {
    case 'thread':
      return each((_, shape) => (pitchesOf(library, shape).includes(wish.pitch) ? 0 : 1));
    case 'area':
      return each((frets) =>
        frets.reduce((most, fret) => (fret > 0 ? Math.max(most, wish.from - fret, fret - wish.to) : most), 0),
      );
    case 'strings':
      return each((frets) => frets.filter((fret, s) => fret >= 0 && !wish.strings.includes(frets.length - s)).length);
    case 'notes':
      return each((frets) => Math.abs(frets.filter((fret) => fret >= 0).length - wish.count));
    case 'arrive':
      return each((frets) => (formatFrets(frets) === wish.grip ? 0 : 1));
    case 'finger':
      return each(restsIn(wish.finger, library));
    case 'family': {
      const { families } = labelsOf(chord, pick(library, shapes));
      return Array.from(families, (bits) => (familiesIn(bits).some((family) => family === wish.family) ? 0 : 1));
    }
  }
}

/** Whether a finger has work in a shape however it is held, 1, or can rest, 0. */
function restsIn(finger: 1 | 2 | 3 | 4, library: ShapeLibrary): (frets: readonly number[], shape: number) => number {
  const { hand, strings, fingers } = library;
  const without: Hand = { ...hand, resting: [...hand.resting.filter((other) => other !== finger), finger] };
  const fingerer = new Fingerer(without);
  return (frets, shape) => {
    // Most often the easiest way tells it.
    if (!fingers.subarray(shape * strings, (shape + 1) * strings).includes(finger)) return 0;
    return holdingsOf(frets, without, fingerer).length > 0 ? 0 : 1;
  };
}

/** What missing a wish about each grip costs, in tenths. */
export const gripPrice = priceOf;

/** Of the wishes of a column those about each grip. */
export const gripWishes = (wishes: readonly Wished<Wish>[]): readonly Wished<GripWish>[] =>
  wishes.flatMap(({ wish, hard }) => (isJoinWish(wish) ? [] : [{ wish, hard }]));

/** The wishes about how one column goes on to the next: those that both lie in. */
export const joinWishes = (
  before: readonly StandingWish[],
  after: readonly StandingWish[],
): readonly Wished<JoinWish>[] =>
  after.flatMap(({ at, wish, hard }) =>
    isJoinWish(wish) && before.some((other) => other.at === at) ? [{ wish, hard }] : [],
  );
