import type { Chord } from '../../chord/chord.ts';
import { familiesIn, labelsOf } from '../../grip/labels.ts';
import { pick, type ShapeLibrary } from '../../grip/library.ts';
import { formatFrets, fretsAt, pitchesOf } from '../../grip/grips.ts';
import { Fingerer } from '../../neck/fingering.ts';
import type { Hand } from '../../neck/hand.ts';
import { holdingsOf } from '../../neck/hold.ts';
import type { Column } from '../../take/columns.ts';
import { isJoinWish, missPrice, type GripWish, type Wished } from '../wishes.ts';
import type { Wish } from '../../take/layers/wish.ts';
import type { Rule } from './rule.ts';

/** A wish about a grip: each step that a grip misses it by costs, a wish that is hard more than anything else. */
export const wishRule = ({ wish, hard }: Wished<GripWish>): Rule => ({
  key: `wish ${JSON.stringify(wish)}${hard ? '!' : ''}`,
  term: 'wish',
  price: (shapes, chord, library) => gripMisses(wish, chord, library, shapes).map((steps) => missPrice(steps, hard)),
});

/** What is wished of the grip. */
export const wishRules = ({ wishes }: Pick<Column, 'wishes'>): readonly Rule[] => gripWishes(wishes).map(wishRule);

/** Of the wishes of a column those about each grip. */
export const gripWishes = (wishes: readonly Wished<Wish>[]): readonly Wished<GripWish>[] =>
  wishes.flatMap(({ wish, hard }) => (isJoinWish(wish) ? [] : [{ wish, hard }]));

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
