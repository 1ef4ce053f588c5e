import type { AreaShape } from '../grip/areas.ts';
import { movement } from './movement.ts';

/** One small shape for each chord, one after another. */
export interface Juxtaposed {
  readonly shapes: readonly AreaShape[];
  /** Semitones moved from each to the next, in all. */
  readonly movement: number;
}

/** A change of strings is a step more for the eye and the picking hand: it decides between equals. */
const OTHER_STRINGS = 0.5;

const stringsOf = ({ frets }: AreaShape) => frets.map((fret) => fret >= 0).join();

/**
 * Chords set beside each other: for each shape of the first the way on that moves least, shape by shape; the least of all
 * first. Exact, by the same recursion as the search. Empty where one of the chords has no shape.
 */
export function juxtaposed(chords: readonly (readonly AreaShape[])[]): readonly Juxtaposed[] {
  let ways: { readonly shapes: readonly AreaShape[]; readonly movement: number; readonly price: number }[] = (
    chords.at(-1) ?? []
  ).map((shape) => ({ shapes: [shape], movement: 0, price: 0 }));
  for (const before of chords.slice(0, -1).reverse()) {
    ways = before.flatMap((shape) => {
      const on = ways.map((way) => {
        const next = way.shapes[0]!;
        const moved = movement(shape.pitches, next.pitches);
        const turned = stringsOf(shape) === stringsOf(next) ? 0 : OTHER_STRINGS;
        return { shapes: [shape, ...way.shapes], movement: way.movement + moved, price: way.price + moved + turned };
      });
      return on.length === 0 ? [] : [on.reduce((best, way) => (way.price < best.price ? way : best))];
    });
  }
  return [...ways]
    .sort((a, b) => a.price - b.price)
    .map(({ shapes, movement: moved }) => ({ shapes, movement: moved }));
}
